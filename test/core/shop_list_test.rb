# frozen_string_literal: true

require_relative '../support/core'

# Drill and bend lists: what they say is what the solids have.
class ShopListTest < CoreCase
  PLATE = <<~YAML
    parts:
      - name: plate
        stock: {kind: plate, width: 200 mm, height: 100 mm, thickness: 12 mm}
        features:
          - {name: row, kind: hole, diameter: 8 mm, horizontal: {from: left, offset: 30 mm}, vertical: {from: top, offset: 20 mm}, pattern: {count: 3, pitch: 40 mm}}
          - {name: blind, kind: hole, diameter: 10 mm, depth: 5 mm, face: back, horizontal: {from: left, offset: 25 mm}, vertical: {from: bottom, offset: 15 mm}}
          - {name: sunk, kind: countersunk_hole, diameter: 6 mm, head_diameter: 12 mm, horizontal: {from: left, offset: 150 mm}, vertical: {from: bottom, offset: 40 mm}}
          - {name: bored, kind: counterbored_hole, diameter: 7 mm, head_diameter: 14 mm, head_depth: 6 mm, horizontal: {from: left, offset: 170 mm}, vertical: {from: bottom, offset: 60 mm}}
          - {name: bolt, kind: clearance_hole, bolt: M8, horizontal: {from: left, offset: 100 mm}, vertical: {from: bottom, offset: 30 mm}}
          - {name: window, kind: cut_out, width: 20 mm, height: 10 mm, horizontal: {from: left, offset: 60 mm}}
          - {name: gone, kind: hole, diameter: 3 mm, built_when: 'no', horizontal: {from: left, offset: 60 mm}}
  YAML

  def solid(yaml) = Result.new(plan(yaml)).model.solids.first.solid

  def test_holes
    found = Quantities::HoleList.of(solid(PLATE)).map { |hole| [hole.feature.name, hole.what, hole.side, hole.x, hole.y, hole.diameter, hole.depth, hole.angle] }
    expected = [[30, 80], [70, 80], [110, 80]].map { |x, y| ['row', :drill, 'front', x, y, 8, nil, nil] } +
               [['blind', :drill, 'back', 25, 15, 10, 5, nil], ['sunk', :drill, 'front', 150, 40, 6, nil, nil], ['sunk', :countersink, 'front', 150, 40, 12, 3, 90],
                ['bored', :drill, 'front', 170, 60, 7, nil, nil], ['bored', :counterbore, 'front', 170, 60, 14, 6, nil], ['bolt', :drill, 'front', 100, 30, 9, nil, nil]]
    assert_equal expected.sort_by(&:to_s), found.map { |row| row.map { |one| one.is_a?(Float) && one == one.to_i ? one.to_i : one } }.sort_by(&:to_s)
  end

  # In all variants of the side frame: as many as its round features have instances, each where no material is, with material beside it.
  def test_against_solids
    plan = demo_plans.fetch('Side frame')
    plan.family.table('size').rows.each do |row|
      own = Result.new(plan, pick(rows: { 'size' => row.name })).model.solids.first.solid
      holes = Quantities::HoleList.of(own)
      round = own.built.select { |feature| feature.kind.role == :cut && feature.loops.all?(&:circle) }
      assert_equal round.sum { |feature| feature.loops.size }, holes.size
      holes.group_by(&:feature).each do |feature, same|
        placed = own.features.find { |one| one.feature.equal?(feature) }
        assert_equal placed.loops.map { |loop| (2 * loop.circle.last).round(6) }, same.map(&:diameter)
        assert_in_delta placed.loops.sum(&:area) * own.blank.thickness, own.with_features { |one| !one.equal?(placed) }.volume - own.volume, 1e-3
      end
      bends = Lists::Kinds::Bends.of(own, 1)
      assert_equal own.blank.flat.bends.size, bends.size
      # Flat area by two ways: length times width of the sheet, and its volume over its thickness but for what bending stretches (DIN 6935).
      length, width = bends.first.values.last(2)
      assert_in_delta own.blank.flat.area.area, length * width, 1e-3
      assert_equal own.numbers.fetch('width') { length }, length
    end
  end

  def test_as_a_file
    subject = Results::Subject.new(plan: demo_plans.fetch('Side frame'))
    holes, bends = %w[holes bends].map { |list| CSV.parse(Results.write('shop_list.csv', subject, 'list' => list), headers: true) }
    assert_equal(['Upper flange', 'Lower flange'], bends.map { |row| row['Bend'] })
    assert_equal ['through'], holes.map { |row| row['Depth (mm)'] }.uniq
    assert_match(/"hole"/, refused(VastLattice::Error) { Results.write('shop_list.csv', subject, 'list' => 'hole') }.full_text)
  end
end
