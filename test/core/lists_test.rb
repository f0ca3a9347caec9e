# frozen_string_literal: true

require_relative '../support/core'
require 'csv'
require 'open3'

# Lists with the columns, order, groups and sums that an engineer wants, in every kind of file.
class ListsTest < CoreCase
  def subject(name = 'Side frame', **pick) = Results::Subject.new(plan: demo_plans.fetch(name), pick: pick(**pick))
  def design(**fields) = Family::ListDesign.new(name: 'own', **fields)
  def list(name = 'Side frame', **fields) = Lists::Composed.new(design(**fields), subject(name))

  def test_columns_order_groups_and_sums
    own = list(kind: 'holes', columns: %w[feature diameter x count], order: %w[-diameter feature x], group: 'feature')
    assert_equal ['Step', 'Diameter (mm)', 'x (mm)', 'In all'], own.columns.map(&:heading)
    assert_equal own.groups.map(&:value).uniq, own.groups.map(&:value)
    rows = own.groups.flat_map(&:rows)
    assert_equal(rows.map { |row| [-row[1], row[0], row[2]] }.sort, rows.map { |row| [-row[1], row[0], row[2]] })
    own.groups.each { |group| assert_equal [nil, nil, nil, group.rows.size.to_f], group.sums }
    assert_equal own.size.to_f, own.sums.last
    assert_nil list(kind: 'holes', columns: %w[feature count], sums: 'no').sums
    assert_match(/no column "feeture"/, refused(VastLattice::Error) { list(kind: 'holes', columns: %w[feeture]).columns }.message)
    assert_match(/no kind of list "halls"/, refused(VastLattice::Error) { list(kind: 'halls') }.message)
  end

  # What is undefined comes last and makes sums undefined; what is not there does not.
  def test_odd_values
    own = Lists::Composed.new(design(kind: 'operations', columns: %w[part size], order: ['-size']), subject)
    sizes = own.groups.first.rows.map(&:last)
    known = sizes.compact
    assert_equal known.sort.reverse + ([nil] * (sizes.size - known.size)), sizes
    yaml = "currency: EUR\nbase_price: 1 EUR / n\nparameters: [{name: n, kind: count, default: 0}]\n"
    assert_equal [nil, 'undefined', nil], Lists::Composed.new(design(kind: 'prices'), Results::Subject.new(plan: plan(yaml))).sums
  end

  # Of all variants, or of some rows: what is said of each is what is said of it alone.
  def test_of_several_variants
    all = list(kind: 'bends', over: 'all')
    one = list(kind: 'bends')
    assert_equal ['Variant', *one.columns.map(&:title)], all.columns.map(&:title)
    demo_plans.fetch('Side frame').family.table('size').rows.each do |row|
      own = Lists::Composed.new(design(kind: 'bends'), subject(rows: { 'size' => row.name }))
      assert_equal(own.groups.flat_map(&:rows), all.groups.flat_map(&:rows).select { |cells| cells.first == row.name }.map { |cells| cells.drop(1) })
    end
    some = list(kind: 'variants', over: 'all', rows: { 'size' => 'SF-08*, sf-1000' })
    assert_equal [%w[SF-0800 SF-1000], 'variants of size SF-08*, sf-1000'], [some.groups.first.rows.map(&:first), some.about]
    assert_match(/no row "XX/, refused(VastLattice::Error) { list(kind: 'variants', over: 'all', rows: { 'size' => 'XX*' }).size }.message)
  end

  # Masses and prices of the module are those of its outcome, by another way.
  def test_sums_are_those_of_the_product
    totals = Lists::Composed.new(design(kind: 'totals', columns: %w[mass_total]), subject('Straight module'))
    result = subject('Straight module').result
    assert_in_delta result.model.mass, totals.sums.first, 1e-3
    prices = Lists::Composed.new(design(kind: 'prices', columns: %w[amount]), subject('Straight module'))
    assert_equal result.price, format('%.2f EUR', prices.sums.first)
  end

  # What has no price is told beside the list, and makes no line.
  def test_what_has_no_price
    texts = ["family: Dear\ncurrency: EUR\nbase_price: 12 EUR\n", "family: Free\n",
             "family: Outer\ncomponents: [{name: one, family: Dear}, {name: two, family: Free}]\n"]
    library = VastLattice::Plan::Library.new(texts.map { |text| read_family("vast_lattice: 1\n#{text}") })
    own = Lists::Composed.new(design(kind: 'prices'), Results::Subject.new(plan: library.plan('Outer')))
    assert_equal [12.0, ['Free has no price. Give it a base price, or let a rule add one.']], [own.sums[1], own.notes]
  end

  # Every kind of file says the same.
  def test_files
    options = { 'kind' => 'operations', 'columns' => 'part,operation,minutes,cost', 'group' => 'operation' }
    own = Lists::Composed.new(design(kind: 'operations', columns: %w[part operation minutes cost], group: 'operation'), subject)
    lines = CSV.parse(Results.write('list.csv', subject, options))
    assert_equal(['Part', 'Operation', 'Time (min)', 'Cost'], lines.first)
    assert_equal own.size + own.groups.size + 2, lines.size
    assert_equal own.sums[2], Float(lines.last[2])
    told = JSON.parse(Results.write('list.json', subject, options))
    assert_equal(own.groups.flat_map { |group| group.rows.map(&:compact) }, told['groups'].flat_map { |group| group['rows'].map(&:values) })
    page = Results.write('list.html', Results::Subject.new(plan: plan("note: x\nparts: [{name: p, label: '<i>&', stock: {kind: plate, width: 10, height: 10, thickness: 1}}]\n")), options)
    assert_includes page, '&lt;i&gt;&amp;'
    refute_includes page, '<i>'
    words, status = Open3.capture2('pdftotext', '-layout', '-', '-', stdin_data: Results.write('list.pdf', subject, options), binmode: true)
    assert_predicate status, :success?
    own.groups.each { |group| assert_includes words, group.value }
    assert_includes words, own.columns.last.text(own.sums.last)
  end

  # Kept with the family, through a file and edits.
  def test_kept_lists
    family = demo_plans.fetch('Side frame').family
    kept = Family::Edits.apply(family, 'do' => 'keep_list', 'name' => 'shop', 'label' => 'For the shop', 'kind' => 'operations', 'columns' => %w[operation cost], 'group' => 'operation', 'sums' => 'no')
    own = Family::Edits.apply(kept, 'do' => 'set_workshop', 'workshop' => { 'rates' => { 'laser' => { 'hour' => 30 } } })
    again = Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(own)).family
    assert_equal [own.lists, own.workshop], [again.lists, again.workshop]
    subject = Results::Subject.new(plan: Plan.of(again))
    assert_equal [30.0, 'For the shop'], [subject.workshop.rate('laser').hour, Results::List.composed(subject, 'list' => 'shop').title]
    assert_equal([%w[Operation Cost], nil], Results::List.composed(subject, {}).then { |list| [list.columns.map(&:title), list.sums] })
    assert_empty Family::Edits.apply(own, 'do' => 'set_workshop', 'workshop' => { 'bars' => ' ' }).workshop
    assert_empty Family::Edits.apply(own, 'do' => 'remove_list', 'name' => 'shop').lists
    { { 'do' => 'keep_list', 'name' => 'x', 'kind' => 'nails' } => /nails/, { 'do' => 'keep_list', 'name' => 'x', 'kind' => 'cuts', 'over' => 'none' } => /none/, { 'do' => 'remove_list', 'name' => 'x' } => /"x"/ }.each do |edit, words|
      assert_match words, refused(VastLattice::Error) { Family::Edits.apply(family, edit) }.message
    end
  end
end
