# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/formula_maker'

# No formula raises, whatever it holds; what it cannot compute is undefined, and the compiled source says the same as the
# interpreter of trees, which shares nothing with it but the functions.
class TotalLanguageTest < CoreCase
  def undefined?(value) = Formula::Runtime.undefined?(value)
  def assert_undefined(value, text) = undefined?(value) || flunk("#{text} gives #{value.inspect}")

  # Each of these raised, or was silently wrong.
  def test_what_has_no_result_is_undefined
    %w[min max mean median].each { |name| assert_undefined evaluate("#{name}([1, 2][item > 3])"), name }
    # Of nothing there is a sum: a component of which there is none costs nothing. (FEEL has null here.)
    assert_equal([0.0, 1.0], %w[sum product].map { |name| evaluate("#{name}([1, 2][item > 3])") })
    ['[1, 2][3]', '[1, 2][0]', '[1, 2][1.5]', '["a"][2]', 'substring("oak", 0)', 'substring("oak", 9)', 'substring("oak", 1.5)',
     'substring("oak", 1, -1)', 'substring("oak", 1 / (1 - 1))', 'round_up(1 / (1 - 1), 2)', 'round_up(5, 0)', 'round_to(5, -1)',
     'lookup([1, 2][item > 3], [1, 2][item > 3], 1)', 'lookup([1], [1, 2], 2)', 'lookup(["a"][item = "b"], ["c"][item = "b"], "c")',
     'lookup_at_least([1], [1, 2], 2)', 'lookup_at_most([1, 2][item > 3], [1, 2], 2)', '1e99 ** 9', '(0 - 8) ** 0.5', 'exp(1000)',
     'sqrt(-1)', 'log(0)', 'asin(2)', 'tan(90 deg)', '1e99 * 1e99 * 1e99 * 1e99 > 3', 'modulo(5, 0)', 'odd(1 / (1 - 1))',
     'string(1 / (2 - 2))', '"a" + ["b"][2]', 'not([true][2])'].each { |text| assert_undefined evaluate(text), text }
    assert_match(/range is of numbers/, refused { evaluate('true in [true..false]') }.message)
    assert_in_delta(1.0, evaluate('[[1]][1][1]'))
  end

  def test_numbers_are_rounded_wherever_they_are_compared_listed_or_looked_up
    { 'modulo(0.3, 0.1)' => 0.0, 'list_contains([0.1 + 0.2, 5], 0.3)' => true, 'count([0.1 * 3, 0.4][item > 0.3])' => 1.0,
      'lookup_at_least([7, 8], [0.3, 0.4], 0.1 + 0.2)' => 7.0, 'lookup_at_most([7, 8], [0.1 + 0.2, 0.4], 0.3)' => 7.0,
      'lookup([7], [0.3], 0.1 + 0.2)' => 7.0, '0.1 + 0.2 in (0.3, 1)' => true, '0.3 in [0.1 + 0.2..1]' => true, 'even(0.1 * 30 - 1)' => true,
      'string(0.1 + 0.2)' => '0.3', 'asin((0.1 + 0.2) / 0.3) / 90 deg' => 1.0, 'sqrt(0.3 - 0.1 * 3)' => 0.0, '[5, 6, 7][0.1 * 30]' => 7.0,
      '1 / (0.1 + 0.2 - 0.3) > 1' => nil, 'string(1234567.5)' => '1234567.5', 'string(12345678.25)' => '12345678.25', 'odd(0.1 * 30)' => true }
      .each { |text, value| value.nil? ? assert_nil(evaluate(text), text) : assert_equal(value, evaluate(text), text) }
  end

  # OMG DMN 1.5, 10.3.2.6, the tables of conjunction and disjunction, and of negation in 10.3.4.2 (from memory): T, F and
  # null, which is our undefined. An if whose condition is null is ours: DMN takes the other branch silently.
  VALUES = { 'true' => true, 'false' => false, '[true][2]' => nil }.freeze
  AND = { [true, true] => true, [true, false] => false, [true, nil] => nil, [false, true] => false, [false, false] => false,
          [false, nil] => false, [nil, true] => nil, [nil, false] => false, [nil, nil] => nil }.freeze
  OR = { [true, true] => true, [true, false] => true, [true, nil] => true, [false, true] => true, [false, false] => false,
         [false, nil] => nil, [nil, true] => true, [nil, false] => nil, [nil, nil] => nil }.freeze

  def test_three_valued_logic
    VALUES.to_a.product(VALUES.to_a) do |(one, left), (other, right)|
      { 'and' => AND, 'or' => OR }.each do |word, table|
        wanted = table.fetch([left, right])
        wanted.nil? ? assert_nil(evaluate("#{one} #{word} #{other}")) : assert_equal(wanted, evaluate("#{one} #{word} #{other}"))
      end
      wanted = AND.fetch([left, right])
      wanted.nil? ? assert_nil(evaluate("all(#{one}, #{other})")) : assert_equal(wanted, evaluate("all(#{one}, #{other})"))
    end
    assert_nil evaluate('not([true][2])')
    assert undefined?(evaluate('if [true][2] then 1 else 2'))
    assert_in_delta(2.0, evaluate('if 1 > 2 then 1 / (1 - 1) else 2'))
    assert evaluate('not(defined(1 / (1 - 1))) and defined(1)')
  end

  # The budget of work is counted: nested filters and doubling texts end, with words.
  def test_budgets
    list = "[#{(['1'] * 200).join(',')}]"
    assert_in_delta(200.0, evaluate("count(#{list}[count(#{list}[item > 0]) > 0])"))
    assert undefined?(evaluate("count(#{list}[count(#{list}[count(#{list}[item > 0]) > 0]) > 0])"))
    doubled = plan("parameters:\n  - {name: t0, kind: text, default: abcdefghij}\n#{(1..40).map { |n| "  - {name: t#{n}, kind: text, formula: t#{n - 1} + t#{n - 1}}\n" }.join}")
    findings = doubled.outcome.findings
    assert_equal(['t10 is undefined: the text would be longer than 10000 characters'], findings.select(&:error?).map { |finding| finding.message[/\A[^,]+/] })
    nested = (1..12).reduce('1') { |text, _| "(if (#{text}) in (1, 2) then 1 else 2)" }
    assert_operator Formula::Emitter.settled(Formula.type(nested, Formula::Scope.new([]))).size, :<, 20 * nested.size
  end

  # A fair sample; bin/test --long makes 100,000.
  def test_generated_formulas_never_raise
    maker = FormulaMaker.new(11)
    kept = 0
    steady(ENV['LATTICE_LONG'] ? 100_000 : 1_500) do |number|
      text = maker.formula
      kept += 1 if same_both_ways?(text)
    rescue Formula::Error => e
      assert_operator e.span.start, :<=, text.size, number
    end
    assert_operator kept, :>, 800
  end

  NAMES = { 'length' => [2000.0, Formula::Type.number(Units::LENGTH)], 'gap' => [0.0, Formula::Type.number(Units::LENGTH)], 'n' => [4.0, Formula::NUMBER],
            'nothing' => [Float::NAN, Formula::NUMBER], 'wood' => ['oak', Formula::TEXT], 'yes' => [true, Formula::BOOLEAN], 'unknown' => [nil, Formula::BOOLEAN] }.freeze

  # Compiled and interpreted, with a reason for all that is undefined.
  def same_both_ways?(text)
    variables = NAMES.keys.each_with_index.map { |name, index| Formula::Variable.new(name: name, type: NAMES[name].last, index: index) }
    typed = Formula.type(text, Formula::Scope.new(variables))
    values = NAMES.values.map(&:first)
    names = typed.variables.map { |variable| "v#{variable.index} = v[#{variable.index}]; " }.join
    compiled = Formula.compile(Formula::Emitter.lambda_of('v', "#{names}#{Formula::Emitter.settled(typed)}")).call([]).call(values)
    plain = Formula::Evaluator.new { |variable| values[variable.index] }.settled(typed)
    origin = Formula::Origin.of(typed, []) { |variable| values[variable.index] }
    assert_equal undefined?(compiled), !origin.nil?, text
    return assert_undefined(plain, text) if undefined?(compiled)

    assert_equal plain, compiled, text
  end
end
