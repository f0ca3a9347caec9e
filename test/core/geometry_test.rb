# frozen_string_literal: true

require_relative '../support/core'

# Plates against hand calculation and handbook masses; what is wrong with a shape.
class GeometryTest < CoreCase
  # Mass of 1000 plain washers in kg as handbooks of fasteners print it for ISO 7089 / DIN 125-A in steel
  # (from memory).
  HANDBOOK = { 'M3' => 0.119, 'M4' => 0.308, 'M5' => 0.443, 'M6' => 1.02, 'M8' => 1.83, 'M10' => 3.57, 'M12' => 6.27, 'M14' => 8.6,
               'M16' => 11.3, 'M18' => 14.7, 'M20' => 17.2, 'M22' => 18.4, 'M24' => 32.3, 'M27' => 42.3, 'M30' => 53.6, 'M33' => 75.4,
               'M36' => 92.1 }.freeze

  def test_washers_have_the_masses_of_the_handbook
    variants = Variants::All.new(Plan.of(washers)).to_a

    assert_equal HANDBOOK.keys, variants.map(&:name)
    variants.each do |variant|
      assert_in_epsilon HANDBOOK.fetch(variant.name), variant.result.facts['mass'] * 1000, 0.01, variant.name
      assert_empty variant.result.findings
    end
  end

  # Exact: 200 x 100 less a hole of 20, a slot of 40 x 10 and a cut-out of 30 x 20 with corners of 4.
  def test_areas_by_hand
    result = Result.new(plan(plate_yaml(200, 100, 5, <<~YAML)))
      - {name: a, kind: hole, diameter: 20, horizontal: {from: left, offset: 30}}
      - {name: b, kind: slot, length: 40, width: 10, angle: 30 deg}
      - {name: c, kind: cut_out, width: 30, height: 20, corner_radius: 4, horizontal: {from: right, offset: 30}}
    YAML
    hole = Math::PI * 100
    slot = (30 * 10) + (Math::PI * 25)
    cut = (30 * 20) - ((4 - Math::PI) * 16)

    assert_in_delta 20_000 - hole - slot - cut, result.facts['area'], 1e-9
    assert_in_delta result.facts['area'] * 5, result.facts['volume'], 1e-9
    assert_in_delta result.facts['volume'] * 7.85e-6, result.facts['mass'], 1e-12
    assert_equal 3, result.facts['instances']
  end

  def plate_yaml(width, height, thickness, features)
    stock_yaml("width: #{width}, height: #{height}, thickness: #{thickness}", features)
  end

  def stock_yaml(stock, features)
    "parts:\n  - name: plate\n    stock: {kind: plate, #{stock}}\n    features:\n#{features.gsub(/^/, '      ')}\n"
  end

  # From the left, from the right, from the centre: where each instance is.
  def test_positions_and_patterns
    result = Result.new(plan(plate_yaml(300, 100, 2, <<~YAML)))
      - {name: left, kind: hole, diameter: 4, horizontal: {from: left, offset: 20}, pattern: {along: horizontal, count: 3, pitch: 30}}
      - {name: right, kind: hole, diameter: 4, horizontal: {from: right, offset: 20}, vertical: {from: top, offset: 10}, pattern: {along: horizontal, count: 2, pitch: 30}}
      - {name: centre, kind: hole, diameter: 4, vertical: {from: bottom, offset: 15}, pattern: {along: horizontal, count: 2, pitch: 30}}
    YAML
    centres = %w[left right centre].map { |name| result.model.feature(name).loops.map { |loop| loop.circle.first(2) } }

    assert_equal [[[20.0, 50.0], [50.0, 50.0], [80.0, 50.0]], [[280.0, 90.0], [250.0, 90.0]], [[135.0, 15.0], [165.0, 15.0]]], centres
  end

  # What is wrong with a shape is named with the feature and the number.
  def test_shapes_that_cannot_be
    found = Result.new(plan(plate_yaml(300, 100, 2, <<~YAML))).findings.map { |finding| [finding.code, finding.level, finding.message] }
      - {name: off, kind: hole, diameter: 4, horizontal: {from: left, offset: 400}}
      - {name: edge, kind: hole, diameter: 20, horizontal: {from: left, offset: 5}}
      - {name: one, kind: hole, diameter: 20, vertical: {from: top, offset: 20}}
      - {name: two, kind: slot, length: 40, width: 8, vertical: {from: top, offset: 20}}
      - {name: none, kind: hole, diameter: 5 mm - 5 mm}
      - {name: short, kind: slot, length: 8, width: 9}
      - {name: many, kind: hole, diameter: 1, pattern: {along: horizontal, count: 5000, pitch: 1}}
    YAML

    assert_equal %i[impossible_dimension impossible_shape overlap through_edge too_many touches_nothing], found.map(&:first).sort
    assert_includes found, [:impossible_dimension, :error, 'The diameter of none is 0 mm.']
    assert_includes found, [:overlap, :warning, 'one and two overlap.']
    assert_equal 0, Result.new(plan(plate_yaml('0 mm', 5, 1, '[]').sub("features:\n      []", 'features: []'))).model.solids.size
  end

  # The drawing is well-formed, shows what is shown, and dimensions from the edge that was chosen.
  def test_front_view
    svg = Result.new(Plan.of(side_frame), pick(rows: { 'size' => 'SF-1000' })).front_view
    typed = Result.new(Plan.of(side_frame)).front_view(texts: :formula)

    assert_match(%r{\A<svg xmlns="http://www.w3.org/2000/svg"}, svg)
    assert_includes svg, '>12 × 75<'
    assert_includes svg, '>13 × ⌀12.5<'
    assert_includes typed, '>25 × roller_pitch<'
    assert_includes typed, '>26 × ⌀shaft_bore<'
    assert_equal %w[guide_holes label_hole left_leg_slot right_leg_slot shaft_holes tie_holes windows],
                 svg.scan(/data-feature="(\w+)"/).flatten.sort
  end
end
