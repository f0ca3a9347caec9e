# frozen_string_literal: true

require_relative '../support/core'
require 'json'
require 'open3'

# The formula language: against feelin (npm), an independent FEEL, on unit-free expressions; then what is
# ours: units, dimensions, messages.
class FormulaTest < CoreCase
  LENGTH = Formula::Type.number(Units::LENGTH)
  NAMES = { 'length' => [2000.0, LENGTH], 'depth' => [120.0, LENGTH], 'finish' => ['painted', Formula::Type.text(%w[painted zinc])],
            'pieces' => [4.0, Formula::NUMBER] }.freeze

  # Random unit-free expressions of a wanted type. Divisors are never zero, roots never of negatives.
  class Generator
    def initialize(seed) = @random = Random.new(seed)

    def number(depth)
      return literal if depth.zero?

      case @random.rand(11)
      when 0..1 then "(#{number(depth - 1)} #{pick('+', '-', '*')} #{number(depth - 1)})"
      when 2 then "#{number(depth - 1)} / (#{literal} + 1)"
      when 3 then "(if #{truth(depth - 1)} then #{number(depth - 1)} else #{number(depth - 1)})"
      when 4 then "#{pick('min', 'max', 'sum', 'mean')}(#{Array.new(3) { number(depth - 1) }.join(', ')})"
      when 5 then "#{pick('min', 'max', 'sum')}([#{number(depth - 1)}, #{literal}])"
      when 6 then "#{pick('floor', 'ceiling', 'abs')}(#{number(depth - 1)})"
      when 7 then "sqrt(abs(#{number(depth - 1)}))"
      when 8 then "modulo(#{number(depth - 1)}, #{literal} + 1)"
      when 9 then "(#{literal} ** #{pick(0, 1, 2, 3)})"
      else "-#{literal}"
      end
    end

    def truth(depth)
      return "#{literal} #{sign} #{literal}" if depth.zero?

      case @random.rand(7)
      when 0 then "(#{truth(depth - 1)} #{pick('and', 'or')} #{truth(depth - 1)})"
      when 1 then "not(#{truth(depth - 1)})"
      when 2 then "(#{number(depth - 1)} between #{bounds.join(' and ')})"
      when 3 then "(#{literal} in #{pick('[', '(')}#{bounds.join('..')}#{pick(']', ')')})"
      when 4 then "(#{literal} in (#{literal}, #{literal}, #{literal}))"
      when 5 then "\"#{pick('oak', 'ash')}\" = \"#{pick('oak', 'ash')}\""
      else "(#{number(depth - 1)} #{sign} #{number(depth - 1)})"
      end
    end

    private

    # In order: DMN (10.3.2.5) says that nothing lies between 19 and 1, feelin turns such bounds round.
    def bounds = [literal, literal].sort_by(&:to_f)

    def literal = pick(@random.rand(10).to_s, format('%.1f', @random.rand(20.0)), format('%.2f', @random.rand(3.0)))
    def sign = pick('<', '<=', '>', '>=', '=', '!=')
    def pick(*choices) = choices.sample(random: @random)
  end

  def test_generated_expressions_agree_with_feelin
    generator = Generator.new(7089)
    texts = Array.new(1300) { generator.number(3) } + Array.new(800) { generator.truth(3) }
    script = File.join(ROOT, 'test/support/feelin.mjs')
    answers, status = Open3.capture2('node', script, stdin_data: JSON.generate(texts))

    assert_predicate status, :success?
    texts.zip(JSON.parse(answers)).each do |text, theirs|
      ours = evaluate(text)
      theirs.is_a?(Numeric) ? assert_in_delta(theirs, ours, 1e-6 * [1, theirs.abs].max, text) : assert_equal(theirs, ours, text)
    end
  end

  # Examples that the text of OMG DMN 1.5 prints for the part of FEEL that we have: 10.3.2.5 and 10.3.2.6
  # (comparison, in), 10.3.2.7 (arithmetic), 10.3.2.14 (if), 10.3.4.2 to 10.3.4.5 (functions). From memory.
  DMN = { 'if "Y" = "Y" then 1 else 2' => 1.0, '5 between 1 and 10' => true, '5 in ([1..4])' => false, '5 in (<= 5)' => true, '10 + 5' => 15.0,
          '(1 + 2) * 3' => 9.0, '2 ** 3' => 8.0, '"foo" + "bar"' => 'foobar', 'not(true)' => false, 'substring("foobar", 3)' => 'obar',
          'substring("foobar", 3, 3)' => 'oba', 'substring("foobar", -2, 1)' => 'a', 'string_length("foo")' => 3.0, 'upper_case("aBc4")' => 'ABC4',
          'lower_case("aBc4")' => 'abc4', 'substring_before("foobar", "bar")' => 'foo', 'substring_before("foobar", "xyz")' => '',
          'substring_after("foobar", "ob")' => 'ar', 'contains("foobar", "of")' => false, 'starts_with("foobar", "fo")' => true,
          'ends_with("foobar", "r")' => true, 'list_contains([1, 2, 3], 2)' => true, 'count([1, 2, 3])' => 3.0, 'min([1, 2, 3])' => 1.0,
          'min(1, 2, 3)' => 1.0, 'max(1, 2, 3)' => 3.0, 'sum([1, 2, 3])' => 6.0, 'mean([1, 2, 3])' => 2.0, 'mean(1, 2, 3)' => 2.0,
          'product(2, 3, 4)' => 24.0, 'median(8, 2, 5, 3, 4)' => 4.0, 'median([6, 1, 2, 3])' => 2.5, 'floor(1.5)' => 1.0, 'floor(-1.5)' => -2.0,
          'ceiling(1.5)' => 2.0, 'ceiling(-1.5)' => -1.0, 'abs(10)' => 10.0, 'abs(-10)' => 10.0, 'modulo(12, 5)' => 2.0, 'modulo(-12, 5)' => 3.0,
          'modulo(12, -5)' => -3.0, 'modulo(-12, -5)' => -2.0, 'modulo(10.1, 4.5)' => 1.1, 'modulo(-10.1, 4.5)' => 3.4, 'sqrt(16)' => 4.0,
          'log(10)' => 2.302585093, 'exp(5)' => 148.413159103, 'odd(5)' => true, 'odd(2)' => false, 'even(5)' => false, 'even(2)' => true,
          '[1, 2, 3, 4][item > 2][1]' => 3.0, '[1, 2, 3, 4][-1]' => 4.0, 'all([true, false])' => false, 'any([false, true])' => true }.freeze

  def test_examples_of_the_dmn_text
    DMN.each do |text, value|
      value.is_a?(Float) ? assert_in_delta(value, evaluate(text), 1e-9, text) : assert_equal(value, evaluate(text), text)
    end
  end

  def test_every_documented_example_holds
    Formula::Functions::ALL.each_value { |function| assert_equal function.example.last, evaluate(function.example.first), function.name }
  end

  def test_the_reference_is_made_from_the_definition
    assert_equal Formula::Reference.page, File.read(File.join(ROOT, 'docs/formulas.md')), 'run: rake docs'
  end

  def test_units_in_literals_and_results
    { '1/2 in' => 12.7, '3 1/2 in' => 88.9, %q(5' 6") => 1676.4, %q(5' 6 1/2" - 6") => 1536.7, "5'" => 1524.0, '2 in + 1 mm' => 51.8, 'length / 2 mm' => 1000.0, '1 / 2' => 0.5,
      'length in [1 m..2 m]' => true, '7.85 g/cm3 * 1 m3' => 7850.0, 'sqrt(length * 5 mm)' => 100.0, 'sin(30 deg)' => 0.5,
      'LENGTH > 900 mm and finish = "painted"' => true, 'round_up(depth, 50 mm)' => 150.0, 'if length > 900 mm then 4 else 2' => 4.0 }
      .each do |text, value|
      assert_equal value, evaluate(text, NAMES), text
    end
  end

  # 0.1 + 0.2 is not 0.3 in binary; engineers compare at limits all the same.
  def test_comparisons_at_a_limit
    assert evaluate('0.1 + 0.2 = 0.3')
    assert evaluate('3 * 0.1 <= 0.3')
    refute evaluate('length > 2 m', NAMES)
    assert_in_delta 26.0, evaluate('floor((2000.1 - 0.1) / 76.923076923076923)')
  end

  # Message, remedy and the underlined part of each wrong formula.
  def test_wrong_formulas_are_refused_in_place
    { 'lenght * 2' => ['lenght', /no name "lenght". Did you mean length\?/],
      'length + 2' => ['length + 2', /Write 2 mm/], 'pieces + 3 mm' => ['pieces + 3 mm', /cannot be added. Write|cannot be added/],
      'length > 3' => ['length > 3', /Write 3 mm/], 'finish = "pinted"' => ['"pinted"', /Did you mean painted/],
      'finish = 3' => ['finish = 3', /cannot be compared/], '3 + finish' => ['finish', /number/], '2 > true' => ['2 > true', /cannot be compared/],
      'finish = painted' => ['painted', /in quotes, "painted"/], 'floor(length)' => ['floor(length)', /expects plain numbers/],
      'sqroot(4)' => ['sqroot', /Did you mean sqrt/], '5 mn' => ['mn', /no unit "mn"/], '1 / 0' => ['0', /divides by zero/],
      'length +' => ['', /ends too early/], '(length' => ['', /Expected \)/], "'oak'" => ["'", /does not belong/], "5' 2" => ['2', /not expected/],
      'if finish then 1 else 2' => ['finish', %r{yes/no value is expected}], '"oak' => ['"', /not closed/] }
      .each do |text, (part, message)|
      error = refused { evaluate(text, NAMES) }

      assert_match message, error.full_text, text
      assert_equal part, text[error.span.start, error.span.length], text
    end
  end

  # Nothing that a user types becomes code, and nothing else than our own error comes out.
  def test_hostile_texts
    random = Random.new(1)
    pieces = ['`id`', '#{exit}', '"\#{exit}"', 'system("id")', "\0", '((((', ']]]]', '1e99', '9' * 50, 'v0', 'o[0]', '..', 'if', 'in',
              '\\', '"', "'", '∞']
    texts = Array.new(5000) { Array.new(random.rand(1..6)) { pieces.sample(random: random) }.join(['', ' ', '+'].sample(random: random)) }
    [*texts, '(' * 10_000, '[' * 500, 'not(' * 200, '1+' * 900, 'system', '1e999', '-' * 300, ''].each do |text|
      evaluate(text, NAMES)
    rescue Formula::Error => e
      assert_operator e.span.start, :<=, text.size
    end
    assert_equal '#{1 + 1}`id`', evaluate('"#{1 + 1}`id`"')
  end
end
