# frozen_string_literal: true

require_relative '../support/application'

# Families that share families, in the shapes that were slow: what a request asks of the database grows with the documents that are
# concerned, and not with the ways between them.
class RelationsTest < WebCase
  WITHOUT = %w[straight-module].freeze

  # Looks that were made up are nobody else's.
  def teardown
    Storage::ReviewRecord.delete_all
    super
  end

  # Names of families that use others by names: {name => used}.
  def store_all(shape)
    families = shape.map do |name, used|
      Family.from_tree('name' => name, 'parts' => [{ 'name' => 'p', 'stock' => { 'kind' => 'plate', 'width' => '90 mm', 'height' => '40 mm', 'thickness' => '2 mm' } }],
                       'components' => used.each_with_index.map { |one, number| { 'name' => "c#{number}", 'family' => one, 'at' => { 'x' => { 'offset' => '100 mm' } } } })
    end
    store.bring_in(families, person: 'Ann')
  end

  # How many times the database is asked while the block is called.
  def queries(&) = TestApplication.queries(&).size

  # Each use names a family of the level below twice, so that there are 2^levels ways down.
  def test_levels_of_two_shared_ones
    levels = 7
    shape = { 'L0' => [] }
    (1..levels).each { |level| shape["L#{level}"] = ["L#{level - 1}"] * 2 }
    store_all(shape)
    slug = "l#{levels}"
    store.find(slug)
    found = queries { get "/api/families/#{slug}/outcome" }
    assert_predicate last_response, :ok?
    assert_operator found, :<=, 20 + (2 * shape.size), 'an outcome'
    families = store.records.size
    get '/families'
    listed = queries { get '/families' }
    assert_predicate last_response, :ok?
    assert_operator listed, :<=, 20 + (2 * families), 'the list'
    # Once they were looked through, a handful, and nothing is compiled.
    digests = store.digests(store.records)
    store.records.each { |record| Storage::ReviewRecord.keep(digests[record], { 'looked' => 1, 'valid' => 1, 'levels' => '-', 'findings' => [] }) }
    compiled = ->(*) { flunk 'a family is compiled for the list' }
    assert_operator queries { VastLattice::Plan.stub(:of, compiled) { get '/families' } }, :<=, 8
    assert_includes last_response.body, "/families/l#{levels}/shape"
  end

  # Accents tell names apart, case does not.
  def test_names_that_differ_in_accents
    store_all('Muller' => [], 'Müller' => [], 'Frame' => %w[Müller muller])
    assert_equal(%w[Müller Muller], store.find('frame').plan.placed.all.map { |one| one.plan.family.name })
    assert_match(/There is a family Müller already/, refused(VastLattice::Error) { store.create(Family.new(name: 'mÜller'), person: 'Ann') }.message)
  end

  # Of several who make, copy or rename to one name at once, from stores that know nothing of each other, one wins.
  def test_one_name_at_once
    others = %w[a b c].to_h { |name| [name, store.create(Family.new(name: "Own #{name}"), person: 'Ann').slug] }
    5.times do |round|
      name = "Twin #{round}"
      makers = Array.new(3) { Thread.new { tried { Storage::Store.new.create(Family.new(name: name), person: 'Ann') } } }
      renaming = others.values.map { |slug| Thread.new { tried { Storage::Store.new.edit(slug, version: nil, person: 'Ann') { |family| family.with(name: name) } } } }
      bringing = Thread.new { tried { Storage::Store.new.bring_in([Family.new(name: name)], person: 'Ann') } }
      told = [*makers, *renaming, bringing].map(&:value)
      assert_equal 1, Storage::DocumentRecord.present.where(name: name).count, told.inspect
      told.compact.each { |words| assert_match(/There is a family|Others are changing/, words) }
      Storage::DocumentRecord.where(name: name).update_all(name: "Gone #{round}")
    end
  end

  # What was told, nil where it was done.
  def tried
    yield && nil
  rescue VastLattice::Error => e
    e.message
  ensure
    ActiveRecord::Base.connection_handler.clear_active_connections!
  end

  # A chain, and what is made of a family twice: digests are those of all that it is made of, whatever the way to it.
  def test_digests_follow_what_is_used
    shape = { 'D0' => [] }
    (1..12).each { |level| shape["D#{level}"] = ["D#{level - 1}", *(["D#{level - 2}"] if level > 1)] }
    store_all(shape)
    digests = -> { shape.keys.to_h { |name| [name, store.find(name.downcase).digest] } }
    before = digests.call
    assert_equal before.values.uniq, before.values
    assert_equal(before, shape.keys.to_h { |name| [name, store.digests(store.records)[store.records.find { |record| record.name == name }]] })
    store.edit('d3', version: nil, person: 'Ann') { |family| Family::Edits.apply(family, 'do' => 'set_family', 'field' => 'note', 'text' => 'other') }
    changed = digests.call.reject { |name, digest| before[name] == digest }.keys
    assert_equal (3..12).map { |level| "D#{level}" }, changed
    assert_operator queries { store.find('d12').digest }, :<=, 6
  end
end
