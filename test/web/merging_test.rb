# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/random_edits'

# Two people who have not seen each other's edits, over many random pairs of edits: what is merged loses nothing of either,
# whoever came first; what is refused touches the same thing.
class MergingTest < CoreCase
  COUNT = ENV['LATTICE_LONG'] ? 600 : 200

  def patch(family, edit) = Family::Elements.patch(family, Family::Edits.apply(family, edit))
  def overlap?(mine, theirs) = Storage::Overlap.new(mine, [theirs]).any?

  def each_pair
    family = side_frame
    COUNT.times do |seed|
      random = Random.new(seed)
      edits = Array.new(2) { RandomEdits.new(family, random).edit }
      patches = edits.map { |edit| patch(family, edit) }
      yield family, edits, patches, "seed #{seed}: #{edits.inspect}" if patches.none?(&:empty?)
    end
  end

  # All cells, fields and names of a family, with rows by name: what must come out the same whoever came first.
  def said(family)
    tree = family.to_tree
    rows = tree['tables'].flat_map { |table| table['rows'] || [] }.sort_by { |row| row['name'] }
    tree.except('tables').merge('rows' => rows, 'frames' => tree['tables'].map { |table| table.except('rows') }, 'rules' => tree['rules'].sort_by { |rule| rule['name'] })
  end

  def test_what_is_merged_comes_out_the_same_whoever_was_first
    counts = Hash.new(0)
    each_pair do |family, (one, two), (first, second), what|
      assert_equal overlap?(first, second), overlap?(second, first), what
      next counts[:refused] += 1 if overlap?(second, first)

      merged, other_way = [[one, two], [two, one]].map { |edits| both(family, edits) }
      next counts[:impossible] += 1 if merged.nil? || other_way.nil?

      counts[:merged] += 1
      # A copy is of what the row says by then.
      next if [one, two].any? { |edit| edit['like'] || edit['do'] == 'duplicate_rows' }

      assert_equal said(merged), said(other_way), what
      assert_empty([first, second].reject { |patch| kept?(patch, merged) }, what)
    end
    assert_operator counts[:merged], :>, COUNT / 3, counts
    assert_operator counts[:refused], :>, COUNT / 125, counts
    assert_operator counts[:impossible], :<, 30, counts
  end

  # The family after two edits, nil where the second cannot be done any more: then it is refused in words.
  def both(family, edits)
    edits.reduce(family) { |changed, edit| Family::Edits.apply(changed, edit) }
  rescue Family::Edits::Error
    nil
  end

  # Whether all that a patch changed still stands in a family after another one was made.
  def kept?(patch, merged)
    bodies = Family::Elements.of(merged).bodies
    patch.bodies.all? do |key, before, after|
      after.nil? ? !bodies.key?(key) : changes(before || {}, after).all? { |path, value| bodies.dig(key, *path) == value }
    end
  end

  # [path, value] of what differs; lists are taken whole.
  def changes(before, after, path = [])
    (before.keys | after.keys).flat_map do |key|
      old = before[key]
      new = after[key]
      next [] if old == new

      old.is_a?(Hash) && new.is_a?(Hash) ? changes(old, new, [*path, key]) : [[[*path, key], new]]
    end
  end

  # The same cell twice, and what somebody removed, is always refused; cells of different rows never are.
  def test_cells
    family = side_frame
    rows = family.table('size').rows.map(&:name)
    cell = ->(row, column, text) { patch(family, { 'do' => 'set_cell', 'table' => 'size', 'row' => row, 'column' => column, 'text' => text }) }
    rows.product(rows).each do |one, other|
      assert_equal one == other, overlap?(cell[one, 'length', '700'], cell[other, 'length', '801']), "#{one} #{other}"
      refute overlap?(cell[one, 'length', '700'], cell[other, 'depth', '100']), "#{one} #{other}"
      gone = patch(family, { 'do' => 'remove_rows', 'table' => 'size', 'rows' => [other] })
      assert_equal one == other, overlap?(cell[one, 'length', '700'], gone), "#{one} #{other}"
    end
  end
end
