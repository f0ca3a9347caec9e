# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/known_assembly'

# What the line says that tells what an edit does, against a deep comparison of outcomes and solids that shares nothing with it.
class ContrastTest < CoreCase
  TIMES = ENV['LATTICE_LONG'] ? 100 : 9

  # Everything there is of an outcome and its solids, plainly; of names that both plans have.
  def deep(outcome, common)
    model = Geometry::Model.of(outcome)
    [said(outcome, common), outcome.labels, outcome.properties, outcome.findings.map { |one| [one.code, one.message, one.place.to_s] }.sort_by(&:to_s).uniq,
     model.findings.map { |one| [one.code, one.message] }.sort_by(&:to_s).uniq, Result.new(outcome.plan, outcome: outcome).price, inner(outcome, common),
     laid(model), model.bodies.map { |body| [body.path, body.part.name, number(body.volume), number(body.mass), body.colour, [body.frame.origin, body.frame.u, body.frame.v].flatten.map { |one| number(one) }, body.bounds.size.map { |one| number(one) }] }.sort_by(&:to_s)].inspect
  end

  def number(amount) = amount.finite? ? amount.round(6) + 0.0 : 'none'

  def said(outcome, common)
    outcome.plan.targets.reject { |target| target.port? || target.kind == :row || !common.include?([outcome.plan.family.name, target.name]) }
           .map { |target| [target.name, outcome.values[target.index].then { |value| value.is_a?(Float) ? number(value) : value }] }.sort_by(&:first) +
      [outcome.lines.map(&:to_s)]
  end

  def inner(outcome, common)
    outcome.placings.select(&:built?).sort_by(&:name).map { |one| [one.name, one.instances.map { |number, own| [number, said(own, common), inner(own, common)] }] }
  end

  # Where components are, on all levels, also those in which nothing is built.
  def laid(model)
    model.laid.map { |one| [one.name, one.instances.map { |number, frame, inner| [number, [frame.origin, frame.u, frame.v].flatten.map { |part| number(part) }, laid(inner)] }] }.sort_by(&:first)
  end

  def names(plan) = plan.placed.all.flat_map { |one| names(one.plan) } + plan.targets.map { |target| [plan.family.name, target.name] }

  # A tower with three rows, of families that a random edit may change.
  def families(seed)
    KnownAssembly.new(seed).families.map do |family|
      family.name == 'Tower' ? Family.from_tree(family.to_tree.merge('tables' => [{ 'name' => 'heights', 'columns' => [{ 'target' => 't', 'unit' => 'mm' }], 'rows' => [20, 50, 85].map { |t| { 'name' => "T#{t}", 'cells' => { 't' => t.to_s } } } }], 'currency' => 'EUR', 'base_price' => '5 EUR')) : family
    end
  end

  def plans(families, before = {}, changed: nil)
    order = ['Leaf A', 'Leaf B', 'Box', 'Tower']
    stale = changed ? { 'Leaf A' => ['Leaf A', 'Box', 'Tower'], 'Leaf B' => ['Leaf B', 'Box', 'Tower'], 'Box' => %w[Box Tower], 'Tower' => ['Tower'] }.fetch(changed) : order
    order.each_with_object({}) do |name, made|
      family = families.find { |one| one.name == name }
      made[name] = stale.include?(name) ? Plan.of(family, before: before[name], library: Plan::Library.none.with(made)) : before[name]
    end
  end

  # An edit of one of the families, as a tree that is changed.
  def edit(tree, random)
    component = tree['components'].to_a.sample(random: random)
    edits = [-> { tree['parameters'].sample(random: random)['note'] = 'Only said.' },
             -> { tree['parameters'].select { |own| own['default'] }.sample(random: random)['default'] = "#{random.rand(5..95)} mm" },
             -> { tree['rules'] = tree['rules'].to_a.drop(1) },
             -> { tree['rules'] = [*tree['rules'], { 'name' => "Said #{random.rand(99)}", 'when' => "#{tree['parameters'].first['name']} > #{random.rand(0..90)} mm", 'then' => [consequence(random)] }] },
             -> { tree['parts'].to_a.sample(random: random)&.dig('stock')&.store('height', "#{random.rand(18..22)} mm") },
             -> { tree['parts'].to_a.sample(random: random)&.store('material', %w[steel aluminium].sample(random: random)) }]
    if component
      edits += [-> { component['rows'] = {} }, -> { component['values'] = component['values'].to_a.drop(1).to_h }, -> { component['at'] = { 'x' => "#{random.rand(0..2) * 100} mm" } },
                -> { component['pattern']&.store('pitch', "#{random.rand(2..4)}00 mm") }, -> { component['pattern']&.store('along', 'y') }, -> { component['built_when'] = "#{tree['parameters'].first['name']} > 40 mm" },
                -> { component['note'] = 'Only said.' }, -> { component['called'] = 'N {index}' if component['pattern'] }]
    end
    edits.sample(random: random).call
    tree
  end

  def consequence(random)
    [{ 'warn' => 'Mind it.' }, { 'forbid' => 'Never.' }, { 'operation' => 'Deburr' }, { 'price' => 'More', 'amount' => '1 EUR' }].sample(random: random)
  end

  def test_what_an_edit_does_is_what_a_deep_comparison_finds
    looked = Hash.new(0)
    TIMES.times do |seed|
      random = Random.new(seed)
      own = families(seed)
      before = plans(own)
      next unless before['Tower'].runnable?

      5.times { |at| compare(own, before, random, "seed #{seed}, edit #{at}", looked) }
    end
    assert_operator looked[true], :>, TIMES
    assert_operator looked[false], :>, TIMES / 2
  end

  # What is placed anew but means the same changes nothing, also where nothing can be weighed.
  def test_a_component_that_is_compiled_anew_is_no_change
    leg = { 'name' => 'Leg', 'parts' => [{ 'name' => 'post', 'stock' => { 'kind' => 'plate', 'width' => '50', 'height' => '60', 'thickness' => '5' } }] }
    hall = Family.from_tree('name' => 'Hall', 'components' => [{ 'name' => 'leg', 'family' => 'Leg' }], 'tables' => [{ 'name' => 'size', 'columns' => [], 'rows' => [{ 'name' => 'A', 'cells' => {} }] }])
    thick = leg.merge('parts' => [leg['parts'].first.merge('stock' => leg['parts'].first['stock'].merge('thickness' => '6'))])
    one, same, other = [leg, leg, thick].map { |tree| Plan.of(hall, library: Plan::Library.new([Family.from_tree(tree)])) }
    assert_equal([0, 1], [same, other].map { |plan| Variants::BlastRadius.new(one, plan, work: 0).to_tree['changed'] })
  end

  # The first component of a family, and the last one that goes.
  def test_a_component_comes_and_goes
    leg = Family.from_tree('name' => 'Leg', 'parts' => [{ 'name' => 'post', 'stock' => { 'kind' => 'plate', 'width' => '50', 'height' => '60', 'thickness' => '5' } }])
    alone = { 'name' => 'Hall', 'tables' => [{ 'name' => 'size', 'columns' => [], 'rows' => [{ 'name' => 'A', 'cells' => {} }] }] }
    library = Plan::Library.new([leg])
    one, other = [alone, alone.merge('components' => [{ 'name' => 'leg', 'family' => 'Leg' }])].map { |tree| Plan.of(Family.from_tree(tree), library: library) }
    assert_equal([1, 1], [[one, other], [other, one]].map { |pair| Variants::BlastRadius.new(*pair).to_tree['changed'] })
  end

  def compare(own, before, random, told, looked)
    name = own.map(&:name).sample(random: random)
    tree = JSON.parse(JSON.generate(own.find { |one| one.name == name }.to_tree))
    tree['currency'] ||= 'EUR'
    base = own.map { |one| one.name == name ? Family.from_tree(JSON.parse(JSON.generate(tree))) : one }
    before = plans(base, before, changed: name)
    after = plans(base.map { |one| one.name == name ? Family.from_tree(edit(tree, random)) : one }, before, changed: name)
    return unless [before, after].all? { |plans| plans['Tower'].runnable? }

    tower, changed = [before, after].map { |plans| plans['Tower'] }
    common = names(tower) & names(changed)
    differs = Variants::All.new(tower).zip(Variants::All.new(changed)).reject { |one, other| deep(one.outcome, common) == deep(other.outcome, common) }.map { |one, _| one.name }
    line = Variants::BlastRadius.new(tower, changed, work: 10**9, listed: 9).to_tree

    assert_equal differs, line['rows'].map { |row| row['name'] }, "#{told} of #{name}: #{line['rows'].map { |row| row['texts'] }}"
    assert_equal differs.size, line['changed']
    assert(line['rows'].all? { |row| row['texts'].any? }, "#{told}: #{line['rows']}")
    differs.each { |_| looked[true] += 1 }
    looked[false] += 1 if differs.empty?
  end
end
