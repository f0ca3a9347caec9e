# frozen_string_literal: true

require_relative '../support/core'

# The small things that everything stands on: values, registries, places, nearest names.
class ValuesTest < CoreCase
  Point = VastLattice::Value.with(:x, :y, label: 'p')

  def test_values_are_deeply_frozen_and_equal_by_their_fields
    list = [+'a']
    point = Point.new(x: list, y: 2)

    assert_equal Point.new(x: ['a'], y: 2), point
    assert_equal point.hash, Point.new(x: ['a'], y: 2).hash
    assert_predicate point.x.first, :frozen?
    assert_raises(FrozenError) { point.x << 1 }
    assert_equal [3, 2, 'p'], point.with(x: 3).to_h.values
    refute_equal point, point.with(label: 'q')
  end

  def test_values_refuse_missing_and_unknown_fields
    assert_match(/missing keyword: :y/, assert_raises(ArgumentError) { Point.new(x: 1) }.message)
    assert_match(/unknown keyword: :z/, assert_raises(ArgumentError) { Point.new(x: 1, y: 2, z: 3) }.message)
  end

  def test_registries_name_the_nearest
    error = refused(Registry::Unknown) { Family::FEATURE_KINDS.fetch('hoel') }

    assert_equal 'There is no feature kind "hoel". Did you mean hole?', error.full_text
    assert_equal 'length', Nearest.to('LENGTH', %w[depth length])
    assert_nil Nearest.to('quite_another', %w[depth length])
    assert_equal 'There is no rule yet.', Nearest.remedy('x', [], kind: 'rule').to_s
  end

  def test_places_read_like_sentences
    { %w[parameters length formula] => 'parameter length, formula', [] => 'the family',
      %w[tables size rows SF-1 cells length] => 'table size, row SF-1, column length',
      ['rules', 'Heavy', 'then', 0, 'to'] => 'rule Heavy, then, no. 1, to',
      ['rule_tables', 'T', 'rows', 2, 'value'] => 'rule table T, no. 3, value' }
      .each { |path, text| assert_equal text, Place.at(*path).to_s }
  end

  # The schema and the registries know the same effects; a new kind must be told to both.
  def test_schema_and_registries_agree
    effects = Family::Schema.tree.dig('$defs', 'effect', 'oneOf').map { |schema| schema['required'].first }

    assert_equal Family::EFFECTS.names.sort, effects.sort
    assert_equal Family::Parameter::KINDS, Family::Schema.tree.dig('$defs', 'parameter', 'properties', 'kind', 'enum')
    assert_equal Family::RuleTable::POLICIES, Family::Schema.tree.dig('$defs', 'rule_table', 'properties', 'policy', 'enum')
  end

  # docs/api.md lists every edit, and no other.
  def test_every_edit_is_documented
    page = File.read(File.join(ROOT, 'docs/api.md'))
    rows = page[/## Edits.*/m].lines.grep(/\A\| `/).flat_map { |line| line.split('|')[1].scan(/`(\w+)`/) }.flatten

    assert_equal Family::Edits::HANDLERS.keys.sort, rows.sort
  end
end
