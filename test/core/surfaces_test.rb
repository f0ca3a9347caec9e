# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_sheet'
require_relative '../support/random_solid'

# Surfaces against closed formulas, meshes that close, and every view of everything.
class SurfacesTest < CoreCase
  # A straight hole through a flat wall takes two discs of the surface and adds the wall of the hole: by closed formula. Of every
  # stock, in every wall where a hole lies clear: [stock, face, thickness of the wall there].
  WALLS = [
    ['plate, width: 200, height: 120, thickness: 12', 'front', 12], ['plate, width: 200, height: 120, thickness: 40', 'top', 120],
    ['plate, width: 200, height: 120, thickness: 40', 'left', 200],
    ['bar, outline: hollow, height: 60, width: 40, thickness: 3, length: 300', 'front', 3],
    ['bar, outline: hollow, height: 60, width: 40, thickness: 3, length: 300', 'back', 3],
    ['bar, outline: hollow, height: 60, width: 40, thickness: 3, length: 300', 'top', 3],
    ['bar, outline: hollow, height: 60, width: 40, thickness: 3, corner_radius: 0, length: 300', 'bottom', 3],
    ['bar, outline: rectangular, height: 60, width: 40, length: 300', 'front', 40],
    ['bar, outline: rectangular, height: 60, width: 40, length: 300', 'top', 60],
    ['bar, outline: channel, height: 100, width: 50, thickness: 6, flange_thickness: 8, root_radius: 4, length: 300', 'back', 6],
    ['folded_sheet, width: 200, height: 120, thickness: 2, bend_radius: 2', 'front', 2]
  ].freeze

  def test_a_hole_changes_the_surface_of_every_wall_by_the_closed_formula
    WALLS.each do |stock, face, wall|
      diameter = 17.3
      whole = surface(stock)
      holed = surface(stock, "{name: hole, kind: hole, face: #{face}, diameter: #{diameter}}")

      assert_in_delta whole + (Math::PI * diameter * wall) - (Math::PI * (diameter**2) / 2), holed, 1e-6 * whole, "#{stock} #{face}"
    end
  end

  # By hand: a solid bar 60 × 40 × 300 with one hole of 30 through its 40.
  def test_the_surface_of_a_bar
    whole = 2 * ((60 * 40) + (60 * 300) + (40 * 300))
    bar = surface('bar, outline: rectangular, height: 60, width: 40, length: 300', '{name: hole, kind: hole, face: front, diameter: 30}')

    assert_in_delta whole + (Math::PI * 30 * 40) - (Math::PI * 30 * 30 / 2), bar, 1e-6
  end

  def test_the_meshes_of_all_demo_parts_and_of_random_ones_are_closed
    demo_plans.each_value do |plan|
      picks(plan).each { |pick| Result.new(plan, pick).model.solids.each { |solid| assert_closed solid, "#{plan.family.name} #{solid.part.name}" } }
    end
    (ENV['LATTICE_LONG'] ? 120 : 4).times do |seed|
      assert_closed Result.new(plan(RandomSolid.new(seed + 200).yaml)).model.solids.first, "seed #{seed + 200}"
    end
  end

  # Sheets with bends on all edges and no margins leave bodies whose sides all go on in others.
  def test_every_view_of_random_sheets
    (ENV['LATTICE_LONG'] ? 500 : 15).times do |seed|
      plan = plan(RandomSheet.new(seed).yaml)
      result = Result.new(plan)

      Drawing::Views::NAMES.each { |view| assert_drawn result, view, "seed #{seed}" }
      result.model.solids.each { |solid| assert_closed solid, "seed #{seed}" }
    end
  end

  # Beyond what numbers tell apart, a soft edge may lie between opposite sides.
  def test_meshes_of_sizes_beyond_sense_are_numbers
    result = Guide::Filling.new(Plan.of(side_frame), side_frame.form('quick'), { 'length' => '99999999999999999999 mm' }).result
    numbers = result.scene['shapes'].flat_map { |shape| shape['groups'].flat_map { |group| group['positions'] + group['normals'] } }
    assert_operator numbers.size, :>, 1000
    assert numbers.all?(&:finite?)
  end

  def test_every_view_of_every_row_of_the_demo
    demo_plans.each_value.reject { |plan| plan.family.components.any? && !ENV['LATTICE_LONG'] }.each do |plan|
      picks(plan).each { |pick| Drawing::Views::NAMES.each { |view| assert_drawn Result.new(plan, pick), view, plan.family.name } }
    end
  end

  private

  def surface(stock, feature = nil)
    features = feature ? "    features:\n      - #{feature}\n" : ''
    Result.new(plan("parts:\n  - name: piece\n    stock: {kind: #{stock}}\n#{features}")).model.solids.first.surface_area
  end

  # As it begins; with --long every row of each table, too.
  def picks(plan)
    rows = ENV['LATTICE_LONG'] ? plan.family.tables.flat_map { |table| table.rows.map { |row| { table.name => row.name } } } : []
    [{}, *rows].map { |row| Plan::Pick.new(rows: row) }
  end

  # Nothing raises inside, and no number is none.
  def assert_drawn(result, view, told)
    picture = result.view(view)

    assert(result.findings.none? { |finding| finding.code == :picture_failed }, "#{told} #{view}")
    refute_match(/NaN|Infinity/, picture, "#{told} #{view}") if picture
  end

  # Each edge of its triangles is there twice, in opposite ways; so are its volume and its solid's nearly the same.
  def assert_closed(solid, told)
    triangles = Geometry::Mesh.new(solid).groups.flat_map { |group| group['positions'].each_slice(9).map { |nine| nine.each_slice(3).to_a } }
    edges = triangles.reject { |triangle| triangle.uniq.size < 3 }.flat_map { |one, two, three| [[one, two], [two, three], [three, one]] }.tally

    assert_empty(edges.reject { |(from, till), count| edges[[till, from]] == count }, told)
    volume = triangles.sum { |one, two, three| Geometry::Vector.dot(one, Geometry::Vector.cross(two, three)) / 6 }

    assert_in_epsilon solid.volume, volume, 0.01, told
  end
end
