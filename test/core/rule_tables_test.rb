# frozen_string_literal: true

require_relative '../support/core'

# Rule tables: each hit policy against an evaluation of its own on generated tables; then tests and reasons.
class RuleTablesTest < CoreCase
  # A generated table over two inputs: [low, high, colour or nil, value] per row.
  def rows(random)
    Array.new(random.rand(1..8)) do
      low = random.rand(0..15)
      [low, low + random.rand(0..6), random.rand(2).zero? ? %w[red blue].sample(random: random) : nil, random.rand(1..4)]
    end
  end

  def table(rows, policy, aggregate = nil)
    lines = rows.map do |low, high, colour, value|
      "- {tests: ['[#{low}..#{high}]', #{colour ? "'\"#{colour}\"'" : "'-'"}], value: #{value}}"
    end
    plan(<<~YAML)
      parameters:
        - {name: x, kind: count, default: 0}
        - {name: colour, kind: choice, choices: [red, blue], default: red}
        - {name: y, kind: count, default: 99}
      rule_tables:
        - name: T
          policy: #{policy}
          #{"aggregate: #{aggregate}" if aggregate}
          output: y
          inputs: [x, colour]
          priorities: [3, 1, 4, 2]
          rows: [#{lines.map { |line| line.delete_prefix('- ') }.join(', ')}]
    YAML
  end

  # What DMN (8.2.11) says each policy gives, worked out plainly: nil where the table is contradicted.
  EXPECTED = {
    ['unique', nil] => ->(values) { values.size > 1 ? nil : values.first || 99 },
    ['any', nil] => ->(values) { values.uniq.size > 1 ? nil : values.first || 99 },
    ['first', nil] => ->(values) { values.first || 99 },
    ['priority', nil] => ->(values) { [3, 1, 4, 2].find { |value| values.include?(value) } || 99 },
    %w[collect sum] => ->(values) { values.empty? ? 99 : values.sum }, %w[collect min] => ->(values) { values.min || 99 },
    %w[collect max] => ->(values) { values.max || 99 }, %w[collect count] => ->(values) { values.empty? ? 99 : values.size }
  }.freeze

  def test_every_hit_policy_agrees_with_an_independent_evaluation
    random = Random.new(8)
    EXPECTED.each do |(policy, aggregate), expected|
      25.times do
        rows = rows(random)
        plan = table(rows, policy, aggregate)
        8.times { compare(plan, rows, random, expected, "#{policy} #{aggregate}") }
      end
    end
  end

  def compare(plan, rows, random, expected, label)
    input = random.rand(0..22)
    colour = %w[red blue].sample(random: random)
    hits = rows.select { |low, high, wanted, _| input.between?(low, high) && (wanted.nil? || wanted == colour) }.map(&:last)
    outcome = plan.outcome(pick(answers: { 'x' => input.to_s, 'colour' => colour }))
    wanted = expected.call(hits)

    assert_equal wanted.nil?, outcome.findings.map(&:code).include?(:hit_clash), label
    assert_equal (wanted || 99).to_f, outcome.value('y'), "#{label} #{rows} #{input} #{colour}"
  end

  WIDTHS = <<~YAML
    parameters:
      - {name: width, kind: number, unit: mm, default: 500}
      - {name: wood, kind: choice, choices: [oak, ash, elm], default: oak}
      - {name: hinges, kind: count, default: 2}
    rule_tables:
      - name: Hinges
        policy: first
        output: hinges
        inputs: [width, wood]
        rows:
          - {tests: ["> 900", "-"], value: 4}
          - {tests: ["(600..90 cm]", "oak, ash"], value: 3}
          - {tests: ["< 100, [150..200]", 'not("elm")'], value: width / 100 mm}
  YAML

  def test_tests_take_units_lists_ranges_and_negations
    plan = plan(WIDTHS)
    { %w[901 elm] => '4', %w[900 ash] => '3', %w[600 oak] => '2', %w[700 elm] => '2', %w[99 elm] => '2', %w[200 oak] => '2',
      ['90 cm', 'oak'] => '3', %w[150 ash] => '1.5' }
      .each do |(width, wood), hinges|
      assert_equal hinges,
                   plan.outcome(pick(answers: { 'width' => width, 'wood' => wood })).text('hinges'), "#{width} #{wood}"
    end
    reason = plan.outcome(pick(answers: { 'width' => '1 m' })).because('hinges')
    assert_equal ['rule', 'Rule table "Hinges" makes it 4 by row 1 (> 900; -), first, where width is 1000 mm, wood is oak.'],
                 [reason.decision.word, reason.sentence]
  end

  def test_wrong_tests_are_refused_in_place
    { '"> 900"' => ['"> 900 kg"', :dimension, 'rule table Hinges, no. 1, tests, no. 1'], '"oak, ash"' => ['"oak, ahs"', :unknown_name, nil],
      'output: hinges' => ['output: hinge', :unknown_name, 'rule table Hinges, output'], %q('not("elm")') => [%q('not("elms")'), :unknown_choice, nil],
      'policy: first' => ['policy: collect', :unknown_kind, nil], '"< 100,' => ['"< 100,,', :syntax, nil], '"-"], value: 4' => ['], value: 4', :missing_dimension, nil] }
      .each do |from, (to, code, place)|
      finding = plan(WIDTHS.sub(from, to)).errors.first

      refute_nil finding, to
      assert_equal code, finding.code, to
      assert_equal place, finding.place.to_s if place
    end
  end

  # A rule and a rule table that disagree are an error, like two rules.
  def test_a_rule_and_a_rule_table_that_disagree
    plan = plan("#{WIDTHS}rules:\n  - {name: Five, when: width > 950 mm, then: [{set: hinges, to: 5}]}\n")
    finding = plan.outcome(pick(answers: { 'width' => '1 m' })).findings.first

    assert_equal :rules_disagree, finding.code
    assert_match(/"Five" says 5, "Hinges" says 4/, finding.message)
  end
end
