# frozen_string_literal: true

require_relative '../support/core'

# Gaps and overlaps of rule tables, against enumeration.
class TableCoverageTest < CoreCase
  PARAMETERS = <<~YAML
    parameters:
      - {name: length, kind: number, unit: mm, default: 500 mm, least: 0 mm, most: 30 mm}
      - {name: holes, kind: count, default: 1, least: 1, most: 6}
      - {name: wood, kind: choice, choices: [oak, ash, elm], default: oak}
      - {name: long, kind: yes_no, formula: length > 20 mm}
      - {name: legs, kind: count, default: 9}
  YAML

  def coverage(inputs, rows, policy: 'unique')
    table = Family::RuleTable.from_tree('name' => 'T', 'policy' => policy, 'output' => 'legs', 'inputs' => inputs,
                                        'rows' => rows.map { |*tests, value| { 'tests' => tests, 'value' => value.to_s } })
    Checks::TableCoverage.new(Plan.of(family(PARAMETERS)), table).to_tree
  end

  def test_a_gap_and_an_overlap_as_lines
    tree = coverage(%w[length wood], [['< 10', 'oak, ash', 1], ['[8..20]', 'oak', 2], ['> 20', '-', 3], ['[10..20]', 'ash', 4]])
    assert_equal([['<= 20 mm', '"elm"']], tree['gaps'].map { |gap| gap['tests'] })
    assert_equal [{ 'rows' => [0, 1], 'tests' => ['8 mm', '"oak"'] }], tree['overlaps']
    refute tree['complete']
    assert coverage(%w[length], [['<= 15', 1], ['> 15', 2]])['complete']
    assert coverage(%w[long wood], [%w[yes - 1], %w[no - 2]])['complete']
    assert_empty coverage(%w[holes], [['<= 3', 1], ['> 2', 2]], policy: 'first')['overlaps']
    assert_empty coverage(%w[holes], [['<= 3', 1], ['> 2', 1]], policy: 'any')['overlaps']
    assert_equal([['3']], coverage(%w[holes], [['<= 2', 1], ['> 3', 2]])['gaps'].map { |gap| gap['tests'] })
    assert coverage(%w[length], [['< 5 * holes', 1]])['partly']
  end

  # Lines that are offered for gaps make a table complete, and by no overlap that was not there; and the gaps and overlaps are
  # those that another reading of the tests finds value by value.
  def test_generated_tables_agree_with_enumeration
    random = Random.new(3)
    (ENV['LATTICE_LONG'] ? 80 : 20).times do
      rows = Array.new(random.rand(1..4)) { [*line(random), random.rand(1..3)] }
      tree = coverage(%w[length holes wood], rows.map { |numbers, holes, wood, value| [numbers.first, holes.first, wood.first, value] })
      hits = cases.map { |length, count, wood| rows.count { |numbers, holes, woods, _| numbers.last.call(length) && holes.last.call(count) && woods.last.call(wood) } }
      assert_equal [hits.include?(0), hits.any? { |hit| hit > 1 }], [tree['gaps'].any?, tree['overlaps'].any?], rows.map { |row| row.first(3).map(&:first) }.inspect
      next if tree['gaps'].size == Checks::TableCoverage::LISTED

      filled = coverage(%w[length holes wood], rows.map { |numbers, holes, wood, value| [numbers.first, holes.first, wood.first, value] } + tree['gaps'].map { |gap| [*gap['tests'], 1] })
      assert_equal [true, tree['overlaps'].size], [filled['complete'], filled['overlaps'].size]
    end
  end

  private

  # All halves of a millimetre, counts and woods.
  def cases = (0..60).map { |half| half / 2.0 }.product((1..6).to_a, %w[oak ash elm])

  # Tests, each as text and as a function of our own.
  def line(random)
    low, high = [random.rand(0..30), random.rand(0..30)].sort
    count = random.rand(1..6)
    numbers = [['-', ->(_) { true }], ["< #{high}", ->(value) { value < high }], ["[#{low}..#{high})", ->(value) { value >= low && value < high }],
               [">= #{low} mm", ->(value) { value >= low }], [low.to_s, ->(value) { (value - low).abs < 1e-9 }], ["not(#{low})", ->(value) { (value - low).abs > 1e-9 }]]
    holes = [['-', ->(_) { true }], ["<= #{count}", ->(value) { value <= count }], ["#{count}, 2", ->(value) { [count, 2].include?(value) }], ["> #{count}", ->(value) { value > count }]]
    woods = [['-', ->(_) { true }], ['oak, elm', ->(wood) { wood != 'ash' }], ['not("oak")', ->(wood) { wood != 'oak' }], ['ash', ->(wood) { wood == 'ash' }]]
    [numbers, holes, woods].map { |list| list.sample(random: random) }
  end
end
