# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'
require 'json'
require 'open3'

# What bodies have in common: against manifold-3d (npm), and what is no interference.
class InterferenceTest < CoreCase
  PAIRS = ENV['LATTICE_LONG'] ? 120 : 24

  # Random plates, bars, turned parts and sheets, turned and moved into each other. By axes of its own for every third pair, else by
  # steps of a right angle, as parts of machines lie.
  def test_volumes_agree_with_manifold
    pairs = Array.new(PAIRS) { |seed| pair(seed) }
    answers, status = Open3.capture2('node', File.join(ROOT, 'test/support/manifold.mjs'), stdin_data: JSON.generate(pairs.map(&:last)))
    assert_predicate status, :success?
    met = pairs.zip(JSON.parse(answers)).each_with_index.count do |((yaml, _), volume), seed|
      bodies = Result.new(plan(yaml)).model.bodies
      found = Geometry::Interference.new(*bodies).found
      # Arcs are chords there, and cut faces of ours are exact: within a thousandth, and what rounding leaves of nothing.
      assert_in_delta volume, found ? found.volume : 0.0, [volume * 1e-3, 0.5].max, "seed #{seed}"
      found
    end
    assert_operator met, :>, PAIRS / 2
  end

  # A solid of few features: its YAML, and the same as steps, written down independently.
  Simple = Struct.new(:yaml, :steps)

  def simple(random, kind)
    long = random.rand(60..140)
    wide = random.rand(30..60)
    deep = random.rand(12..40)
    case kind
    when 0 then Simple.new(piece("{kind: plate, width: #{long}, height: #{wide}, thickness: #{deep}}", '{name: f0, kind: hole, diameter: 14, horizontal: {from: left, offset: 25}, vertical: {from: bottom, offset: 16}}'),
                           [add([0, 0, 0], [long, wide, deep]), cone('cut', [25, 16, -1], [25, 16, deep + 1], 7)])
    when 1 then Simple.new(piece("{kind: bar, outline: rectangular, height: #{wide}, width: #{deep}, length: #{long}}", '{name: f0, kind: cut_out, face: front, width: 20, height: 12, depth: 5, horizontal: {from: left, offset: 30}, vertical: {from: bottom, offset: 14}}'),
                           [add([0, 0, 0], [long, wide, deep]), { op: 'cut', kind: 'box', low: [20, 8, deep - 5], high: [40, 20, deep + 1] }])
    when 2 then Simple.new(piece("{kind: turned, steps: [{length: #{long}, diameter: #{wide}}, {length: #{deep}, diameter: #{wide / 2}}]}"),
                           [cone('add', [0, 0, 0], [long, 0, 0], wide / 2.0), cone('add', [long, 0, 0], [long + deep, 0, 0], (wide / 2) / 2.0)])
    else Simple.new(piece("{kind: turned, steps: [{length: #{long}, diameter: #{wide}}], bores: [{from: left, diameter: #{wide - 12}}]}"),
                    [cone('add', [0, 0, 0], [long, 0, 0], wide / 2.0), cone('cut', [-1, 0, 0], [long + 1, 0, 0], (wide - 12) / 2.0)])
    end
  end

  def piece(stock, *features) = "parts:\n  - name: piece\n    stock: #{stock}\n    features: [#{features.join(', ')}]\n"
  def add(low, high) = { op: 'add', kind: 'box', low: low, high: high }
  def cone(operation, from, till, radius) = { op: operation, kind: 'cone', from: from, to: till, radii: [radius, radius] }

  # All ways in which the four meet, and in the long run solids with many features.
  def pair(seed)
    random = Random.new(seed + 900)
    one, other = seed < 60 ? [simple(random, seed % 4), simple(random, (seed / 4) % 4)] : [seed, seed + 1 + (seed % 5)].map { |own| RandomSolid.new(own) }
    turns = Array.new(3) { (seed % 3).zero? ? random.rand(0..359) : random.rand(4) * 90 }
    move = [random.rand(5..50), random.rand(5..40), random.rand(-3..8)]
    at = "at: {#{%w[x y z].zip(move).map { |axis, by| "#{axis}: #{by} mm" }.join(', ')}, #{%w[turn_x turn_y turn_z].zip(turns).map { |axis, by| "#{axis}: #{by} deg" }.join(', ')}}"
    second = other.yaml.delete_prefix("parts:\n").sub('name: piece', "name: second\n    #{at}").gsub(/\bf(\d+)\b/, 'g\\1')
    [one.yaml + second, { meet: [one.steps, other.steps], turns: turns, move: move }]
  end

  # The demo: nothing runs into anything, though shafts go through frames, plugs fill ties, and everything lies on something.
  def test_the_module_holds_together
    guided = Result.new(demo_plans.fetch('Straight module'), pick(rows: { 'size' => 'SM-500-1250', 'equipment' => 'guided' }))
    assert_empty guided.interferences.map(&:names)
  end

  # A longer shaft than its hole is wide: found once for each roller, named by path, in the place where it is.
  def test_where_and_between_whom
    families = Dir[File.join(ROOT, 'demo/*.yaml')].map { |path| read_family(File.read(path)) }
    families.map! { |family| family.name == 'Straight module' ? Family::Edits.apply(family, 'do' => 'give_components', 'components' => %w[rollers], 'path' => 'shaft_diameter', 'text' => '15 mm') : family }
    result = Result.new(Plan::Library.new(families).plan('Straight module'), pick(rows: { 'size' => 'SM-400-1000', 'equipment' => 'low' }))
    found = result.interferences
    count = result.outcome.value('roller_count').to_i
    assert_equal 2 * count, found.size
    assert_includes found.map(&:names), %w[right_frame.frame rollers.1.round_shaft]
    # The ring between the shaft and its bore, through the sheet.
    assert_in_epsilon Math::PI / 4 * ((15**2) - (12.5**2)) * 2, found.first.volume, 1e-3
    first = found.find { |one| one.names.include?('rollers.1.round_shaft') && one.names.include?('right_frame.frame') }
    assert_in_delta result.outcome.value('end_margin'), first.centre[0], 0.01
  end

  WALL = { 'name' => 'Wall', 'parts' => [{ 'name' => 'sheet', 'stock' => { 'kind' => 'plate', 'width' => '200 mm', 'height' => '100 mm', 'thickness' => '10 mm' },
                                           'features' => [{ 'name' => 'window', 'kind' => 'cut_out', 'width' => '40 mm', 'height' => '20 mm',
                                                            'horizontal' => { 'from' => 'left', 'offset' => '50 mm' }, 'vertical' => { 'from' => 'bottom', 'offset' => '50 mm' } }] }] }.freeze
  LEVER = { 'name' => 'Lever', 'parts' => [{ 'name' => 'arm', 'stock' => { 'kind' => 'plate', 'width' => '10 mm', 'height' => '10 mm', 'thickness' => '10 mm' } }] }.freeze

  # A wall with a window and levers beside it, whose envelope reaches through by +reach+.
  def machine(envelope, more = {})
    { 'name' => 'Machine', 'parameters' => [{ 'name' => 'reach', 'kind' => 'number', 'unit' => 'mm', 'default' => '30 mm' }],
      'components' => [{ 'name' => 'wall', 'family' => 'Wall' },
                       { 'name' => 'levers', 'family' => 'Lever', 'at' => { 'x' => '40 mm', 'y' => '45 mm', 'z' => '50 mm' }, 'envelope' => envelope,
                         'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => '2', 'pitch' => '100 mm' } }],
      'tables' => [{ 'name' => 'sizes', 'columns' => [{ 'target' => 'reach', 'unit' => 'mm' }],
                     'rows' => [%w[short 30], %w[long 45]].map { |name, reach| { 'name' => name, 'cells' => { 'reach' => reach } } } }] }.merge(more)
  end

  def library(*trees) = Plan::Library.new([WALL, LEVER, *trees].map { |tree| Family.from_tree(tree) })

  # What stands where a lever swings, and the cut-out that lies there: volumes by hand. Boxes of 20 x 10 reach -z from the lever.
  BOX = { 'kind' => 'box', 'label' => 'swing', 'x' => '0', 'y' => '0', 'z' => '-reach', 'length' => '20 mm', 'height' => '10 mm', 'width' => 'reach' }.freeze

  def test_what_stands_where_something_moves
    plan = library(machine(BOX)).plan('Machine')
    assert_empty plan.breaking
    short, long = %w[short long].map { |row| Checks::Interferences.of(Result.new(plan, Plan::Pick.new(rows: { 'sizes' => row }))) }
    assert_empty short
    # 45 mm from 50 mm reaches 5 mm into the wall: the second lever's box wholly, the first one's only beside the window.
    assert_equal [['cut_out', ['levers (swing)', 'wall.sheet.window']], ['envelope', ['levers (swing)', 'wall.sheet']]],
                 long.map { |one| one.values_at('kind', 'names') }.sort
    by_kind = long.to_h { |one| [one['kind'], one['volume']] }
    # The window is 40 wide about x = 50: the first box, from 40 to 60, lies in it as far as its height from 45 to 55 does.
    assert_equal [1000.0, 1000.0], by_kind.values_at('cut_out', 'envelope')
    over = Checks::Interferences.new(plan).to_tree
    assert_equal [2, 2, nil, %w[long]], [*over.values_at('variants', 'looked', 'next'), over['found'].map { |one| one['variant'] }.uniq]
    cylinder = { 'kind' => 'cylinder', 'along' => 'z', 'x' => '0', 'y' => '5 mm', 'z' => '-45 mm', 'diameter' => '8 mm', 'length' => '45 mm' }
    round = Checks::Interferences.of(Result.new(library(machine(cylinder)).plan('Machine')))
    # A cylinder of 8 mm reaches 5 mm in, twice; what of it is in the window is a cut-out.
    assert_in_epsilon Math::PI * 16 * 5 * 2, round.sum { |one| one['volume'] }, 2e-3
    assert_includes library(machine(BOX.except('width'))).plan('Machine').breaking.map(&:code), :missing_dimension
  end

  # Pairs that are allowed are told with the reason, in the family and in those that use it, and go by new names.
  def test_allowed_pairs
    family = Family.from_tree(machine(BOX))
    allow = { 'do' => 'allow_pair', 'one' => 'levers', 'other' => 'wall.sheet', 'reason' => 'It is rubber.' }
    allowed = Family::Edits.apply(family, allow)
    hall = { 'name' => 'Hall', 'components' => [{ 'name' => 'machine', 'family' => 'Machine', 'rows' => { 'sizes' => 'long' } }] }
    plans = library(allowed.to_tree, hall)
    [['Machine', { 'sizes' => 'long' }], ['Hall', {}]].each do |name, rows|
      found = Checks::Interferences.of(Result.new(plans.plan(name), Plan::Pick.new(rows: rows)))
      assert_equal ['It is rubber.'], found.map { |one| one.dig('allowed', 'reason') }.uniq, name
      assert_equal 2, found.size
    end
    assert_empty Checks::Interferences.new(plans.plan('Machine')).disputed
    refute_empty Checks::Interferences.new(library(machine(BOX)).plan('Machine')).disputed
    renamed = Family::Edits.apply(allowed, 'do' => 'rename_component', 'name' => 'levers', 'to' => 'handles')
    assert_equal([['handles', 'wall.sheet']], renamed.allowances.map { |own| [own.one, own.other] })
    follow = Plan::Renaming.of([{ 'do' => 'rename_part', 'name' => 'sheet', 'to' => 'panel' }])
    assert_equal(['wall.panel'], follow.call(plans.plan('Machine'), 'Wall').allowances.map(&:other))
    assert_empty Family::Edits.apply(allowed, 'do' => 'remove_components', 'components' => %w[levers]).allowances
    refused(Family::Edits::Error) { Family::Edits.apply(family, allow.merge('reason' => ' ')) }
    refused(Family::Edits::Error) { Family::Edits.apply(family, allow.merge('one' => 'nobody')) }
  end

  # An arm whose envelope, 100 x 50 x 60 mm, reaches 5 mm into a rail of the family that places it, 30 mm wide and 10 mm deep: by hand
  # 5 x 30 x 10 = 1,500 mm3; and into a slot of that rail.
  def test_an_envelope_is_held_against_the_family_around_it
    arm = { 'name' => 'Arm', 'parts' => [{ 'name' => 'bar', 'stock' => { 'kind' => 'plate', 'width' => '80 mm', 'height' => '20 mm', 'thickness' => '5 mm' } }] }
    rail = { 'name' => 'rail', 'stock' => { 'kind' => 'plate', 'width' => '30 mm', 'height' => '40 mm', 'thickness' => '10 mm' }, 'at' => { 'x' => '20 mm', 'y' => '45 mm', 'z' => '20 mm' },
             'features' => [{ 'name' => 'slot', 'kind' => 'cut_out', 'width' => '10 mm', 'height' => '20 mm', 'vertical' => { 'from' => 'top', 'offset' => '10 mm' } }] }
    envelope = { 'kind' => 'box', 'length' => '100 mm', 'height' => '50 mm', 'width' => '60 mm' }
    door = { 'name' => 'Door', 'parts' => [rail], 'components' => [{ 'name' => 'arm', 'family' => 'Arm', 'envelope' => envelope }] }
    found = Result.new(Plan::Library.new([arm, door].map { |tree| Family.from_tree(tree) }).plan('Door')).interferences
    rails = found.select { |one| one.names.include?('rail') }

    assert_equal [:envelope], rails.map(&:kind)
    assert_in_delta 1500, rails.first.volume, 1e-3
    deeper = Plan::Library.new([arm, door.merge('components' => [door['components'].first.merge('envelope' => envelope.merge('height' => '80 mm'))])].map { |tree| Family.from_tree(tree) })
    assert_equal %i[cut_out envelope], Result.new(deeper.plan('Door')).interferences.map(&:kind).sort
  end
end
