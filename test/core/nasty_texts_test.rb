# frozen_string_literal: true

require 'csv'
require_relative '../support/core'
require_relative '../support/edit_examples'
require_relative '../support/nasty_texts'

# Whatever text is typed into whatever field of an edit: it is refused in words, or kept as it was typed, written in every format, and
# read again.
class NastyTextsTest < CoreCase
  # Texts of one field; bin/test --long takes them all.
  EACH = ENV['LATTICE_LONG'] ? NastyTexts::ALL.size : 1
  # Of those that are taken, one in so many is written in every format, the others as a family.
  WRITTEN = ENV['LATTICE_LONG'] ? 12 : 9

  def test_every_text_field_of_every_edit
    assert_operator NastyTexts::ALL.uniq.size, :>=, 200
    family = side_frame
    taken = refused = number = 0
    wrong = []
    EditExamples::ALL.each do |example|
      ground = EditExamples.ground(family, example)
      texts(example.arguments).each do |path|
        NastyTexts::ALL.rotate((number += 1) * 37).first(EACH).each do |text|
          edited = applied(ground, replaced({ 'do' => example.name, **example.arguments }, path, text)) or next refused += 1
          taken += 1
          (taken % WRITTEN).zero? ? everything(edited) : assert_equal(edited, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(edited)).family, [example.name, path, text].inspect)
        rescue StandardError, Minitest::Assertion => e
          wrong << "#{example.name} #{path} #{text.inspect[0, 80]}: #{e.class}: #{e.message[0, 200]}\n#{e.backtrace.grep(%r{lib/vast}).first(4).join("\n")}"
        end
      end
    end
    assert_empty wrong.first(10), "#{wrong.size} of #{taken + refused}"
    assert_operator [taken, refused].min, :>, 25
  end

  # The family after an edit, or nil where that is refused in words, or would be by whoever keeps it.
  def applied(family, edit)
    edited = Family::Edits.apply(family, edit)
    edited unless (Plan.of(edited).errors - plan_of(family).errors).any?
  rescue VastLattice::Error => e
    assert_match(/\S/, e.message)
    nil
  end

  def plan_of(family) = (@plans ||= {}.compare_by_identity)[family] ||= Plan.of(family)

  # As every format, and back where it can be read.
  def everything(family)
    plan = Plan.of(family)
    [Exchange::FamilyFile.yaml(family), Exchange::FamilyFile.json(family)].each { |text| assert_equal family, Exchange::FamilyFile.read(text).family }
    bundle = Exchange::BundleFile.of([family])
    [Exchange::BundleFile.yaml(bundle), Exchange::BundleFile.zip(bundle)].each { |bytes| assert_equal [family], Exchange::BundleFile.read(bytes).families }
    assert_nil VastLattice::Writable.fault_within(family.to_tree)
    sheets(plan)
    assert_equal(family.rule_tables.map(&:name), Exchange::DecisionFile.read(Exchange::DecisionFile.write(plan), plan).map { |table| table['name'] })
    return unless plan.runnable?

    result = Result.new(plan)
    Nokogiri::XML(result.front_view, &:strict)
    JSON.parse(JSON.generate(Exchange::ResultTree.tree(result)))
    CSV.parse(Exchange::VariantsCSV.new(plan).to_csv)
    %w[xlsx ods].each { |format| kind(format).read(kind(format).write(Exchange::PartsSheets.of(VastLattice::Quantities::PartsList.new(result.outcome)))) }
  end

  # Tables as spreadsheets, with their cells as they were typed.
  def sheets(plan)
    # A sheet without rows is refused: it would empty the table.
    tables = plan.family.tables.select { |table| table.rows.any? }
    %w[xlsx ods].each do |format|
      read = kind(format).read(kind(format).write(Exchange::TableSheets.write(plan, tables)))
      assert_empty Exchange::TableImport.new(plan, read).changes.edits
      kind(format).read(kind(format).write(Exchange::RuleTableSheets.write(plan.family.rule_tables)))
    end
    plan.family.tables.each { |table| CSV.parse(kind('csv').write(Exchange::TableSheets.write(plan, [table]))) }
  end

  def kind(format) = Exchange::SHEET_FORMATS.fetch(format)

  # Paths of all texts within arguments.
  def texts(tree, path = [])
    case tree
    when Hash then tree.flat_map { |key, value| texts(value, [*path, key]) }
    when Array then tree.each_with_index.flat_map { |value, index| texts(value, [*path, index]) }
    when String then [path]
    else []
    end
  end

  def replaced(tree, path, text)
    key, *rest = path
    tree.dup.tap { |copy| copy[key] = rest.empty? ? text : replaced(tree[key], rest, text) }
  end
end
