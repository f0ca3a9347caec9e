# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_edits'

# Families based on others: rule 18 of the design, over random edits of both.
class BasisTest < CoreCase
  SEEDS = ENV['LATTICE_LONG'] ? 600 : 60

  # A family after random edits; those that do not suit it any more are passed over.
  def edited(family, random, count)
    Array.new(count).reduce(family) do |changed, _|
      Family::Edits.apply(changed, RandomEdits.new(changed, random).edit)
    rescue Family::Edits::Error
      changed
    end
  end

  # base before and after, the family based on it before and after.
  def each_case
    first = side_frame
    SEEDS.times do |seed|
      random = Random.new(seed)
      before = edited(first, random, 2)
      own = edited(before.with(name: 'Other', base: Family::Base.new(family: before.name)), random, 1 + (seed % 5))
      after = edited(before, random, 1 + (seed % 7))
      yield seed, before, after, own, Family::Rebase.new(before, after).call(own)
    end
  end

  def bodies(family) = Family::Elements.of(family).bodies.except(Family::Elements::HEADER)

  def test_what_does_not_differ_goes_with_the_base_and_what_differs_stays
    differing = 0
    each_case do |seed, before, after, own, now|
      old, new, mine, found = [before, after, own, now].map { |family| bodies(family) }
      (old.keys | new.keys | mine.keys).each do |key|
        where = "#{seed}: #{key}"
        if mine[key] == old[key] && found[key] && new[key].nil? then kept_with_children(key, old, mine, where)
        elsif mine[key] == old[key] then assert_equal_or_nil(new[key], found[key], where)
        elsif old[key] == new[key] then assert_equal_or_nil(mine[key], found[key], where)
        else differing += 1
        end
      end
      assert_equal now, Family::Rebase.new(before, after).call(now), seed
      assert_equal 'Other', now.name
    end
    assert_operator differing, :>, 5, 'both must change the same at times'
  end

  def assert_equal_or_nil(expected, found, where) = expected.nil? ? assert_nil(found, where) : assert_equal(expected, found, where)

  # What the base took away and stays nevertheless, for what is in it.
  def kept_with_children(key, old, mine, where)
    child, = Family::Elements::CHILDREN.fetch(key.first)
    refute_empty(mine.select { |own, body| own.first(2) == [child, key.last] && old[own] != body }, where)
  end

  # Every difference can be given up, alone or all together; then it is as its base.
  def test_differences_are_listed_and_can_be_given_up
    listed = 0
    each_case do |seed, _, after, _, now|
      found = Family::Basis.new(after, now).deviations
      listed += found.size
      assert_equal after, Family::Basis.new(after, now).without(found.map(&:key)).with(name: after.name, code: after.code, base: nil), seed
      one_by_one = found.map(&:key).shuffle(random: Random.new(seed)).reduce(now) do |family, key|
        left = Family::Basis.new(after, family)
        left.deviations.map(&:key).include?(key) ? left.without([key]) : family
      end
      assert_equal after, one_by_one.with(name: after.name, code: after.code, base: nil), seed
    end
    assert_operator listed, :>, SEEDS
  end

  def test_a_difference_that_does_not_fit_any_more_is_kept_and_told
    base = side_frame
    own = Family::Edits.apply(base.with(name: 'Other', base: Family::Base.new(family: base.name)),
                              'do' => 'set_feature', 'feature' => 'label_hole', 'field' => 'note', 'text' => 'mine')
    after = Family::Edits.apply(base, 'do' => 'remove_feature', 'feature' => 'label_hole')
    now = Family::Rebase.new(base, after).call(own)
    assert_equal 'mine', now.part('frame').features.find { |feature| feature.name == 'label_hole' }.note
    plan = Plan.of(now, library: Plan::Library.new([after]))
    assert_includes plan.findings.join(' '), 'Side frame has no feature label_hole of frame any more'
    basis = Family::Basis.new(after, now)
    lost = basis.deviations.select(&:lost)
    assert_equal [%w[feature frame label_hole]], lost.map(&:key)
    assert_empty basis.keeping(lost.map(&:key)).base.lost
    assert_empty Family::Edits.apply(now, 'do' => 'keep_as_own', 'differences' => lost.map(&:key)).base.lost
    assert_empty Family::Basis.new(after, basis.without(lost.map(&:key))).deviations
    # It comes back, as it was, with the base's.
    assert_equal own, Family::Rebase.new(after, base).call(now)
    assert_equal now, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(now)).family
  end

  def test_names_follow_in_what_is_based_on_it
    base = side_frame
    own = Family::Edits.apply(base.with(name: 'Other', base: Family::Base.new(family: base.name)),
                              'do' => 'put_parameter', 'name' => 'tie_bore', 'fields' => { 'default' => '11 mm' })
    edit = { 'do' => 'rename_parameter', 'name' => 'tie_bore', 'to' => 'bore' }
    after = Family::Edits.apply(base, edit)
    followed = Plan::Renaming.of([edit]).call(Plan.of(own, library: Plan::Library.new([base])), base.name)
    now = Family::Rebase.new(base, after).call(followed)
    assert_equal(['bore'], now.parameters.select { |one| one.default == '11 mm' }.map(&:name))
    assert_equal [%w[parameter] + ['', 'bore']], Family::Basis.new(after, now).deviations.map(&:key)
  end

  def test_none_is_based_on_itself_round_about
    one, two = %w[One Two].zip(%w[Two One]).map { |name, on| Family.from_tree('name' => name, 'base' => { 'family' => on }) }
    assert_includes Plan::Library.new([one, two]).plan('One').breaking.map(&:message).join, 'One would contain itself: One → Two → One'
    inside = Family.from_tree('name' => 'Three', 'base' => { 'family' => 'Four' })
    around = Family.from_tree('name' => 'Four', 'components' => [{ 'name' => 'own', 'family' => 'Three' }])
    %w[Three Four].each { |name| refute_empty Plan::Library.new([inside, around]).plan(name).breaking, name }
    refused(Family::Edits::Error) { Family::Edits.apply(one, 'do' => 'base_on', 'base' => 'one') }
  end
end
