# frozen_string_literal: true

require_relative '../support/core'
require 'digest'
require 'tmpdir'

# Files of all variants: named, made once, kept where nothing they are made from has changed.
class GeneratingTest < CoreCase
  def batch(plan = demo_plans.fetch('Side frame'), **order)
    Generating::Batch.new(plan, Generating::Order.read({ 'results' => ['front.svg'] }.merge(order.transform_keys(&:to_s))))
  end

  # What happened to each file: {name => :made, :kept or :failed}.
  def filled(folder, batch)
    {}.tap { |told| Generating::Folder.new(folder, batch).fill { |what, item, _| told[item.name] = what } }
  end

  def in_folder(&) = Dir.mktmpdir(&)

  def edited(plan, row, column, text)
    family = Family::Edits.apply(plan.family, 'do' => 'set_cell', 'table' => 'size', 'row' => row, 'column' => column, 'text' => text)
    Plan.of(family, library: plan.placed.library)
  end

  # Again nothing is made; of a changed row its files alone; what is spoilt or gone is made again; checksums are right.
  def test_what_is_unchanged_is_kept
    in_folder do |folder|
      plan = demo_plans.fetch('Side frame')
      first = filled(folder, batch(results: ['front.svg', 'outlines.dxf']))
      assert_equal [:made], first.values.uniq
      assert_equal 2 * plan.family.variant_count, first.size
      orders = { results: ['front.svg', 'outlines.dxf'] }
      assert_equal [:kept], filled(folder, batch(**orders)).values.uniq

      changed = filled(folder, batch(edited(plan, 'SF-0800', 'length', '810'), **orders)).select { |_, what| what == :made }
      assert_equal %w[SF-0800-front.svg SF-0800-outlines.dxf], changed.keys.sort
      File.write(File.join(folder, 'SF-1000-front.svg'), 'spoilt')
      File.delete(File.join(folder, 'SF-1250-front.svg'))
      again = filled(folder, batch(edited(plan, 'SF-0800', 'length', '810'), **orders)).select { |_, what| what == :made }
      assert_equal %w[SF-1000-front.svg SF-1250-front.svg], again.keys.sort

      manifest = JSON.parse(File.read(File.join(folder, 'manifest.json')))
      manifest['files'].each { |file| assert_equal file['sha256'], Digest::SHA256.file(File.join(folder, file['name'])).hexdigest }
      # What is made is what the single result is.
      assert_equal Results.write('front.svg', Results::Subject.new(plan: plan, pick: pick(rows: { 'size' => 'SF-0630' }))), File.read(File.join(folder, 'SF-0630-front.svg'))
    end
  end

  # A crash in the middle loses nothing that was noted, and leaves no half of a file.
  def test_it_goes_on_after_a_crash
    in_folder do |folder|
      count = 0
      assert_raises(Interrupt) { Generating::Folder.new(folder, batch).fill { (count += 1) == 5 && raise(Interrupt) } }
      assert_empty Dir.glob('*.part', base: folder) - ['manifest.part']
      File.write(File.join(folder, 'manifest.part'), '{"name": "half', mode: 'a')
      told = filled(folder, batch)
      assert_equal({ made: batch.items.size - 4, kept: 4 }, told.values.tally)
      assert_equal batch.items.map(&:name).sort, (Dir.children(folder) - ['manifest.json']).sort
    end
  end

  # A change of something that is not in a row, of what is used, or of what is asked for changes all that it concerns.
  def test_what_changes_a_file
    plan = demo_plans.fetch('Side frame')
    keys = ->(own) { own.items.to_h { |item| [item.name, own.key(item)] } }
    before = keys.call(batch)
    assert_equal before.size, before.values.uniq.size
    whole = Plan.of(Family::Edits.apply(plan.family, 'do' => 'set_feature', 'feature' => 'guide_holes', 'field' => 'note', 'text' => 'x'), library: plan.placed.library)
    assert_empty keys.call(batch(whole)).values & before.values
    module_before = keys.call(batch(demo_plans.fetch('Straight module'), within: { 'size' => demo_plans.fetch('Straight module').family.table('size').rows.first.name }))
    assert_operator module_before.size, :>, 0
    # So does another program.
    Generating::Fingerprint.stub(:program, 'another') { assert_empty keys.call(batch).values & before.values }
    # Where a formula may look through a table, all of its rows count.
    { '100 mm' => 1, 't.a' => 0 }.each do |width, kept|
      looking = plan("parameters: [{name: a, kind: number, unit: mm}]\ntables: [{name: t, columns: [{target: a, unit: mm}], rows: [{name: one, cells: {a: 1}}, {name: two, cells: {a: 2}}]}]\nparts: [{name: p, note: \"#{width}\", stock: {kind: plate, width: 100, height: 50, thickness: a}}]\n")
      other = edited_row(looking, '3')
      assert_equal kept, (keys.call(batch(looking)).values & keys.call(batch(other)).values).size
    end
  end

  def edited_row(plan, text)
    Plan.of(Family::Edits.apply(plan.family, 'do' => 'set_cell', 'table' => 't', 'row' => 'two', 'column' => 'a', 'text' => text))
  end

  # What cannot be made says why, and the others are made; what is ordered wrongly is refused in words.
  def test_what_fails_and_what_is_refused
    in_folder do |folder|
      told = filled(folder, batch(demo_plans.fetch('Roller'), results: ['outlines.dxf']))
      assert_equal [:failed], told.values.uniq
      problems = Generating::Manifest.read(File.read(File.join(folder, 'manifest.json'))).failed.map { |entry| entry['problem'] }
      assert_equal ['No part of it is flat. Plates and folded sheets are.'], problems.uniq
    end
    { { results: [] } => /No result/, { results: ['variants.csv'] } => /not made of single variants/, { which: 'some' } => /"some"/, { pattern: '{nmber}' } => /"nmber"/,
      { within: { 'sze' => 'x' } } => /"sze".*size/, { within: { 'size' => 'SF-07*' } } => /"SF-07\*"/, { pattern: 'same' } => /8 files would be called "same.svg"/, { results: ['frnt.svg'] } => /frnt.svg/ }.each do |order, words|
      assert_match words, refused(VastLattice::Error) { batch(**order).items }.full_text
    end
    assert_equal(%w[SF-1000 SF-1250 SF-1600 SF-0500], batch(within: { 'size' => 'sf-1*, SF-0500' }).items.map { |item| item.rows['size'] }.sort_by { |name| name == 'SF-0500' ? 'z' : name })
    names = batch(pattern: '../{part_number}/{result}: ü').items.map(&:name)
    assert_empty names.grep_v(/\A[\p{L}\p{N}][\p{L}\p{N}._-]*\z/)
  end

  # Kept lists are made of each variant, each under its own name; another workshop makes them anew, and nothing else.
  def test_lists_of_every_variant
    family = %w[shop office].reduce(demo_plans.fetch('Side frame').family) { |own, name| Family::Edits.apply(own, 'do' => 'keep_list', 'name' => name, 'kind' => 'operations', 'group' => 'operation') }
    order = Generating::Order.read('results' => [*%w[shop office].map { |list| { 'name' => 'list.csv', 'options' => { 'list' => list } } }, 'front.svg'], 'within' => { 'size' => 'SF-0500, SF-0630' })
    usual, dear = [nil, Workshop::Reading.new('rates' => { 'laser' => { 'hour' => '500' } }).workshop].map { |workshop| Generating::Batch.new(Plan.of(family), order, workshop: workshop) }
    assert_equal %w[SF-0500-shop.csv SF-0500-office.csv SF-0500-front.svg SF-0630-shop.csv SF-0630-office.csv SF-0630-front.svg], usual.items.map(&:name)
    usual.items.each do |item|
      same = usual.key(item) == dear.key(item)
      assert_equal item.result == 'front.svg', same
      assert_equal same, usual.write(item) == dear.write(item) if item.name.include?('0500')
    end
  end
end
