# frozen_string_literal: true

require_relative '../support/core'

# What must not change when something else does.
class InvarianceTest < CoreCase
  LENGTH = Formula::Type.number(Units::LENGTH)

  # Random formulas over lengths: [text, power of length].
  def expression(random, depth)
    return [%w[a b c].sample(random: random), 1] if depth.zero?

    left, power = expression(random, depth - 1)
    right, other = expression(random, depth - 1)
    case random.rand(5)
    when 0 then power == other ? ["(#{left} + #{right})", power] : ["#{left} * 2", power]
    when 1 then power + other <= 4 ? ["(#{left}) * (#{right})", power + other] : [left, power]
    when 2 then power == other ? ["max(#{left}, #{right})", power] : ["(#{left}) / 3", power]
    when 3 then power == other ? ["(if #{left} > #{right} then #{left} else #{right} * 2)", power] : [right, other]
    else ["abs(#{left} - #{left} / 3)", power]
    end
  end

  # Scaling every length by ten scales a result of length to the n by ten to the n: no formula can tell in
  # which unit the lengths were meant.
  def test_formulas_do_not_know_units
    random = Random.new(21)
    300.times do
      text, power = expression(random, 3)
      values = { 'a' => random.rand(1..90), 'b' => random.rand(1..90), 'c' => random.rand(1..90) }
      small, large = [1.0, 10.0].map { |scale| evaluate(text, values.transform_values { |value| [value * scale, LENGTH] }) }

      assert_in_epsilon small * (10**power), large, 1e-9, text
    end
  end

  PLATE = <<~YAML
    parameters:
      - {name: s, kind: count, default: 1, applies_when: "true"}
      - {name: at, kind: number, unit: mm, default: 30 mm}
      - {name: on, kind: yes_no, default: "yes"}
      - {name: seen, kind: yes_no, default: "yes"}
    parts:
      - name: plate
        stock: {kind: plate, width: 200 mm * s, height: 100 mm * s, thickness: 5 mm * s}
        features:
          - {name: a, kind: hole, diameter: 12 mm * s, horizontal: {from: left, offset: at * s}, built_when: on, shown_when: seen}
          - {name: b, kind: slot, length: 40 mm * s, width: 9 mm * s, horizontal: {from: right, offset: 50 mm * s}}
          - {name: c, kind: cut_out, width: 20 mm * s, height: 10 mm * s, corner_radius: 2 mm * s, horizontal: {from: right, offset: 55 mm * s}}
  YAML

  def mass(**answers)
    Result.new(plate, pick(answers: answers.to_h { |name, text| [name.to_s, text] })).facts['mass']
  end

  def plate = @plate ||= plan(PLATE)

  # Also with cuts that overlap (b and c do).
  def test_doubling_all_lengths_gives_eight_times_the_mass
    assert_in_epsilon 8 * mass, mass(s: '2'), 1e-9
    assert_in_epsilon 27 * mass, mass(s: '3'), 1e-9
  end

  def test_moving_hiding_and_restoring_a_feature
    full = mass

    %w[20 45.5 80].each { |place| assert_in_delta full, mass(at: place), 1e-12 }
    assert_in_delta full, mass(seen: 'no'), 1e-12
    assert_in_delta full + (Math::PI * 36 * 5 * 7.85e-6), mass(on: 'no'), 1e-12
    assert_in_delta full, mass(on: 'yes'), 1e-12
  end
end
