# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'
require 'json'
require 'open3'

# Solids against manifold-3d (npm), standards, and properties that hold for any shape.
class SolidsTest < CoreCase
  # Random plates, drilled from front and side, with bosses; hollow bars, turned parts and folded sheets with features
  # that cross each other and the edges.
  def test_volumes_and_surfaces_agree_with_manifold
    many = ENV['LATTICE_LONG'] ? 48 : 6
    solids = Array.new(many) { |seed| RandomSolid.new(seed) }
    answers, status = Open3.capture2('node', File.join(ROOT, 'test/support/manifold.mjs'), stdin_data: JSON.generate(solids.map(&:steps)))

    assert_predicate status, :success?
    solids.zip(JSON.parse(answers)).each_with_index do |(solid, (volume, surface)), seed|
      found = Result.new(plan(solid.yaml)).model.solids.first

      # All is exact here; there circles have 144 sides, which tells where pieces run into each other.
      exact = found.tangled.empty?

      assert_in_epsilon volume, found.volume, exact ? 2e-6 : 2e-5, "seed #{seed}"
      assert_in_epsilon surface, found.surface_area, exact ? 1e-6 : 4e-4, "seed #{seed}"
    end
  end

  # Mass in kg/m of hot names, wall thickness in mm: square and rectangular sections of EN 10219-2, tubes of EN 10220
  # (both from memory).
  HOLLOW = { [20, 20, 2] => 1.05, [30, 30, 2] => 1.68, [40, 40, 3] => 3.30, [50, 50, 3] => 4.25, [60, 60, 4] => 6.71, [80, 80, 4] => 9.22,
             [100, 100, 5] => 14.4, [120, 120, 6] => 20.7, [150, 150, 8] => 33.9, [50, 30, 3] => 3.30, [60, 40, 3] => 4.25, [80, 40, 4] => 6.71,
             [100, 50, 4] => 8.59, [120, 80, 5] => 14.4 }.freeze
  TUBES = { [21.3, 2.0] => 0.952, [26.9, 2.3] => 1.40, [33.7, 2.6] => 1.99, [42.4, 2.6] => 2.55, [48.3, 2.6] => 2.93, [60.3, 2.9] => 4.11,
            [76.1, 2.9] => 5.24, [88.9, 3.2] => 6.76, [114.3, 3.6] => 9.83 }.freeze

  def test_masses_of_sections_are_those_of_the_standards
    HOLLOW.each do |(height, width, thickness), mass|
      assert_in_epsilon mass, mass_of("{kind: bar, outline: hollow, height: #{height}, width: #{width}, thickness: #{thickness}, length: 1 m}"), 0.01,
                        "#{height} x #{width} x #{thickness}"
    end
    TUBES.each do |(diameter, thickness), mass|
      assert_in_epsilon mass, mass_of("{kind: bar, outline: tube, diameter: #{diameter}, thickness: #{thickness}, length: 1 m}"), 0.01, "#{diameter} x #{thickness}"
    end
  end

  def mass_of(stock) = Result.new(plan("parts:\n  - {name: bar, stock: #{stock}}\n")).facts['mass']

  # Compensation v in mm for bends by 90 degrees, by gauge and inner radius, and flat lengths: DIN 6935 and its
  # supplement 2 (from memory), rounded there to tenths.
  COMPENSATION = { [1.0, 1.0] => -1.9, [1.0, 1.6] => -2.1, [1.5, 1.6] => -2.9, [2.0, 2.5] => -4.0, [3.0, 4.0] => -6.1, [4.0, 6.0] => -8.3, [5.0, 8.0] => -10.6 }.freeze

  def test_bend_allowances_are_those_of_the_standard
    COMPENSATION.each do |(gauge, radius), value|
      assert_in_delta value, Geometry::FlatPattern.compensation(radius, gauge, 90.0), 0.16, "#{gauge} R#{radius}"
    end

    assert_in_delta 1.0, Geometry::FlatPattern.factor(11.0, 2.0), 1e-12
    assert_in_delta 0.65, Geometry::FlatPattern.factor(2.0, 2.0), 1e-12
    # An opening angle above 90 degrees: outside lengths meet in the corner; hand calculation.
    hand = (Math::PI * 45 / 180 * (3 + (1 * Geometry::FlatPattern.factor(3.0, 2.0)))) - (2 * 5 * Math.tan(Math::PI / 8))

    assert_in_delta hand, Geometry::FlatPattern.compensation(3.0, 2.0, 45.0), 1e-12
  end

  # The flat pattern of a channel: outside lengths plus the compensation of each bend.
  def test_a_flat_pattern_has_the_length_of_the_standard
    solid = solid_of('folded_sheet, width: 400, height: 120, thickness: 2, bend_radius: 2.5',
                     ['{name: up, kind: bend, edge: top, length: 40}', '{name: down, kind: bend, edge: bottom, length: 40}', '{name: lip, kind: bend, face: up, edge: top, length: 15}'])
    xs, ys = Geometry::Planar.rings(solid.blank.flat.area).first.first.transpose

    assert_in_delta 400, xs.max - xs.min, 1e-9
    assert_in_delta 120 + 40 + 40 + 15 + (3 * Geometry::FlatPattern.compensation(2.5, 2.0, 90.0)), ys.max - ys.min, 1e-9
    assert_equal %w[front back up up.inside down down.inside lip lip.inside].sort, solid.blank.walls.map(&:name).sort
    assert_in_delta 120, solid.bounds.size[1], 1e-6
    assert_in_delta 40, solid.bounds.size[2], 1e-6
  end

  # Clearance holes in mm, fine, medium, coarse: ISO 273:1979, table (from memory).
  CLEARANCE = { 'M3' => [3.2, 3.4, 3.6], 'M5' => [5.3, 5.5, 5.8], 'M6' => [6.4, 6.6, 7], 'M8' => [8.4, 9, 10], 'M10' => [10.5, 11, 12], 'M12' => [13, 13.5, 14.5],
                'M16' => [17, 17.5, 18.5], 'M20' => [21, 22, 24], 'M24' => [25, 26, 28], 'M30' => [31, 33, 35] }.freeze

  def test_clearance_holes_are_those_of_the_standard
    CLEARANCE.each do |bolt, diameters|
      %w[fine medium coarse].zip(diameters) do |fit, diameter|
        solid = solid_of('plate, width: 100, height: 100, thickness: 10', ["{name: a, kind: clearance_hole, bolt: #{bolt}, fit: #{fit}}"])

        assert_in_delta 100_000 - (Math::PI * (diameter**2) / 4 * 10), solid.volume, 1e-6, "#{bolt} #{fit}"
      end
    end
  end

  # Doubling all lengths gives eight times the volume, four times the surface.
  def test_scaling
    6.times do |seed|
      yaml = RandomSolid.new(seed + 30).yaml
      one = Result.new(plan(yaml)).model.solids.first
      two = Result.new(plan(yaml.gsub(/(?<![f\w])(-?\d+(?:\.\d+)?)(?=[,}\]])/) { (2 * Regexp.last_match(1).to_f).to_s })).model.solids.first

      assert_in_epsilon one.volume * 8, two.volume, 1e-4, yaml
      one.centroid.zip(two.centroid) { |here, there| assert_in_delta here * 2, there, 0.02, yaml }
    end
  end

  # Moving a feature that stays inside changes no mass; hiding changes none; suppressed and restored is as before.
  def test_moving_hiding_and_restoring
    body = lambda do |x, extra = ''|
      "parts:\n  - name: plate\n    stock: {kind: plate, width: 300, height: 100, thickness: 6}\n    features:\n      " \
        "- {name: a, kind: counterbored_hole, diameter: 6, head_diameter: 11, head_depth: 3, horizontal: {from: left, offset: #{x}}#{extra}}\n      " \
        "- {name: b, kind: slot, length: 30, width: 9, vertical: {from: bottom, offset: 20}}\n"
    end
    masses = [40, 90, 133.7, 250].map { |x| Result.new(plan(body.call(x))).facts['mass'] }

    masses.each { |mass| assert_in_delta masses.first, mass, 1e-12 }
    assert_in_delta masses.first, Result.new(plan(body.call(40, ", shown_when: 'no'"))).facts['mass'], 1e-15
    compiled = plan(body.call(40))
    suppressed = Result.new(compiled, pick(overrides: { 'a.built' => 'suppressed' }))

    assert_operator suppressed.facts['mass'], :>, masses.first
    assert_in_delta masses.first, Result.new(compiled).facts['mass'], 0
  end

  # The centre of mass: a plate's middle; with half of it twice as thick, by hand; of a family with two parts.
  def test_centre_of_mass
    solid = solid_of('plate, width: 100, height: 40, thickness: 10', ['{name: a, kind: pad, width: 50, height: 40, rise: 9.999999, horizontal: {from: left, offset: 25}}'])
    # Two blocks: 40,000 mm3 at z = 5 and 20,000 mm3 at z = 15.
    assert_in_delta ((40_000 * 50) + (20_000 * 25)) / 60_000.0, solid.centroid[0], 1e-4
    assert_in_delta ((40_000 * 5) + (20_000 * 15)) / 60_000.0, solid.centroid[2], 1e-4

    two = Result.new(plan(<<~YAML)).more_facts
      parts:
        - {name: one, stock: {kind: plate, width: 10, height: 10, thickness: 10}}
        - {name: two, stock: {kind: plate, width: 10, height: 10, thickness: 10}, at: {x: 100, turn_z: 90 deg}}
    YAML

    assert_equal([50.0, 5.0, 5.0], two['centre'].map { |part| part.round(9) })
    assert_equal([100.0, 10.0, 10.0], two['size'].map { |part| part.round(9) })
    assert_in_delta 1200, two['surface'], 1e-9
  end

  def solid_of(stock, features)
    Result.new(plan("parts:\n  - name: piece\n    stock: {kind: #{stock}}\n    features:\n#{features.map { |line| "      - #{line}\n" }.join}")).model.solids.first
  end
end
