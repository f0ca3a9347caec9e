# frozen_string_literal: true

require_relative '../support/core'
require 'open3'

# Rule tables as DMN files: against dmn-moddle (npm), which knows the standard's schema, and feelin (npm), an independent
# evaluator of FEEL. Units, which FEEL has not, are outside of what the two share.
class DecisionFilesTest < CoreCase
  SCRIPT = File.expand_path('../support/decisions.mjs', __dir__)
  PARAMETERS = <<~YAML
    parameters:
      - {name: length, kind: number, unit: mm, default: 0 mm}
      - {name: holes, kind: count, default: 1}
      - {name: wood, kind: choice, choices: [oak, ash, elm], default: oak}
      - {name: drilled, kind: yes_no, default: no}
      - {name: width, kind: number, unit: mm, default: -1 mm}
      - {name: lid, kind: choice, choices: [none, oak, elm], default: none}
  YAML

  def outside(given)
    output, status = Open3.capture2('node', SCRIPT, stdin_data: JSON.generate(given))
    assert_predicate status, :success?
    JSON.parse(output)
  end

  def with(table) = Plan.of(Family::Edits.apply(family(PARAMETERS), { 'do' => 'put_rule_table', 'rule_table' => table }))

  # A table at random, in the words of our own files: units, choices without quotes, yes and no.
  def table(random)
    number = -> { random.rand(0..20) }
    tests = { 'length' => ['-', "< #{number.call} mm", "[#{number.call}..20 mm]", "#{number.call}, #{number.call} mm", "not(#{number.call} mm)", ">= #{number.call / 10.0} cm"],
              'holes' => ['-', "<= #{random.rand(1..6)}", '(1..4)', '2, 3'], 'wood' => ['-', 'oak', 'oak, elm', 'not("ash")'], 'drilled' => %w[- yes no] }
    inputs = tests.keys.sample(random.rand(1..3), random: random)
    policy = %w[unique any first collect].sample(random: random)
    width = -> { ["#{number.call} mm", number.call.to_s, '2.5 cm'].sample(random: random) }
    # Every other table decides a second thing, where a blank is no contradiction here and there only.
    lids = policy == 'any' ? %w[oak] : ['', 'oak', 'elm']
    double = policy != 'collect' && random.rand(2).zero?
    rows = Array.new(random.rand(1..4)) do
      { 'tests' => inputs.map { |input| tests[input].sample(random: random) },
        **(double ? { 'values' => [width.call, lids.sample(random: random)] } : { 'value' => width.call }) }
    end
    aggregate = policy == 'collect' ? { 'aggregate' => %w[sum min max count].sample(random: random) } : {}
    { 'name' => 'Widths <&>', 'note' => 'All of them', 'policy' => policy, 'inputs' => inputs, 'rows' => rows, **aggregate,
      **(double ? { 'outputs' => %w[width lid] } : { 'output' => 'width' }) }
  end

  def cases(random) = Array.new(25) { { 'length' => random.rand(0..44) / 2.0, 'holes' => random.rand(1..6), 'wood' => %w[oak ash elm].sample(random: random), 'drilled' => [true, false].sample(random: random) } }

  def test_generated_tables_go_out_and_in_and_decide_the_same
    random = Random.new(17)
    tables = Array.new(ENV['LATTICE_LONG'] ? 60 : 15) { [with(table(random)), cases(random)] }
    files = tables.map { |plan, _| Exchange::DecisionFile.write(plan) }
    answers = outside(files.zip(tables).map { |xml, (_, given)| { 'xml' => xml, 'cases' => given } })
    tables.zip(files, answers).each do |(plan, given), xml, answer|
      assert_empty answer['warnings']
      read = Exchange::DecisionFile.read(answer['again'], plan)
      again = with(read.first)
      assert_equal xml, Exchange::DecisionFile.write(again)
      given.zip(answer['results']).each do |values, wanted|
        answers = values.transform_values { |value| { true => 'yes', false => 'no' }.fetch(value, value.to_s) }
        outputs = plan.family.rule_tables.first.outputs
        wanted = Array.new(outputs.size, wanted) if wanted.nil? || wanted == 'clash'
        [plan, again].each { |own| assert_equal wanted, outputs.map { |name| decision(own.outcome(pick(answers: answers)), name) }, "#{xml}\n#{values}" }
      end
    end
  end

  # What a table decides of a name: nil where it says nothing.
  def decision(outcome, name)
    return 'clash' if outcome.findings.any? { |finding| finding.code == :hit_clash }

    outcome.decider(name).kind == :rule ? outcome.value(name) : nil
  end

  def test_the_demo_goes_out_and_in
    plan = Plan.of(side_frame)
    read = Exchange::DecisionFile.read(Exchange::DecisionFile.write(plan), plan)
    again = read.reduce(side_frame) { |own, tree| Family::Edits.apply(own, { 'do' => 'put_rule_table', 'rule_table' => tree }) }
    8.times { |row| assert_equal plan.outcome_at([row]).values.grep_v(Float::NAN), Plan.of(again).outcome_at([row]).values.grep_v(Float::NAN) }
  end

  # A file as others write it: ends left out as ]5..15[ (OMG DMN 1.5, 10.3.1.2), default outputs, lists.
  def by_hand(policy, rows, output: '', more: '')
    rules = rows.map { |test, value| "<rule><inputEntry><text>#{test}</text></inputEntry><outputEntry><text>#{value}</text></outputEntry></rule>" }.join
    <<~XML
      <definitions xmlns="#{Exchange::DecisionFile::MODEL}" name="n" namespace="n"><decision id="d" name="By hand"><decisionTable hitPolicy="#{policy}"#{more}>
      <input><inputExpression typeRef="number"><text>length</text></inputExpression></input><output name="width" typeRef="number">#{output}</output>#{rules}
      </decisionTable></decision></definitions>
    XML
  end

  def test_what_others_write_is_read_as_they_mean_it
    own = Plan.of(family(PARAMETERS))
    plan = with(Exchange::DecisionFile.read(by_hand('UNIQUE', [[']5..15[', 1], ['[15..20[', 2], [']20..30]', 3]]), own).first)
    assert_empty plan.errors
    said = [5, 5.1, 14.9, 15, 19.9, 20, 20.1, 30, 31].map { |length| plan.outcome(pick(answers: { 'length' => length.to_s })).value('width') }
    assert_equal [-1, 1, 1, 2, 2, -1, 3, 3, -1], said

    default = '<defaultOutputEntry><text>7</text></defaultOutputEntry>'
    plan = with(Exchange::DecisionFile.read(by_hand('FIRST', [['>= 10', 1]], output: default), own).first)
    assert_equal([7.0, 1.0], [9, 10].map { |length| plan.outcome(pick(answers: { 'length' => length.to_s })).value('width') })
    ranked = '<outputValues><text>3, 2, 1</text></outputValues>'
    plan = with(Exchange::DecisionFile.read(by_hand('PRIORITY', [['-', 1], ['> 5', 2], ['> 9', 3]], output: ranked), own).first)
    assert_equal([1.0, 2.0, 3.0], [1, 6, 10].map { |length| plan.outcome(pick(answers: { 'length' => length.to_s })).value('width') })
  end

  def test_what_would_be_lost_is_refused_in_words
    own = Plan.of(family(PARAMETERS))
    { by_hand('UNIQUE', [['-', 1]], output: '<defaultOutputEntry><text>7</text></defaultOutputEntry>') => 'default output',
      by_hand('COLLECT', [['-', 1]]) => 'collects a list' }.each do |xml, words|
      assert_includes refused(Exchange::Unreadable) { Exchange::DecisionFile.read(xml, own) }.message, words
    end
    assert_equal 'sum', Exchange::DecisionFile.read(by_hand('COLLECT', [['-', 1]], more: ' aggregation="SUM"'), own).first['aggregate']
  end

  def test_what_is_no_decision_table_is_refused_in_words
    plan = Plan.of(side_frame)
    two = Exchange::DecisionFile.write(plan).sub('<output ', '<output id="other"/><output ')
    { '' => 'no XML', '<a>' => 'no XML', '<a/>' => 'no decision table', two => 'an output without a name',
      Exchange::DecisionFile.write(plan).sub('FIRST', 'RULE ORDER') => 'RULE ORDER', 'x' * 2_000_001 => 'larger than 2 MB' }.each do |bytes, words|
      assert_includes refused(Exchange::Unreadable) { Exchange::DecisionFile.read(bytes, plan) }.message, words
    end
  end
end
