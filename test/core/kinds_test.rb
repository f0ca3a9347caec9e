# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'
require 'nokogiri'

# What holds for every kind of stock, feature and pattern that is registered, and for any solid made of them.
class KindsTest < CoreCase
  STOCKS = Family::STOCK_KINDS.kinds.select(&:worked?).flat_map { |kind| kind.outlines.map { |outline| [kind, outline] } }.freeze

  def family_of(stock, features = [])
    Family.from_tree('name' => 'Kinds', 'parts' => [{ 'name' => 'piece', 'stock' => stock, 'features' => features }])
  end

  def result_of(stock, features = []) = Result.new(Plan.of(family_of(stock, features)))

  # Edits that the forms of the screens make: a new part of every kind of stock is sound, and can be looked at from
  # everywhere.
  def test_every_stock_begins_sound
    STOCKS.each do |kind, outline|
      result = result_of(kind.beginning(outline))
      solid = result.model.solids.first

      assert_empty result.findings, "#{kind.name} #{outline}"
      assert_operator result.facts['mass'], :>, 0
      assert_predicate solid.blank.walls, :any?, "#{kind.name} #{outline}"
      Drawing::Views::FRAMES.each_key { |view| Nokogiri::XML(result.view(view), &:strict) }
      assert_operator solid.volume, :<=, solid.bounds.size.reduce(:*) + 1e-6
      solid.centroid.zip(solid.bounds.low, solid.bounds.high) { |at, low, high| assert at.between?(low - 1e-9, high + 1e-9), "#{kind.name} #{outline}" }
      kind.lists(outline).each_value do |fields|
        item = Family::Measure.beginnings(fields)
        assert_equal fields.select(&:asked?).map(&:name), item.keys
      end
    end
  end

  # The same of features: a new one of every kind, on every stock that it suits, can be made or says why not.
  def test_every_feature_begins_sound
    STOCKS.product(Family::FEATURE_KINDS.kinds).each do |(stock, outline), kind|
      next unless kind.stocks.nil? || kind.stocks.include?(stock.name)

      result = result_of(stock.beginning(outline), [{ 'name' => 'new', 'kind' => kind.name, **Family::Measure.beginnings(kind.measures) }])
      errors = result.findings.select(&:error?)

      assert_empty result.plan.errors, "#{kind.name} on #{stock.name} #{outline}"
      errors.each { |error| refute_empty error.remedy.to_s, error.to_s }
      next unless %w[plate folded_sheet turned].include?(stock.name) && outline != 'round'

      assert_empty errors, "#{kind.name} on #{stock.name} #{outline}"
      changes = %i[cut add reshape].include?(kind.role) && kind.name != 'bend'
      plain = result_of(stock.beginning(outline)).facts['volume']

      assert_operator (result.facts['volume'] - plain).abs, :>, 1e-3, "#{kind.name} on #{stock.name} #{outline}" if changes
      assert_in_delta plain, result.facts['volume'], 1e-9, kind.name if kind.role == :mark
    end
  end

  def test_every_pattern_begins_sound
    Family::PATTERN_KINDS.kinds.each do |kind|
      family = family_of(Geometry::Stocks::Plate.beginning('rectangle'), [{ 'name' => 'h', 'kind' => 'hole', 'diameter' => '4 mm',
                                                                            'horizontal' => { 'from' => 'left', 'offset' => '30 mm' } }])
      family = Family::Edits.apply(family, 'do' => 'set_feature', 'feature' => 'h', 'field' => 'pattern.kind', 'text' => kind.name)
      result = Result.new(Plan.of(family))

      assert_empty result.findings.select(&:error?), kind.name
      assert_operator result.facts['instances'], :>, 1, kind.name
      assert_nil Family::Edits.apply(family, 'do' => 'set_feature', 'feature' => 'h', 'field' => 'pattern.kind', 'text' => 'none').feature('h').pattern
    end
  end

  # docs/family-file.md names every kind with every one of its dimensions.
  def test_every_kind_is_documented
    page = File.read(File.join(ROOT, 'docs/family-file.md'))
    rows = page.lines.grep(/\A\|/).join
    STOCKS.each do |kind, outline|
      assert_includes rows, "`#{outline}`" unless %w[steps].include?(outline) || kind.name == 'folded_sheet'
      assert_includes rows, "`#{kind.name}`"
    end
    (Family::FEATURE_KINDS.kinds + Family::PATTERN_KINDS.kinds).each do |kind|
      row = page.lines.find { |line| line.start_with?('|') && line.split('|')[1].include?("`#{kind.name}`") }

      refute_nil row, kind.name
      missing = kind.measures.map(&:name).reject { |name| row.include?("`#{name}`") || row.split('|').last(2).join.include?(name) }

      assert_empty missing, kind.name
    end
  end

  # A file of any such family is read back as it was.
  def test_files_keep_every_solid
    (ENV['LATTICE_LONG'] ? 24 : 10).times do |seed|
      read = family(RandomSolid.new(seed + 200).yaml)

      assert_equal read, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(read)).family
      assert_equal read, Exchange::FamilyFile.read(Exchange::FamilyFile.json(read)).family
      assert_equal read, Family::Elements.of(read).family
    end
  end

  # Cuts commute: the order of a recipe that only cuts does not matter.
  def test_the_order_of_cuts_does_not_matter
    [0, 6, 12, 18].each do |seed|
      read = family(RandomSolid.new(seed).yaml)
      turned = read.with(parts: read.parts.map { |part| part.with(features: part.features.reverse) })
      one, two = [read, turned].map { |family| Result.new(Plan.of(family)).model.solids.first }

      assert_in_epsilon one.volume, two.volume, 1e-9, "seed #{seed}"
      assert_in_epsilon one.surface_area, two.surface_area, 1e-6, "seed #{seed}"
    end
  end

  # Where a part is changes neither its mass nor its surface; its centre of mass goes with it.
  def test_a_part_is_the_same_everywhere
    [1, 5, 9, 11].each do |seed|
      yaml = RandomSolid.new(seed).yaml
      here, there = [yaml, yaml.sub('    features:', "    at: {x: 100, y: -40, z: 7, turn_z: 90 deg}\n    features:")].map { |text| Result.new(plan(text)) }

      assert_in_delta here.facts['mass'], there.facts['mass'], 1e-12
      assert_in_delta here.more_facts['surface'], there.more_facts['surface'], 1e-6
      x, y, z = here.more_facts['centre']
      # A quarter turn to the left about z: x, y become -y, x.
      [100 - y, x - 40, z + 7].zip(there.more_facts['centre']) { |wanted, found| assert_in_delta wanted, found, 1e-6, "seed #{seed}" }
      assert_equal(here.more_facts['size'].values_at(1, 0, 2).map { |part| part.round(6) }, there.more_facts['size'].map { |part| part.round(6) })
    end
  end

  # A solid is made once for the same numbers and states, whatever else changes; another state makes another.
  def test_solids_are_remembered
    compiled = plan("parameters: [{name: price, kind: count, default: 1}, {name: wide, kind: number, unit: mm, default: 90 mm}]\n" \
                    "parts:\n  - name: p\n    stock: {kind: plate, width: wide, height: 60, thickness: 3}\n    features: [{name: h, kind: hole, diameter: 5}]\n")
    solid = ->(**given) { Result.new(compiled, pick(**given)).model.solids.first.solid }

    assert_same solid.call, solid.call(answers: { 'price' => '7' })
    refute_same solid.call, solid.call(answers: { 'wide' => '91 mm' })
    refute_same solid.call, solid.call(overrides: { 'h.built' => 'suppressed' })
  end

  # What has not the shape of a family file is told by line.
  def test_files_of_a_wrong_shape_are_refused_by_line
    { 'at: {w: 3}' => /line 6: "w" does not belong here/, 'stock2: 3' => /line 6: "stock2" does not belong here/, 'tier: huge' => /line 6: tier must be one of/,
      'at: 5' => /line 6: at should be a group of keys/ }.each do |line, message|
      error = refused(Exchange::FamilyFile::Unreadable) { family("parts:\n  - name: p\n    stock: {kind: plate, width: 9, height: 9, thickness: 1}\n    #{line}\n") }

      assert_match message, error.message
    end
    { 'by_hand: perhaps' => /by_hand must be one of suppressed, hidden, built/, 'pattern: [1]' => /pattern should be a group of keys/,
      'pattern: {along: sideways}' => /along must be one of horizontal, vertical/ }.each do |entry, message|
      text = "parts:\n  - name: p\n    stock: {kind: plate, width: 9, height: 9, thickness: 1}\n    features: [{name: f, kind: hole, diameter: 2, #{entry}}]\n"

      assert_match message, refused(Exchange::FamilyFile::Unreadable) { family(text) }.message
    end
    assert_match(/density/, refused(Exchange::FamilyFile::Unreadable) { family("materials: [{name: m, density: heavy}]\n") }.message)
    own = plan("materials: [{name: felt, density: 0.2}]\nparts: [{name: p, material: felt, stock: {kind: plate, width: 100, height: 100, thickness: 10}}]\n")

    assert_in_delta 0.02, Result.new(own).facts['mass'], 1e-12
    assert_equal [:unknown_name], plan("parts: [{name: p, material: fluff, stock: {kind: plate, width: 9, height: 9, thickness: 1}}]\n").errors.map(&:code)
  end
end
