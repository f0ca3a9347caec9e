# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/nest'
require 'zip'

# Bundles: a family with all that it uses in one file, out and in, beside what is there; and files that are none.
class BundlesTest < CoreCase
  def demo = Dir[File.join(ROOT, 'demo/*.yaml')].map { |path| read_family(File.read(path)) }
  def bundle(families = demo) = Exchange::BundleFile.of(families)

  def zip(files)
    buffer = Zip::OutputStream.write_buffer do |stream|
      files.each do |name, text|
        stream.put_next_entry(name)
        stream.write(text)
      end
    end
    buffer.string
  end

  # Both forms hold all families, each after those that it uses, in whatever order they came; what they mean is the same.
  def test_out_and_in
    [demo, Nest.families].each do |families|
      made = bundle(families.shuffle(random: Random.new(3)))
      assert_equal families.map(&:name).sort, made.families.map(&:name).sort
      made.families.each_with_index { |family, at| assert_empty Family::Kinship.used(family) - made.families.first(at).map(&:name), family.name }
      [Exchange::BundleFile.yaml(made), Exchange::BundleFile.zip(made)].each do |bytes|
        read = Exchange::BundleFile.read(bytes)
        assert_equal made.families, read.families
        assert_equal made.main, read.main
      end
    end
    assert_equal ['Side frame'], Exchange::BundleFile.read(Exchange::FamilyFile.yaml(side_frame)).families.map(&:name)
    assert_equal Exchange::BundleFile.zip(bundle), Exchange::BundleFile.zip(bundle), 'the same bytes each time'
  end

  # What a family is based on goes with it, and what that places.
  def test_what_it_is_based_on_goes_along
    pin, frame, leg = [['Pin', {}], ['Frame', { 'components' => [{ 'name' => 'pin', 'family' => 'Pin' }] }], ['Leg', { 'base' => { 'family' => 'Frame' } }]]
                      .map { |name, more| Family.from_tree('name' => name, **more) }
    stray = Family.from_tree('name' => 'Stray')
    assert_equal %w[Pin Frame Leg], Plan::Library.new([leg, stray, frame, pin]).whole(leg).map(&:name)
    Dir.mktmpdir do |folder|
      [pin, frame, leg, stray].each { |family| File.write(File.join(folder, "#{family.name}.yaml"), Exchange::FamilyFile.yaml(family)) }
      out = StringIO.new
      VastLattice::CommandLine.new(['bundle', File.join(folder, 'Leg.yaml')], out: out, err: StringIO.new).run
      read = Exchange::BundleFile.read(out.string)
      assert_equal [%w[Pin Frame Leg], 'Leg'], [read.families.map(&:name), read.main]
    end
  end

  # What is new, the same, different; what is kept, and what is the same, is not taken.
  def test_beside_what_is_there
    there = Nest.families.to_h { |family| [family.name, family] }
    there.delete('Lift')
    there['Pin'] = Family::Edits.apply(there['Pin'], 'do' => 'put_parameter', 'name' => 'size', 'fields' => { 'default' => '12 mm' })
    comparison = Exchange::BundleComparison.new(bundle(Nest.families)) { |name| there[name] }
    states = comparison.to_tree['families'].to_h { |one| [one['name'], one['state']] }
    assert_equal({ 'Lift' => 'new', 'Pin' => 'differs' }, states.reject { |_, state| state == 'same' })
    pin = comparison.to_tree['families'].find { |one| one['name'] == 'Pin' }
    assert_equal 1, pin['changed']
    assert_match(/parameter size.*12 mm/, pin['changes'].first)
    assert_equal %w[Pin Lift], comparison.taken([]).map(&:name)
    assert_equal %w[Lift], comparison.taken(%w[PIN]).map(&:name)
  end

  BAD = {
    '' => /empty|no family|version|needs/i, 'families: 3' => /stand in a list/, "vast_lattice: 1\nfamilies: []" => /stand in a list/,
    "vast_lattice: 1\nfamilies: [3]" => /no family/, "vast_lattice: 1\nfamilies: [{family: A}, {family: a}]" => /twice|once/i,
    "vast_lattice: 1\nbundle: Nobody\nfamilies: [{family: A}]" => /Nobody/, "PK\x03\x04broken" => /damaged/,
    "vast_lattice: 1\nfamilies:\n  - {family: A}\n  - {family: B, parts: 4}" => /parts/,
    "vast_lattice: 1\nfamilies: [#{Array.new(201) { |at| "{family: F#{at}}" }.join(', ')}]" => /at most 200/
  }.freeze

  def test_files_that_are_none
    BAD.each { |bytes, message| assert_match message, told(bytes), bytes[0, 60] }
    assert_match(/no family file/, told(zip('readme.txt' => 'x')))
    assert_match(/parts/, told(zip('a.yaml' => "vast_lattice: 1\nfamily: A\nparts: 4")))
    assert_match(/unpacks to|larger/, told(zip('a.yaml' => "note: #{' ' * 200_000_000}")))
    # Names of files decide nothing: no file is written.
    assert_equal ['A'], Exchange::BundleFile.read(zip('../../etc/a.yaml' => "vast_lattice: 1\nfamily: A")).families.map(&:name)
  end

  # Cut off or spoilt anywhere, it is read or refused in words.
  def test_spoilt_bytes
    random = Random.new(11)
    whole = [Exchange::BundleFile.yaml(bundle(Nest.families)), Exchange::BundleFile.zip(bundle(Nest.families))]
    (ENV['LATTICE_LONG'] ? 600 : 60).times do |round|
      bytes = whole[round % 2].b.dup
      round % 3 == 2 ? bytes.slice!(random.rand(bytes.size)..) : random.rand(1..6).times { bytes.setbyte(random.rand(bytes.size), random.rand(256)) }
      said = told(bytes)
      refute_match(/\.rb|undefined method|#</, said, "round #{round}")
    end
  end

  # What is said of bytes, 'read' where they are a bundle.
  def told(bytes)
    Exchange::BundleFile.read(bytes)
    'read'
  rescue Exchange::FamilyFile::Unreadable, Exchange::Unreadable => e
    e.respond_to?(:problems) ? [e.message, *e.problems].join(' ') : e.message
  end
end
