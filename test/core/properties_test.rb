# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_family'

# Properties that hold for every family, over many random ones.
class PropertiesTest < CoreCase
  COUNT = 500
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
      one, two = [family, other].map { |item| Family::Elements.of(item) }
      patch = Family::Elements::Patch.from_tree(JSON.parse(JSON.generate(one.patch_to(two).to_tree)))

      assert_equal other, one.apply(patch).family
      assert_equal family, two.apply(patch.reversed).family
    end
  end
end
