# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_dialect'

# Property: the same table, written as CSV in any of many dialects, comes in the same. (RFC 4180 and common practice, no
# source: semicolons and decimal commas where the comma is the decimal mark, marks of byte order, a line that names the
# separator, titles above and columns beside the table.)
class DialectsTest < CoreCase
  FAMILY = <<~YAML
    parameters:
      - {name: width, label: Breite, kind: number, unit: mm, default: 10 mm}
      - {name: pieces, kind: count, default: 1}
      - {name: finish, kind: choice, choices: [blank, "zinc, thick", geölt], default: blank}
      - {name: words, kind: text, default: x}
    parts:
      - name: plate
        stock: {kind: plate, width: 90 mm, height: 60 mm, thickness: 3 mm}
        features: [{name: hole, kind: hole, diameter: 5 mm}]
  YAML
  COLUMNS = %w[width pieces finish words hole.built].freeze
  WORDS = ['plain', 'with, comma', 'with; semicolon', "two\nlines", 'a "quote"', 'tab	inside', 'Größe ½', 'bar | bar', '=no', ''].freeze

  def table_of(rows)
    columns = COLUMNS.map { |target| Family::Column.new(target: target) }
    Family::Table.new(name: 'sizes', columns: columns, rows: rows.map { |name, cells| Family::Row.new(name: name, cells: cells.reject { |_, text| text.empty? }) })
  end

  def random_rows(random)
    Array.new(random.rand(1..6)) do |index|
      cells = { 'width' => ['500.5', '12', '0.25', '3 cm', ''].sample(random: random), 'pieces' => random.rand(1..9).to_s,
                'finish' => ['blank', 'zinc, thick', 'geölt', ''].sample(random: random),
                'words' => WORDS.reject { |word| word.start_with?('=') }.sample(random: random), 'hole.built' => %w[built suppressed].sample(random: random) }
      ["R-#{index + 1}", cells]
    end
  end

  def import(family, bytes)
    sheets = Exchange::SHEET_FORMATS.fetch('csv').read(bytes)
    Exchange::TableImport.new(Plan.of(family), sheets, table: family.tables.first)
  end

  def test_every_dialect_reads_the_same
    base = family(FAMILY)
    400.times do |seed|
      random = Random.new(seed)
      rows = random_rows(random)
      dialect = RandomDialect.new(random)
      bytes = dialect.write(['variant', *COLUMNS], rows.map { |name, cells| [name, *cells.values_at(*COLUMNS)] })

      import = import(base.with(tables: [table_of([])]), bytes)
      taken = import.changes.edits.reduce(base.with(tables: [table_of([])])) { |changed, edit| Family::Edits.apply(changed, edit) }
      assert_equal table_of(rows).rows, taken.tables.first.rows, "seed #{seed} #{dialect}"
      again = import(base.with(tables: [table_of(rows)]), bytes)
      assert_empty again.changes.all.map(&:to_h), "seed #{seed} #{dialect}"
    end
  end

  # What was typed in words of its own (units in the heading, yes and no for states, other letters) means the same.
  def test_units_of_the_heading_and_words_for_states
    base = family(FAMILY).with(tables: [table_of([])])
    csv = "Variant;Width [cm];HOLE.BUILT;Finish\nA;1,5;yes;blank\nB;2 mm;no;geölt\n"
    import = import(base, csv.b)
    plan = Plan.of(import.changes.edits.reduce(base) { |changed, edit| Family::Edits.apply(changed, edit) })

    assert_empty plan.breaking
    said = %w[A B].map { |row| plan.outcome(pick(rows: { 'sizes' => row })).then { |outcome| [outcome.text('width'), outcome.state('hole'), outcome.text('finish')] } }
    assert_equal [['15 mm', :shown, 'blank'], ['2 mm', :suppressed, 'geölt']], said
  end
end
