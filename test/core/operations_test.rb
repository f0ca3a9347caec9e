# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'

# What is done to parts: against solids, the contours of the geometry kernel, and what must hold of any part.
class OperationsTest < CoreCase
  USUAL = Workshop::USUAL

  def operations(result, workshop = USUAL) = Quantities::Operations.new(result, workshop)
  def of(yaml) = operations(Result.new(plan(yaml)))

  # Outlines and what is cut right through a flat piece are as long as the contours that the kernel finds (OCCT), in every row.
  def test_laser_lengths_are_those_of_the_kernel
    plan = demo_plans.fetch('Side frame')
    plan.family.table('size').rows.first(ENV['LATTICE_LONG'] ? 99 : 3).each do |row|
      result = Result.new(plan, pick(rows: { 'size' => row.name }))
      solid = result.model.solids.first.solid
      contours = ExactSolids.contours([ExactSolids::FlatPiece.new(solid)]).first
      cut = operations(result).all.select { |one| one.kind == 'laser' }
      assert_in_epsilon contours.flatten.sum { |mark| length(mark) }, cut.sum { |one| one.travel * one.count }, 1e-6, row.name
      # Its through cuts go right through, whatever the thickness.
      assert_equal [solid.blank.thickness], cut.select(&:through).map(&:deep).uniq
    end
  end

  def length(mark)
    mark.is_a?(Drawing::Marks::Line) ? Math.hypot(mark.till[0] - mark.from[0], mark.till[1] - mark.from[1]) : mark.radius * mark.sweep.abs
  end

  # Every feature that is built is an operation, one that is suppressed is none; the order is that of making.
  def test_every_built_feature_is_an_operation
    (ENV['LATTICE_LONG'] ? 120 : 18).times do |seed|
      yaml = RandomSolid.new(seed).yaml
      all = of(yaml).all
      solid = Result.new(plan(yaml)).model.solids.first
      expected = solid.features.reject { |feature| feature.problem || (feature.kind.role == :cut && feature.pieces.empty?) }.map(&:name)
      assert_equal expected.sort, all.filter_map { |one| one.feature&.name }.uniq.sort, "seed #{seed}"
      ranks = all.map { |one| Workshop::OPERATIONS.keys.index(one.kind) }
      assert_equal ranks.sort, ranks, "seed #{seed}"
      name = expected.first or next
      without = of(yaml.sub("{name: #{name},", "{name: #{name}, built_when: 1 = 2,")).all
      assert_empty(without.select { |one| one.feature&.name == name }, "seed #{seed}")
    end
  end

  BAR = <<~YAML
    parts:
      - name: bar
        stock: {kind: bar, outline: rectangular, height: 60, width: 40, length: 300, left_mitre: 45}
        features:
          - {name: pilot, kind: hole, diameter: 6.8, depth: 20, thread: M8, horizontal: {from: left, offset: 100}}
          - {name: bolt, kind: counterbored_hole, diameter: 9, head_diameter: 15, head_depth: 8, horizontal: {from: left, offset: 150}}
          - {name: large, kind: hole, diameter: 30, through: part, horizontal: {from: left, offset: 200}}
          - {name: odd, kind: hole, diameter: 9.3, horizontal: {from: left, offset: 250}, pattern: {kind: linear, along: horizontal, count: 2, pitch: 20}}
          - {name: slit, kind: slot, length: 30, width: 2, horizontal: {from: left, offset: 50}}
  YAML

  # By hand: what each feature of a bar takes, with tools, sides, places, depths, times and costs.
  def test_operations_of_a_bar
    made = of(BAR)
    told = made.all.map { |one| [one.kind, one.feature&.name, one.size, one.count] }
    assert_equal [['saw', nil, nil, 2], ['mill', 'slit', 2.0, 1], ['mill', 'large', 30.0, 1], ['drill', 'pilot', 6.8, 1], ['drill', 'bolt', 9.0, 1], ['drill', 'odd', 9.3, 2],
                  ['counterbore', 'bolt', 15.0, 1], ['tap', 'pilot', nil, 1]], told
    by = made.all.to_h { |one| [[one.kind, one.feature&.name], one] }
    assert_equal 'mitres 45° and 0°', by[['saw', nil]].about
    # Right through 40 mm, with half a millimetre and the tip of the drill, 0.3 of its diameter.
    assert_in_delta 40 + 0.5 + (0.3 * 9.3), by[%w[drill odd]].deep, 1e-6
    assert_equal [true, 20.0], [by[%w[drill odd]].through, by[%w[drill pilot]].deep]
    assert_equal [[250.0, 30.0], [270.0, 30.0]], by[%w[drill odd]].positions
    assert_equal 'M8', by[%w[tap pilot]].about
    # 0.2 min for each of two, and 150 mm a minute; 52 an hour.
    minutes = 2 * (0.2 + (43.29 / 150))
    assert_in_delta minutes, by[%w[drill odd]].minutes(USUAL), 1e-9
    assert_equal (minutes / 60 * 52 * 100).round, by[%w[drill odd]].cents(USUAL)
    assert_equal ['The workshop has no milling cutter of 2 mm for slit of bar.', 'The workshop has no drill of 9.3 mm for odd of bar.'], made.findings.map(&:message)
    assert_match(/9 mm or 9.5 mm/, made.findings.last.remedy)
  end

  # The house says how fast and how dear; a family may say otherwise of some.
  def test_workshops
    house = Workshop::Reading.new('rates' => { 'drill' => { 'each' => '1', 'feed' => '', 'hour' => '60' } }, 'tools' => { 'drill' => '6.8; 9, 9.3' }, 'bars' => '3000 6000', 'saw' => '2').workshop
    family = Workshop::Reading.new('rates' => { 'drill' => { 'each' => '2' } }, 'currency' => 'chf').workshop
    whole = USUAL.with_own(house).with_own(family)
    assert_equal([2.0, 150.0, 60.0], whole.rate('drill').then { |rate| [rate.each, rate.feed, rate.hour] })
    assert_equal [[3000.0, 6000.0], 2.0, 'CHF', [6.8, 9.0, 9.3]], [whole.bars, whole.saw, whole.currency, whole.sizes('drill')]
    assert_equal(['The workshop has no milling cutter of 2 mm for slit of bar.'], operations(Result.new(plan(BAR)), whole).findings.map(&:message))
    assert_equal whole, Workshop.from_tree(whole.to_tree)
    { { 'rates' => { 'drill' => { 'each' => 'x' } } } => /"x" is no number for the minutes for each of drill/, { 'rates' => { 'nail' => {} } } => /no kind of operation "nail"/,
      { 'bars' => '0' } => /"0" is no number/, { 'bars' => '1 ' * 99 } => /more than 20/, { 'currency' => 'money' } => /no currency/, { 'saw' => '-1' } => /"-1"/ }.each do |tree, words|
      assert_match words, refused(VastLattice::Error) { Workshop::Reading.new(tree).workshop }.message
    end
  end

  # Of a product all parts, as often as they are there, and what rules add in components.
  def test_whole_products
    made = operations(Result.new(demo_plans.fetch('Straight module')))
    rollers = made.all.select { |one| one.part&.title == 'Tube' && one.kind == 'saw' }
    assert_equal [26], rollers.map(&:parts)
    assert_operator made.all.select { |one| one.kind == 'rule' }.sum(&:parts), :>, 1
    assert_in_delta made.all.sum { |one| one.minutes(USUAL) * one.parts }, made.minutes, 1e-9
  end
end
