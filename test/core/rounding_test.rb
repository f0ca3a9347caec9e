# frozen_string_literal: true

require_relative '../support/core'

# The program's own rounding against BigDecimal (Ruby's standard library), and what depends on it.
class RoundingTest < CoreCase
  MANY = ENV['LATTICE_LONG'] ? 1_000_000 : 100_000

  def expected(value, decimals) = BigDecimal(value.to_s).round(decimals, half: :up).to_s.to_f

  def test_random_numbers_of_every_size
    random = Random.new(9)
    emitted = {}
    MANY.times do
      decimals = [9, 9, 9, 12, 2].sample(random: random)
      value = (random.rand(2).zero? ? -1 : 1) * (10.0**random.rand(-12..13)) * (1 + (9 * random.rand))
      value = value.round(random.rand(0..6)) if random.rand(3).zero?

      assert_equal expected(value, decimals), Rounding.of(value, decimals), "#{value} to #{decimals} decimals"
      emitted[decimals] ||= Formula.compile("lambda { |x| #{Rounding.source('x', decimals, 'a', 'b')} }")
      assert_equal Rounding.of(value, decimals), emitted[decimals].call(value)
    end
  end

  def test_halves_of_powers_of_ten_and_what_is_no_number
    (-20..20).each do |power|
      ["5e#{power}", "0.5e#{power}", "-5e#{power}", "1.5e#{power}"].map(&:to_f).each { |value| assert_equal expected(value, 9), Rounding.of(value), value }
    end
    [Float::INFINITY, -Float::INFINITY].each { |value| assert_equal value, Rounding.of(value) }
    assert_predicate Rounding.of(Float::NAN), :nan?
    assert_equal '0.0', Rounding.of(-1e-12).to_s
  end

  # Areas of square metres, counts of millions, and what they are compared with.
  def test_large_amounts_at_limits
    family = plan(<<~YAML)
      parameters:
        - {name: count, kind: count, default: 5000000}
        - {name: area, kind: number, unit: m2, formula: 2 m * 3 m}
        - {name: over, kind: yes_no, formula: area / 2 > 3 m2}
        - {name: share, kind: number, formula: 'floor(5000000 * 3 / 3)'}
        - {name: up, kind: number, formula: 'ceiling(15000000 / 3)'}
    YAML
    outcome = family.outcome

    assert_empty outcome.findings
    assert_equal([5e6, false, 5e6, 5e6], %w[count over share up].map { |name| outcome.value(name) })
  end

  # An argument is not rounded before the function: from a table of arc sines (from memory) to nine decimals.
  def test_arguments_of_functions_keep_their_digits
    assert_in_delta 19.471220634, evaluate('asin(1 / 3)'), 1e-9
    assert_in_delta 70.528779366, evaluate('acos(1 / 3)'), 1e-9
    assert_in_delta(-1.098612289, evaluate('log(1 / 3)'), 1e-9)
    assert_in_delta 90.0, evaluate('asin(0.1 + 0.2 + 0.7)'), 1e-9
    assert_predicate evaluate('sqrt(0.3 - 0.1 - 0.2)'), :zero?
    assert_predicate evaluate('asin(1.1)'), :nan?
  end
end
