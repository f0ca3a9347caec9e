# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_family'

# Properties that hold for every family, over many random ones.
class PropertiesTest < CoreCase
  # bin/test --long takes 500.
  COUNT = ENV['LATTICE_LONG'] ? 500 : 35
  # Made and compiled once: [family, pick, plan] by seed.
  CASES = Hash.new do |cases, seed|
    random = RandomFamily.new(seed)
    family = random.family
    cases[seed] = [family, random.pick, VastLattice::Plan.of(family)]
  end

  def each_family
    COUNT.times do |seed|
      family, pick, plan = CASES[seed]
      assert_predicate plan, :runnable?, plan.errors.join("\n")
      yield family, pick, seed, plan.outcome(pick)
    end
  end

  def outcome(family, pick)
    plan = Plan.of(family)
    assert_predicate plan, :runnable?, plan.errors.join("\n")
    plan.outcome(pick)
  end

  # All that an outcome says, by name, so that families written in another order compare.
  def said(outcome)
    names = outcome.plan.targets.map(&:name).sort
    [names.to_h { |name| [name, [outcome.text(name), outcome.decider(name).to_s, outcome.limit(name)]] }, outcome.findings.map(&:to_s)]
  end

  def shuffled(family, seed)
    random = Random.new(seed)
    shuffle = ->(list) { list.shuffle(random: random) }
    family.with(parameters: shuffle[family.parameters], rules: shuffle[family.rules], rule_tables: shuffle[family.rule_tables],
                parts: family.parts.map { |part| part.with(features: shuffle[part.features]) })
  end

  def test_the_order_of_writing_does_not_matter
    each_family do |family, pick, seed, outcome|
      assert_equal said(outcome), said(outcome(shuffled(family, seed), pick)), "seed #{seed}"
    end
  end

  def test_there_is_no_memory
    each_family do |_, pick, seed, outcome|
      plan = CASES[seed].last
      first = said(outcome)
      plan.outcome(pick.with(rows: { 'sizes' => 'r2' }, answers: {}, overrides: { 'f0.built' => 'no' }))

      assert_equal first, said(plan.outcome(pick))
    end
  end

  def test_saving_and_loading_loses_nothing
    each_family do |family, pick, _, outcome|
      [Exchange::FamilyFile.yaml(family), Exchange::FamilyFile.json(family)].each do |text|
        loaded = Exchange::FamilyFile.read(text).family

        assert_equal family, loaded
        assert_equal said(outcome), said(outcome(loaded, pick))
      end
      assert_equal family, Family::Elements.of(family).family
    end
  end

  # Every value and state has one decider, and a reason that names only what exists.
  def test_everything_has_a_decider_and_a_reason
    each_family do |_, _, _, outcome|
      outcome.plan.targets.each do |target|
        reason = outcome.because(target.name)

        assert_includes Plan::Decider::KINDS, reason.decision.kind
        refute_equal :none, reason.decision.kind
        assert_empty reason.uses.keys - outcome.plan.targets.map(&:name)
        refute_empty reason.sentence
      end
    end
  end

  def test_rules_only_narrow_limits
    each_family do |family, pick, _, bound|
      free = outcome(family.with(rules: []), pick)
      family.parameters.each do |parameter|
        (least, most), (new_least, new_most) = [free, bound].map { |outcome| outcome.limit(parameter.name) }

        assert_operator new_least, :>=, least if least
        assert_operator new_most, :<=, most if most
      end
    end
  end

  # A new name follows through everything, and changes nothing else.
  def test_rename_then_resolve_equals_resolve
    each_family do |family, pick, seed, outcome|
      names = family.parameters.map(&:name) + family.features.map(&:name)
      old = names[seed % names.size]
      edit = family.parameter(old) ? 'rename_parameter' : 'rename_feature'
      renamed = Family::Edits.apply(family, 'do' => edit, 'name' => old, 'to' => 'quite_new')
      translate = ->(text) { text.to_s.gsub(/\b#{old}\b/, 'quite_new') }
      new_pick = pick.with(answers: pick.answers.transform_keys(&translate), overrides: pick.overrides.transform_keys(&translate))

      expected = said(outcome).first.to_h do |target, (text, decider, limit)|
        [translate.call(target), [text, translate.call(decider), limit]]
      end
      assert_equal expected, said(outcome(renamed, new_pick)).first, "seed #{seed}"
      refute_match(/\b#{old}\b/, Exchange::FamilyFile.yaml(renamed))
      assert_equal family, Family::Edits.apply(renamed, 'do' => edit, 'name' => 'quite_new', 'to' => old)
    end
  end

  # Taking a patch back gives the family as it was.
  def test_patches_can_be_undone
    each_family do |family, _, seed|
      other = shuffled(RandomFamily.new(seed + 10_000).family, seed)
      patch = Family::Elements::Patch.from_tree(JSON.parse(JSON.generate(Family::Elements.patch(family, other).to_tree)))

      assert_equal other, patch.applied(family)
      assert_equal family, patch.reversed.applied(other)
    end
  end

  # The patch of two families is the same whether they share elements or not, and applied it leads to the second.
  def test_patches_of_families_that_share_elements
    each_family do |family, _, seed|
      other = edited(family, Random.new(seed))
      patch = Family::Elements.patch(family, other)

      one, two = [family, other].map { |item| Family::Elements.of(item) }
      assert_equal differing(one.bodies, two.bodies), patch.bodies.sort_by(&:inspect)
      assert_equal differing(one.orders, two.orders), patch.orders.sort_by(&:inspect)
      assert_equal other, patch.applied(family)
      assert_equal family, patch.reversed.applied(other)
      assert_equal Family::Difference.between(family, Family.from_tree(other.to_tree)).map(&:to_s).sort, Family::Difference.between(family, other).map(&:to_s).sort
    end
  end

  # What differs between two hashes, without any short cut.
  def differing(before, after)
    (before.keys | after.keys).map { |key| [key, before[key], after[key]] }.reject { |_, old, new| old == new }.sort_by(&:inspect)
  end

  # A plan that takes over what the plan before has read says the same as one that is made afresh.
  def test_plans_that_follow_others
    each_family do |family, _, seed|
      random = Random.new(seed)
      plan = CASES[seed].last
      other = family
      3.times do
        other = edited(other, random)
        plan = Plan.of(other, before: plan)
        fresh = Plan.of(other)
        assert_equal fresh.findings.map(&:to_s), plan.findings.map(&:to_s), "seed #{seed}"
        next unless fresh.runnable?

        other.tables.first.rows.each do |row|
          pick = Plan::Pick.new(rows: { other.tables.first.name => row.name })
          assert_equal said(fresh.outcome(pick)), said(plan.outcome(pick)), "seed #{seed}"
        end
      end
    end
  end

  TEXTS = ['12 mm', '7', 'bad', '', 'n0 + 1 mm', 'p0 * 2', 'p1 + 1 mm', '3 kg', 'oak', 'suppressed'].freeze

  # A family after some edit of its first table.
  def edited(family, random)
    table = family.tables.first
    row = table.rows.sample(random: random).name
    column = table.columns.sample(random: random).target
    edit = [{ 'do' => 'set_cell', 'row' => row, 'column' => column, 'text' => TEXTS.sample(random: random) },
            { 'do' => 'duplicate_rows', 'rows' => [row] }, { 'do' => 'rename_row', 'row' => row, 'name' => "#{row}x" },
            { 'do' => 'move_rows', 'rows' => [row] }, { 'do' => 'set_column', 'target' => column, 'field' => 'key', 'text' => 'yes' },
            { 'do' => 'set_column', 'target' => column, 'field' => 'open', 'text' => 'yes' },
            (table.rows.size > 2 ? { 'do' => 'remove_rows', 'rows' => [row] } : nil)].compact.sample(random: random)
    Family::Edits.apply(family, edit.merge('table' => table.name))
  end
end
