# frozen_string_literal: true

require_relative '../support/core'
require 'csv'
require 'tmpdir'

# Parts lists: against counting the bodies of the model one by one, and as files and commands give them.
class PartsListTest < CoreCase
  MODULE = File.join(ROOT, 'demo/straight-module.yaml')
  BOLT = { 'name' => 'Bolt', 'currency' => 'EUR', 'base_price' => '0.125 EUR', 'patterns' => { 'part_number' => 'B-{long}' },
           'parameters' => [{ 'name' => 'long', 'kind' => 'number', 'unit' => 'mm', 'default' => '20 mm' }],
           'parts' => [{ 'name' => 'shank', 'stock' => { 'kind' => 'turned', 'steps' => [{ 'length' => 'long', 'diameter' => '8 mm' }] } }] }.freeze

  def plan_of(*trees) = Plan::Library.new(trees.map { |tree| Family.from_tree(tree) }).plan(trees.last['name'])
  def list_of(plan, pick = Plan::Pick.new) = Quantities::PartsList.new(plan.outcome(pick))

  # For every variant of the module: parts and masses of the list are those of the bodies, prices those of the result.
  def test_the_module_counted_body_by_body
    plan = demo_plans.fetch('Straight module')
    Variants::All.new(plan).each_slice(ENV['LATTICE_LONG'] ? 1 : 3).map(&:first).each do |variant|
      result = variant.result
      list = Quantities::PartsList.new(result.outcome)
      bodies = result.model.bodies
      parts = list.indented.select(&:part?)
      assert_equal bodies.group_by { |body| body.part.title }.transform_values(&:size),
                   parts.group_by(&:title).transform_values { |same| same.sum(&:total) }, variant.name
      assert_in_epsilon bodies.sum(&:mass), list.mass, 1e-9, variant.name
      assert_in_epsilon list.mass, parts.sum(&:total_mass), 1e-9, variant.name
      assert_in_delta result.price.to_f, list.price.plain.values.sum, 0.005, variant.name
      numbers_and_levels(list)
    end
  end

  # Numbers count on, within what is around; a quantity is of one of what is around, a total of the whole.
  def numbers_and_levels(list)
    assert_equal((1..list.whole.positions.size).map(&:to_s), list.whole.positions.map(&:number))
    list.indented.each do |one|
      assert_equal one.positions.each_index.map { |at| "#{one.number}.#{at + 1}" }, one.positions.map(&:number)
      one.positions.each { |inner| assert_equal one.total * inner.quantity, inner.total, inner.number }
    end
    (1..list.depth).each { |level| assert_equal [level], list.level(level).map(&:level).uniq }
    assert_equal(list.indented.group_by(&:key).transform_values { |same| same.sum(&:total) }, list.flat.to_h { |one| [one.key, one.total] })
  end

  # Equal results are one position, wherever they come from; others are not. Cents are rounded for each, and counted.
  def test_equal_results_are_one_position
    box = { 'name' => 'Box', 'components' => [
      { 'name' => 'near', 'family' => 'Bolt', 'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => '3', 'pitch' => '20 mm' } },
      { 'name' => 'far', 'family' => 'Bolt', 'values' => { 'long' => '2 cm' } },
      { 'name' => 'steps', 'family' => 'Bolt', 'values' => { 'long' => '10 mm * index' }, 'called' => 'Step {index}',
        'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => '3', 'pitch' => '20 mm' } }
    ] }
    list = list_of(plan_of(BOLT, box))
    assert_equal([['B-20', 5], ['B-10', 1], ['B-30', 1]], list.whole.positions.map { |one| [one.part_number, one.quantity] })
    assert_equal ['near', 'far', 'steps.2'].map(&:to_s), list.whole.positions.first.names
    assert_equal ['Step 2'], list.whole.positions.first.called
    # An eighth of a Euro is 13 cents, seven times.
    assert_in_delta 0.91, list.price.plain.values.sum, 1e-9
  end

  # Whoever decides the quantity is told; nothing is no line; what is undefined says so, and the sums with it.
  def test_who_decides_how_many
    rack = { 'name' => 'Rack', 'parameters' => [{ 'name' => 'wanted', 'kind' => 'count', 'default' => '4' }, { 'name' => 'part', 'kind' => 'number', 'default' => '0' }],
             'components' => [{ 'name' => 'bolts', 'family' => 'Bolt', 'built_when' => 'wanted > 1', 'values' => { 'long' => '60 mm / part' },
                                'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => 'wanted', 'pitch' => '20 mm' } }] }
    plan = plan_of(BOLT, rack)
    four = list_of(plan, Plan::Pick.new(answers: { 'part' => '3' }))
    assert_equal ['B-20', 4], [four.flat.first.part_number, four.flat.first.total]
    assert_match(/bolts.count: .* makes 4 of them: count wanted/, four.flat.first.reasons.join)
    assert_empty list_of(plan, Plan::Pick.new(answers: { 'wanted' => '0', 'part' => '3' })).indented
    undefined = list_of(plan)
    assert_predicate undefined.mass, :nan?
    assert_equal 'undefined', Exchange::PartsSheets.tree(undefined)['mass']
    assert_includes Exchange::PartsSheets.rows(undefined.indented).last, 'undefined'
  end

  # The command, with the families beside the file, from a bundle of each kind, and without what is used.
  def test_commands
    code, out, = lattice('parts', MODULE, '--row', 'equipment=guided', '--row', 'size=SM-400-1000')
    assert_equal 0, code
    assert_match(/^Position +Part number/, out)
    rollers = Plan::Pick.new(rows: { 'equipment' => 'guided', 'size' => 'SM-400-1000' })
    list = list_of(demo_plans.fetch('Straight module'), rollers)
    assert_match(/^In all: #{Regexp.escape(Variants::Figures.mass_text(list.mass))}/, out)
    rows = CSV.parse(lattice('parts', MODULE, '--row', 'equipment=guided', '--row', 'size=SM-400-1000', '--csv', '--flat')[1])
    assert_equal(list.flat.map { |one| one.total.to_f }, rows.drop(1).map { |row| row[4].to_f })
    Dir.mktmpdir do |folder|
      bundles = { 'm.yaml' => [], 'm.zip' => %w[--zip] }.to_h { |name, options| [File.join(folder, name), lattice('bundle', MODULE, *options)[1]] }
      bundles.each { |path, bytes| File.binwrite(path, bytes) }
      trees = bundles.keys.map { |path| JSON.parse(lattice('parts', path, '--json')[1]) }
      assert_equal [JSON.parse(lattice('parts', MODULE, '--json')[1])], trees.uniq
      alone = File.join(folder, 'alone', 'straight-module.yaml')
      FileUtils.mkdir_p(File.dirname(alone))
      FileUtils.cp(MODULE, alone)
      code, _, err = lattice('parts', alone)
      assert_equal 2, code
      assert_match(/There is no family "Side frame"/, err)
      refute_match(/\.rb:/, err)
    end
  end

  # A pin that is the same, once by a row and once by values, is one position; two pins of one number that are not the same are told.
  def pins(values, number: 'PIN-{long}')
    pin = { 'name' => 'Pin', 'patterns' => { 'part_number' => number }, 'parameters' => [{ 'name' => 'long', 'kind' => 'number', 'unit' => 'mm', 'default' => '20 mm' }, { 'name' => 'thick', 'kind' => 'number', 'unit' => 'mm', 'default' => '6 mm' }],
            'parts' => [{ 'name' => 'pin', 'stock' => { 'kind' => 'plate', 'width' => 'long', 'height' => 'thick', 'thickness' => '5 mm' } }],
            'tables' => [{ 'name' => 'sizes', 'columns' => [{ 'target' => 'long', 'unit' => 'mm' }], 'rows' => [{ 'name' => 'S', 'cells' => { 'long' => '30' } }] }] }
    box = { 'name' => 'Box', 'components' => [{ 'name' => 'one', 'family' => 'Pin', 'rows' => { 'sizes' => 'S' } }, { 'name' => 'two', 'family' => 'Pin', 'rows' => { 'sizes' => 'none' }, 'values' => values }] }
    Plan::Library.new([pin, box].map { |tree| Family.from_tree(tree) }).plan('Box')
  end

  def test_one_part_number_is_one_thing
    same = pins({ 'long' => '30 mm' })
    assert_equal([[%w[one two], 2]], Quantities::PartsList.new(same.outcome).level(1).map { |one| [one.names, one.total] })
    assert_empty Result.new(same).findings
    other = Result.new(pins({ 'long' => '30 mm', 'thick' => '7 mm' }))
    assert_equal [:number_shared], other.findings.map(&:code)
    assert_match(/PIN-30 is the part number of different things: one \(.* kg\) and two \(.* kg\)/, other.findings.first.message)
    assert_empty Result.new(pins({ 'long' => '30 mm', 'thick' => '7 mm' }, number: 'PIN-{long}-{thick}')).findings
  end

  # The frame of one variant and that of another have one number although their holes differ: told of the family.
  def test_one_part_number_over_the_variants
    demo = demo_plans['Straight module']
    assert_empty(Checks::SharedNumbers.new(demo).found)
    frame = Family::Edits.apply(demo.placed['right_frame'].plan.family, 'do' => 'set_pattern', 'name' => 'part_number', 'text' => 'SF-{length}')
    changed = Plan.of(demo.family, library: demo.placed.library.with({ frame.name => Plan.of(frame) }))
    assert_includes Checks::SharedNumbers.new(changed).found.map { |one| one.finding.message[/\ASF-\d+/] }, 'SF-2500'
  end
end
