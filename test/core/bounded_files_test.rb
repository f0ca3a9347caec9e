# frozen_string_literal: true

require_relative '../support/core'

# Files are bounded while they are read, come back as they went, and are checked whole.
class BoundedFilesTest < CoreCase
  HEAD = "vast_lattice: 1\nfamily: T\n"

  def problems(text) = refused(Exchange::FamilyFile::Unreadable) { Exchange::FamilyFile.read(text) }.problems

  def test_what_is_too_deep_too_wide_or_shared_is_refused_at_once
    { '[' * 100_000 => /nested too deeply/, "#{HEAD}parameters: #{'[' * 100_000}" => /nested too deeply/, "{\"a\":#{'[' * 100_000}" => /not well-formed/,
      "#{HEAD}#{(1..2000).map { |n| "k#{n}: 1\n" }.join}" => /More than 1000 keys/, "#{HEAD}code: &x A\n" => /References/, "#{HEAD}code: *x\n" => /References/,
      "- a\n" => /a list, not a family/, "just words\n" => /a text, not a family/ }.each do |text, wanted|
      assert_match wanted, problems(text).first.last, text[0, 40]
    end
    wrong = problems("#{HEAD}rules:\n#{(1..1000).map { |n| "  - {name: R#{n}, when: true, then: [{sett: b}]}\n" }.join}")
    assert_equal [51, 'There are more problems; mend these first.'], [wrong.size, wrong.last.last]
  end

  def test_every_circle_and_every_line
    text = "#{HEAD}parameters:\n  - {name: a, kind: count, formula: b}\n  - {name: b, kind: count, formula: a}\n  - {name: c, kind: count, formula: d}\n  - {name: d, kind: count, formula: c}\n" \
           "tables:\n  - name: t\n    columns:\n      - {target: a1}\n    rows: [{name: x}]\nforms:\n  - name: f\n    pages:\n      - title: p\n        groups:\n          - title: g\n            fields:\n              - {ask: nope}\n"
    document = Exchange::FamilyFile.read(text)
    lines = Plan.of(document.family).errors.map { |finding| [finding.code, document.line(finding.place)] }
    assert_equal [[:cycle, 4], [:cycle, 6], [:unknown_name, 11], [:unknown_name, 20]], lines.sort
  end

  TABLE = <<~YAML
    parameters: [{name: length, kind: number, unit: mm, default: 1, least: 0}, {name: note, kind: text, default: none}, {name: b, kind: count, default: 1}]
    tables:
      - name: a_table_with_a_name_of_thirty_one_letters_one
        columns: [{target: length, key: true}, {target: note}]
        rows: [{name: "=cmd", cells: {length: 500, note: "+1"}}, {name: "'=x", cells: {length: 60 cm / 2, note: "-3 mm"}}, {name: "@a", cells: {length: -5, note: "'ok"}}]
      - {name: a_table_with_a_name_of_thirty_one_letters_two, columns: [{target: b}], rows: [{name: one, cells: {b: 1}}, {name: two, cells: {b: 2}}]}
    rules:
      - {name: One, when: length = 500 mm, then: [{set: b, to: 3}]}
      - {name: Two, when: length > 400 mm, then: [{set: b, to: 4}]}
    forms: [{name: f, pages: [{title: p, groups: [{title: g}]}]}]
  YAML

  # A spreadsheet runs nothing of a CSV, tables alike in 31 letters keep apart, and all comes back as it was.
  def test_sheets_come_back_as_they_went
    family = family(TABLE)
    assert_equal family, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(family)).family, 'with a group without fields'
    plan = Plan.of(family)
    csv = Exchange::SHEET_FORMATS.fetch('csv').write(Exchange::TableSheets.write(plan, [family.tables.first]))
    refute_match(/(^|,)"?[=+@]/, csv)
    assert_empty Exchange::TableImport.new(plan, Exchange::SHEET_FORMATS.fetch('csv').read(csv), table: family.tables.first).changes.all
    %w[xlsx ods].each do |format|
      bytes = exported(family, format)
      assert_empty Exchange::TableImport.new(plan, Exchange::SHEET_FORMATS.fetch(format).read(bytes)).changes.all, format
      [0.3, 0.6, 0.9].each { |part| refused(Exchange::Unreadable) { Exchange::SHEET_FORMATS.fetch(format).read(bytes[0, (bytes.size * part).to_i]) } }
    end
  end

  # Rules that disagree in a row, and a row that can never be valid.
  def test_mistakes_in_rows
    found = Checks::RowErrors.new(Plan.of(family(TABLE))).findings
    assert_equal %i[row_refused rules_disagree], found.map(&:code).sort
    assert_match(/=cmd · one, =cmd · two: Rules disagree/, found.find { |finding| finding.code == :rules_disagree }.message)
    assert_match(/@a .* no valid variant/, found.find { |finding| finding.code == :row_refused }.message)
  end

  def test_very_many_variants_are_checked_all_the_same
    tables = (1..3).map { |n| { 'name' => "t#{n}", 'columns' => [{ 'target' => "p#{n}" }], 'rows' => (1..100).map { |row| { 'name' => "r#{row}", 'cells' => { "p#{n}" => row.to_s } } } } }
    parameters = (1..3).map { |n| { 'name' => "p#{n}", 'kind' => 'count', 'default' => '1' } } + [{ 'name' => 'q', 'kind' => 'count', 'formula' => 'floor(1 / (p2 - 77))' }]
    plan = Plan.of(Family.from_tree('name' => 'T', 'parameters' => parameters, 'tables' => tables))
    assert_equal([:sampled], Checks::Sweep.new(plan).findings.map(&:code))
    assert_match(/r77/, Checks::RowErrors.new(plan).findings.first.message)
  end

  # By any unit, by computed cells, and in words where there is none.
  def test_rows_are_found_by_what_they_come_to
    plan = Plan.of(family(TABLE))
    search = Variants::RowSearch.new(plan, plan.family.tables.first)
    assert_equal([['=cmd'], ["'=x"], []], ['50 cm', '0.3 m', '505'].map { |text| search.rows('length' => text).map(&:name) })
    assert_equal "No row of #{plan.family.tables.first.name} has length 505. The nearest is =cmd with 500 mm.", search.refusal({ 'length' => '505' }, [])
  end
end
