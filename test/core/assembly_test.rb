# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_edits'
require_relative '../support/known_assembly'

# Families made of families: against an independent reading of the design (test/support/known_assembly.rb), value by value, through
# three levels; and what each rule of composition promises.
class AssemblyTest < CoreCase
  SEEDS = ENV['LATTICE_LONG'] ? 2000 : 80

  def each_known(step = 1)
    (0...SEEDS).step(step) do |seed|
      known = KnownAssembly.new(seed)
      plan = Plan::Library.new(known.families).plan('Tower')
      assert_predicate plan, :runnable?, "#{seed}: #{plan.breaking.map(&:to_s)}"
      [{}, { 't' => 1 + ((seed * 7) % 119) }].each { |answers| yield seed, known, plan, answers }
    end
  end

  def outcome(plan, answers) = plan.outcome(Plan::Pick.new(answers: answers.transform_values { |value| "#{value} mm" }))

  def test_values_states_rows_deciders_and_quantities_are_what_the_design_says
    contradicted = 0
    each_known do |seed, known, plan, answers|
      meant = known.meaning(answers.transform_values(&:to_f))
      found = outcome(plan, answers)
      if meant.conflict?
        contradicted += 1
        assert_includes found.findings.map(&:code), :rules_disagree, seed
      else
        same(found, meant, "#{seed} #{answers}")
        list = Quantities::PartsList.new(found)
        assert_equal meant.all.sum { |node| node.lengths.size }, list.flat.select(&:part?).sum(&:total), seed
        assert_in_delta meant.all.flat_map(&:lengths).sum * 20 * 2 * 7.85e-6, list.mass, 1e-6, seed
        assert_in_delta list.mass, list.flat.select(&:part?).sum(&:total_mass), 1e-6, seed
      end
    end
    assert_operator contradicted, :<, SEEDS
  end

  # The same all the way down, also what is not built.
  def same(found, meant, where)
    names = [*meant.kind.parameters.map(&:name), *meant.kind.parts.map { |part| "#{part.name}.built" }]
    names.each do |name|
      value, decider = meant.decided(name)
      assert_equal value, found.value(name), "#{where}: #{meant.path.join('.')}.#{name}"
      assert_equal decider, found.decider(name).word, "#{where}: #{meant.path.join('.')}.#{name}"
    end
    assert_equal meant.value('size.row').to_s, found.value('size.row').to_s, where if meant.kind.table
    meant.placed_names.each do |name|
      placing = found.placing(name)
      nodes = meant.nodes(name)
      assert_equal [nodes.size, meant.built?(name)], [placing.instances.size, placing.built?], where
      nodes.zip(placing.instances) { |node, (_, own)| same(own, node, where) }
    end
  end

  def told(outcome)
    outcome.placings.sort_by(&:name).map { |one| [one.name, one.state, one.instances.map { |number, own| [number, told(own)] }] } +
      outcome.plan.targets.reject(&:port?).sort_by(&:name).map { |target| [target.name, outcome.text_of(target), outcome.decider(target.name).word] }
  end

  def test_the_order_of_writing_does_not_matter
    each_known(5) do |seed, known, plan, answers|
      other = Plan::Library.new(known.families(Random.new(seed)).shuffle(random: Random.new(seed))).plan('Tower')
      assert_equal told(outcome(plan, answers)), told(outcome(other, answers)), seed
    end
  end

  # Every name there is, one after the other, with all that follows in the families around.
  def test_renaming_anything_anywhere_leaves_equal_outcomes
    each_known(16) do |seed, known, plan, answers|
      next if answers.empty?

      families = known.families.to_h { |family| [family.name, family] }
      renames(families.values).each { |name, edit| families = renamed(families, name, edit) }
      other = Plan::Library.new(families.values).plan('New Tower')
      after = outcome(other, answers.transform_keys { |key| "#{key}_new" })
      assert_equal plain(told(outcome(plan, answers))), plain(told(after)), seed
      refute_equal told(outcome(plan, answers)), told(after)
    end
  end

  def renames(families)
    families.flat_map do |family|
      named = { 'parameter' => family.parameters, 'part' => family.parts, 'component' => family.components, 'table' => family.tables }
      list = named.flat_map { |kind, items| items.map { |item| { 'do' => "rename_#{kind}", 'name' => item.name, 'to' => "#{item.name}_new" } } }
      rows = family.tables.flat_map { |table| table.rows.map { |row| { 'do' => 'rename_row', 'table' => "#{table.name}_new", 'row' => row.name, 'name' => "#{row.name}_new" } } }
      (list + rows + [{ 'do' => 'set_family', 'field' => 'name', 'text' => "New #{family.name}" }]).map { |edit| [family.name, edit] }
    end
  end

  # What a store does in one transaction.
  def renamed(families, name, edit)
    library = Plan::Library.new(families.values)
    key = families.key?(name) ? name : "New #{name}"
    follow = Plan::Renaming.of([edit])
    families.to_h do |own, family|
      after = own == key ? Family::Edits.apply(family, edit) : follow.call(library.plan(own), key)
      [after.name, after]
    end
  end

  def plain(told)
    case told
    when Array then told.map { |one| plain(one) }.then { |list| list.all?(Array) ? list.sort_by(&:to_s) : list }
    when String then told.gsub(/_new|New /, '')
    else told
    end
  end

  # Inlined by hand: all the parts of an assembly in one flat family, with the numbers that they came to.
  def test_a_flat_family_has_the_same_mass
    each_known(10) do |seed, known, plan, answers|
      meant = known.meaning(answers.transform_values(&:to_f))
      next if meant.conflict?

      parts = meant.all.flat_map(&:lengths).each_with_index.map do |length, at|
        { 'name' => "part_#{at}", 'stock' => { 'kind' => 'plate', 'width' => "#{length} mm", 'height' => '20 mm', 'thickness' => '2 mm' } }
      end
      flat = Result.new(Plan.of(Family.from_tree('name' => 'Flat', 'parts' => parts)))
      assert_in_delta flat.facts['mass'], Result.new(plan, outcome: outcome(plan, answers)).facts['mass'], 1e-9, seed
    end
  end

  # What a component's family becomes is followed by the plan of whoever has it, quickly where nothing that is read or given changed:
  # it says what a plan says that was made anew.
  def test_a_plan_follows_its_components
    random = Random.new(5)
    frame, whole = demo_plans.values_at('Side frame', 'Straight module')
    quick = 0
    (ENV['LATTICE_LONG'] ? 150 : 14).times do
      edit = RandomEdits.new(frame.family, random).edit
      after = edited(frame, edit) or next
      library = whole.placed.library.with({ 'Side frame' => after })
      followed = Plan.of(whole.family, before: whole, library: library)
      anew = Plan.of(whole.family, library: library)
      quick += 1 if followed.bound.targets.equal?(whole.bound.targets)
      assert_equal anew.findings.map(&:to_tree), followed.findings.map(&:to_tree), edit
      next unless anew.runnable?

      rows = Variants::All.new(anew).first(1).first.rows
      pick = pick(rows: rows, answers: { 'length' => "#{random.rand(500..3000)} mm" })
      assert_equal(*[anew, followed].map { |plan| Exchange::FrozenOutcome.of(Result.new(plan, pick)).to_tree }, edit)
      frame = after
      whole = followed
    end
    assert_operator quick, :>, 1
  end

  # What a feature measures is not seen from outside, although the module decides the colour of the part that it is in.
  def test_a_plan_follows_quickly_what_is_not_seen_from_outside
    frame, whole = demo_plans.values_at('Side frame', 'Straight module')
    quick = lambda do |edit|
      library = whole.placed.library.with({ 'Side frame' => edited(frame, edit) })
      Plan.of(whole.family, before: whole, library: library).bound.targets.equal?(whole.bound.targets)
    end
    assert quick.call('do' => 'set_feature', 'feature' => 'windows', 'field' => 'height', 'text' => '33 mm')
    assert quick.call('do' => 'set_feature', 'feature' => 'windows', 'field' => 'built_when', 'text' => 'length > 700 mm')
    refute quick.call('do' => 'put_parameter', 'name' => 'length', 'fields' => { 'least' => '400 mm' })
  end

  # The plan of a family after an edit, or nil where that cannot be.
  def edited(plan, edit)
    Plan.of(Family::Edits.apply(plan.family, edit), before: plan).then { |after| after if after.runnable? }
  rescue Family::Edits::Error
    nil
  end
end
