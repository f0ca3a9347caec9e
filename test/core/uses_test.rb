# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_family'

# Where a family speaks of something.
class UsesTest < CoreCase
  def uses(kind, name) = Family::Uses.new(side_frame, kind, name).to_tree

  # Counted by hand in demo/side-frame.yaml.
  def test_who_speaks_of_a_parameter
    found = uses('parameter', 'length')
    roles = found.group_by { |use| use['role'] }.transform_values(&:size)

    assert_equal({ 'reads' => 14, 'decides' => 1, 'asks' => 2 }, roles)
    assert_includes found, { 'place' => 'part frame, feature windows, built when', 'path' => %w[parts frame features windows built_when],
                             'text' => 'length > 600 mm', 'role' => 'reads' }
    assert_equal(['table size, column length'], found.select { |use| use['role'] == 'decides' }.map { |use| use['place'] })
    assert_equal(['form quick, page Size and load, group Size, field length', 'form full, page Size, group Free size, field length'], found.select { |use| use['role'] == 'asks' }.map { |use| use['place'] })
  end

  # A rule that suppresses a feature decides it, and one that sets a value does; a drawing sheet shows it.
  def test_who_decides
    assert_equal([['rule Heavy loads, then', 'decides'], ['drawing sheet making, view section, through', 'reads']], uses('feature', 'windows').map { |use| use.values_at('place', 'role') })
    assert_includes uses('parameter', 'gauge').map { |use| use.values_at('place', 'role') }, ['rule Heavy loads, then', 'decides']
    assert_raises(Family::Edits::Error) { uses('parameter', 'nothing') }
    assert_raises(Family::Edits::Error) { uses('drawing', 'length') }
  end

  # Rows are spoken of by conditions on the picked row, properties as lists.
  def test_who_speaks_of_a_row_and_a_property
    family = changed(side_frame, [{ 'do' => 'add_column', 'table' => 'size', 'target' => 'stock', 'kind' => 'count' },
                                  { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0500', 'column' => 'stock', 'text' => '4' },
                                  { 'do' => 'name_value', 'text' => 'sum(size.stock) as in_stock', 'unit' => '' },
                                  { 'do' => 'set_feature', 'feature' => 'windows', 'field' => 'built_when', 'text' => 'size.row != "SF-0500"' }])
    row = Family::Uses.new(family, 'row', 'SF-0500', table: 'size').to_tree
    assert_equal([['part frame, feature windows, built when', 'reads']], row.map { |use| use.values_at('place', 'role') })
    property = Family::Uses.new(family, 'property', 'stock', table: 'size').to_tree
    assert_equal([['parameter in_stock, formula', 'sum(size.stock)']], property.map { |use| use.values_at('place', 'text') })

    renamed = changed(family, [{ 'do' => 'rename_row', 'table' => 'size', 'row' => 'SF-0500', 'name' => 'Shortest' },
                               { 'do' => 'rename_property', 'table' => 'size', 'name' => 'stock', 'to' => 'on_hand' },
                               { 'do' => 'rename_table', 'name' => 'size', 'to' => 'lengths' }])
    before, after = [family, renamed].map { |own| Plan.of(own) }
    assert_empty after.errors
    8.times { |row_number| assert_equal before.outcome_at([row_number]).values.grep_v(String), after.outcome_at([row_number]).values.grep_v(String) }
    assert_raises(Family::Edits::Error) { changed(family, [{ 'do' => 'rename_property', 'table' => 'size', 'name' => 'length', 'to' => 'span' }]) }
  end

  # What is listed is there: names made for the search are not.
  def test_overrides_are_told_by_the_names_they_have
    edits = %w[gauge windows.built].map do |target|
      { 'do' => 'put_override', 'target' => target, 'value' => target == 'gauge' ? '3 mm' : 'no', 'reason' => 'x', 'rows_of' => { 'size' => 'SF-2000' } }
    end
    family = changed(side_frame, edits)
    names = { %w[parameter gauge] => ['gauge, size SF-2000'], %w[feature windows] => ['windows.built, size SF-2000'],
              %w[row SF-2000] => family.overrides.map(&:name), %w[table size] => family.overrides.map(&:name) }
    names.each do |(kind, name), expected|
      found = Family::Uses.new(family, kind, name, table: kind == 'row' ? 'size' : nil).to_tree
      assert_equal expected, found.map { |use| use['path'] }.select { |path| path.first == 'overrides' }.map { |path| path[1] }, kind
      refute_match(/renamed/, found.to_s)
    end
  end

  def changed(family, edits) = edits.reduce(family) { |own, edit| Family::Edits.apply(own, edit) }

  # Property: without what uses it, nothing breaks when it goes; with it, something does.
  def test_what_nothing_speaks_of_can_go
    30.times do |seed|
      family = RandomFamily.new(seed).family
      next unless Plan.of(family).breaking.empty?

      family.parameters.each do |parameter|
        reads = Family::Uses.new(family, 'parameter', parameter.name).to_tree.any?
        broken = Plan.of(Family::Edits.apply(family, { 'do' => 'remove_parameter', 'name' => parameter.name })).breaking.any?
        assert_equal reads, broken, "seed #{seed}, #{parameter.name}"
      end
    end
  end
end
