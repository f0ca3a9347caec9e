# frozen_string_literal: true

# Makes random families that make sense: parameters that depend on earlier ones, features with
# conditions, rules with several effects, a table with open and formula cells.
class RandomFamily
  def initialize(seed) = @random = Random.new(seed)

  # A VastLattice::Family.
  def family
    @numbers = Array.new(rand(3..8)) { |index| "p#{index}" }
    @features = Array.new(rand(1..5)) { |index| "f#{index}" }
    tree = { 'name' => 'Random', 'parameters' => [*parameters, choice, { 'name' => 'extra', 'kind' => 'number', 'unit' => 'mm', 'default' => '1 mm' }], 'parts' => [part], 'tables' => [table], 'rules' => rules,
             'patterns' => { 'part_number' => 'R-{p0}-{wood}' }, 'rule_tables' => [rule_table] }
    VastLattice::Family.from_tree(tree)
  end

  # A pick that suits the family: a row, an answer, an override.
  def pick
    VastLattice::Plan::Pick.new(rows: { 'sizes' => sample(%w[r0 r1 r2]) }, answers: { 'wood' => sample(%w[oak ash elm]) },
                                overrides: chance(3) ? { "#{sample(@features)}.built" => sample(%w[yes no]) } : {})
  end

  private

  def rand(range) = @random.rand(range)
  def sample(list) = list.sample(random: @random)
  def chance(parts) = @random.rand(parts).zero?
  def size = "#{rand(1..90)} mm"

  def parameters
    @numbers.each_with_index.map do |name, index|
      tree = { 'name' => name, 'kind' => 'number', 'unit' => 'mm' }
      tree['applies_when'] = condition(@numbers.take(index)) if index.positive? && chance(6)
      index.positive? && chance(2) ? tree.merge('formula' => term(@numbers.take(index))) : tree.merge('default' => size, **limits)
    end
  end

  def limits = chance(2) ? { 'least' => '10 mm', 'most' => '80 mm' } : {}
  def choice = { 'name' => 'wood', 'kind' => 'choice', 'choices' => %w[oak ash elm], 'default' => 'oak' }

  def term(names)
    name = sample(names)
    sample(["#{name} + #{size}", "#{name} * 2 - #{size}", "max(#{name}, #{size})", "if #{condition(names)} then #{name} else #{size}",
            "round_up(#{name}, 5 mm) / 3"])
  end

  def condition(names = @numbers)
    sample(["#{sample(names)} > #{size}", "#{sample(names)} <= #{size} and wood != \"elm\"", 'wood in ("oak", "ash")',
            "not(#{sample(names)} between 10 mm and 40 mm)"])
  end

  def part
    { 'name' => 'plate', 'stock' => { 'kind' => 'plate', 'width' => '900 mm', 'height' => '300 mm', 'thickness' => '3 mm' },
      'features' => @features.each_with_index.map { |name, index| feature(name, index) } }
  end

  def feature(name, index)
    { 'name' => name, 'kind' => 'hole', 'diameter' => "abs(#{sample(@numbers)}) / 4 + 1 mm",
      'horizontal' => { 'from' => 'left', 'offset' => size }, 'built_when' => chance(2) ? condition : nil,
      'shown_when' => chance(3) ? condition : nil, 'on' => index.positive? && chance(3) ? @features[rand(0...index)] : nil }.compact
  end

  # Tables decide early parameters only, rules states only or limits, so that nothing runs in circles.
  def table
    rows = %w[r0 r1 r2].map do |name|
      cells = { 'p0' => sample([size, '30 mm / 2', nil]), 'wood' => sample(['oak', 'elm', nil]) }.compact
      { 'name' => name, 'cells' => cells }
    end
    { 'name' => 'sizes', 'columns' => [{ 'target' => 'p0' }, { 'target' => 'wood' }], 'rows' => rows }
  end

  # Decides a parameter that nothing else does.
  def rule_table
    rows = Array.new(rand(1..4)) do
      { 'tests' => [sample(['-', "> #{rand(1..60)}", '[10..40]']), sample(['-', 'oak', 'ash, elm'])], 'value' => size }
    end
    { 'name' => 'Cases', 'policy' => sample(%w[first unique any]), 'output' => 'extra', 'inputs' => %w[p0 wood], 'rows' => rows }
  end

  def rules
    Array.new(rand(1..4)) do |index|
      { 'name' => "R#{index}", 'when' => condition, 'then' => [effect, { 'warn' => "R#{index} applies" }],
        'otherwise' => chance(2) ? [effect] : [] }
    end
  end

  def effect
    feature = sample(@features)
    sample([{ 'suppress' => feature }, { 'build' => feature }, { 'hide' => feature }, { 'show' => feature },
            { 'limit' => sample(@numbers), 'least' => '20 mm' }, { 'limit' => sample(@numbers), 'most' => '60 mm' },
            { 'offer' => 'wood', 'choices' => %w[oak ash] }])
  end
end
