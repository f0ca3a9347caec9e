# frozen_string_literal: true

require_relative '../support/core'
require 'open3'

# Conversions against GNU units (Debian package units), which has definitions of its own.
class UnitsTest < CoreCase
  # Our symbol => theirs, where they differ; theirs alone where they agree.
  GNU = { 'mil' => 'mil', 'deg' => 'degree', 'gon' => 'grade', 'rev' => 'turn', 'arcmin' => 'arcmin', 'arcsec' => 'arcsec',
          'L' => 'liter', 'l' => 'liter', 'ml' => 'ml', 't' => 'tonne', 'h' => 'hour', 'Nm' => 'N m', 'Nmm' => 'N mm',
          'kNm' => 'kN m', 'gal' => 'gallon', 'um' => 'micron', 'yd' => 'yard', 'rad' => 'radian', 'ha' => 'hectare',
          'rad/s' => 'radian/s', 'Hz' => 'Hz', 'degC' => 'degC', '1/min' => '1/min', '1/s' => '1/s', 'rev/min' => 'turn/min', 'km/h' => 'km/hour' }.freeze
  GROUPS = [%w[mm cm dm m km in ft yd mil um], %w[mm2 cm2 m2 in2 ft2 ha], %w[mm3 cm3 m3 l L ml in3 ft3 gal],
            %w[g kg mg t lb oz], %w[s ms min h day], %w[deg rad gon arcmin arcsec rev], %w[N kN lbf kgf],
            %w[Pa kPa MPa GPa bar mbar psi N/mm2 lbf/in2], %w[Nm Nmm kNm J kJ lbf*ft], %w[W kW J/s],
            %w[g/cm3 kg/m3 lb/ft3 kg/dm3], %w[kg/m g/mm lb/ft], %w[m/s mm/s km/h ft/min], %w[rad/s rev/min deg/s], %w[Hz kHz 1/s 1/min], %w[A mA],
            %w[V mV kV], %w[ohm kohm V/A]].freeze

  def pairs = GROUPS.flat_map { |group| group.each_cons(2).to_a + [[group.last, group.first]] }

  def test_conversions_agree_with_gnu_units
    asked = pairs.map { |from, to| "#{theirs(from)}\n#{theirs(to)}" }.join("\n")
    answers, status = Open3.capture2('units', '--quiet', '--one-line', '--strict', '--output-format', '%.15g', stdin_data: "#{asked}\n")
    factors = answers.lines.map { |line| Float(line.strip.delete_prefix('*').strip) }

    assert_predicate status, :success?
    assert_operator pairs.size, :>=, 60
    assert_equal pairs.size, factors.size
    assert_empty Units::Catalogue.symbols - GROUPS.flatten - %w[K degC % pcs EUR ct USD GBP CHF °] # these stand alone
    pairs.zip(factors).each do |(from, to), factor|
      assert_in_epsilon factor, Units.convert(1r, from, to).to_f, 1e-12, "#{from} to #{to}"
    end
  end

  def theirs(unit) = GNU.fetch(unit) { unit.gsub(/(?<=[a-z])(?=\d)/, '^').tr('*', ' ') }

  # Temperatures with a zero of their own, against GNU units' tempC; a unit with such a zero stands alone.
  def test_degrees_celsius
    [-40, 0, 20, 36.6, 100].each do |celsius|
      kelvin, = Open3.capture2('units', '--quiet', '--one-line', '--strict', '--output-format', '%.15g', "tempC(#{celsius})", 'K')
      assert_in_delta Float(kelvin.strip.delete_prefix('*').strip), Units.convert(celsius.to_r, 'degC', 'K').to_f, 1e-9
      assert_in_delta Float(kelvin.strip.delete_prefix('*').strip), evaluate("#{celsius} degC"), 1e-9
      assert_equal "#{celsius} degC", Units::Format.quantity(evaluate("#{celsius} degC").round(9), Units['degC'])
    end
    assert evaluate('20 degC + 5 K = 25 degC and -5 degC < 0 degC and 300 K > 20 degC')
    assert_in_delta(50.0, evaluate('3000 1/min'))
    assert_includes refused(Units::Error) { Units['W/degC'] }.message, 'a zero of its own'
  end

  def test_conversion_between_dimensions_is_refused_by_name
    error = refused(Units::Error) { Units.convert(1r, 'mm', 'kg') }

    assert_equal 'mm is a length, kg is a mass.', error.message
    assert_match(/Did you mean mm/, refused(Units::Error) { Units['mmm'] }.remedy)
  end

  def test_texts_have_no_more_digits_than_matter_and_read_back
    { 2000.0 => '2000', 12.7 => '12.7', 1 / 3r => '0.333333', 0.0 => '0', 1_234_567.0 => '1234567', 7.85e-6 => '0.00000785' }
      .each { |amount, text| assert_equal text, Units::Format.number(amount.to_f) }
    assert_equal '0', Units::Format.number(-0.0)
    assert_equal '0.5 in', Units::Format.quantity(12.7, Units['in'])
    assert_equal 'undefined', Units::Format.quantity(Float::NAN, Units['mm'])
  end

  # A density in base units is a millionth of its number in g/cm3; rounding must not eat its digits.
  def test_rounding_keeps_small_base_amounts
    assert_in_delta 2.7055e-6, evaluate('2.7055 g/cm3 * 1'), 1e-15
    assert_equal 9, Units::LENGTH.decimals
    assert_equal 18, Units::DENSITY.decimals
  end
end
