# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/malformed_files'
require 'tmpdir'

# Tables as CSV, XLSX and ODS, out and in; checked against LibreOffice, which converts them.
class SpreadsheetsTest < CoreCase
  FORMATS = %w[csv xlsx ods].freeze
  # Everything that a file format can trip over.
  PIECES = ['a', ',', ';', '"', "\n", 'ü', '→', "'", ' ', '  ', '=1', '#', '😀', '<b>', '&amp;', ']]>', '-', '1', '½', '{x}', '%'].freeze

  # Numbers, fractions, units of their own, formulas, states, choices, and texts with commas, quotes, line breaks, umlauts.
  def rich
    family(<<~YAML)
      parameters:
        - {name: length, kind: number, unit: mm, default: 100 mm}
        - {name: angle, kind: number, unit: deg, default: 30 deg}
        - {name: count, kind: count, default: 4}
        - {name: finish, kind: choice, choices: [bare, "zinc, thick", "say \\"oil\\""], default: bare}
        - {name: painted, kind: yes_no, default: 'no'}
        - {name: remark, kind: text, default: none}
      parts: [{name: plate, stock: {kind: plate, width: length, height: 50 mm, thickness: 3 mm}, features: [{name: bore, kind: hole, diameter: 9 mm}]}]
      tables:
        - name: size
          columns: [{target: length, unit: mm}, {target: angle}, {target: count}, {target: finish}, {target: painted}, {target: remark}, {target: bore.built}, {target: plate.material}, {target: code, kind: text}]
          rows:
            - {name: A-1, cells: {length: 500, angle: 12.25, count: 7, finish: "zinc, thick", painted: 'yes', remark: "Größe \\"L\\", lang", bore.built: suppressed, plate.material: steel, code: '007'}}
            - {name: '100', cells: {length: 75 mm / 2, angle: 1/2, finish: "say \\"oil\\"", painted: 'no', remark: "two\\nlines", bore.built: built, code: '="x" + "=y"'}}
            - {name: "x, \\"y\\"", cells: {length: 2 * count * 10 mm, angle: 0.1 rad, count: 6 / 2, remark: "-5"}}
            - {name: empty}
        - {name: drive, columns: [{target: speed, kind: number, unit: m/min}], rows: [{name: slow, cells: {speed: 12.5}}]}
    YAML
  end

  # The same family before anything of its tables was typed.
  def emptied = rich.with(tables: rich.tables.map { |table| table.with(rows: []) })

  def test_round_trips_lose_nothing
    (FORMATS - ['csv']).each { |format| assert_equal rich, imported(emptied, format, exported(rich, format)), format }
    csv = exported(rich, 'csv')

    assert_equal 'variant,length [mm],angle [deg],count,finish,painted,remark,bore.built,plate.material,code', csv.lines.first.chomp
    assert_equal rich.tables.first, imported(emptied, 'csv', csv, table: emptied.tables.first).tables.first
  end

  # Our files through LibreOffice (headless), which reads and writes them anew: XLSX to ODS and back, ODS to XLSX and back.
  def test_round_trips_through_libreoffice_lose_nothing
    Dir.mktmpdir do |folder|
      { 'xlsx' => 'ods', 'ods' => 'xlsx' }.each do |from, till|
        first = File.join(folder, "#{from}-1.#{from}")
        File.binwrite(first, exported(rich, from))
        converted = office(first, till)
        back = office(converted, from)

        assert_equal rich, imported(emptied, till, File.binread(converted)), "#{from} as #{till}"
        assert_equal rich, imported(emptied, from, File.binread(back)), "#{from} as #{till} and back"
      end
    end
  end

  # What LibreOffice makes of the numbers: they are numbers there, so that people can calculate with them.
  def test_plain_numbers_are_numbers_for_others
    Dir.mktmpdir do |folder|
      File.binwrite(path = File.join(folder, 'out.xlsx'), exported(rich, 'xlsx'))
      rows = CSV.parse(File.read(office(path, 'csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,false,false,false,false,1', 'out-size.csv')))

      assert_equal ['500', '12.25', '7', 'zinc, thick', 'yes'], rows[1][1, 5]
      types = Exchange::SHEET_FORMATS.fetch('xlsx').read(File.binread(path)).first.rows[1].map(&:class)
      assert_equal [String, Float, Float, Float, String, String, String, String, String, String], types
    end
  end

  # Converts a file; the name of the result.
  def office(path, format, name = nil)
    folder = "#{path}-as"
    home = "-env:UserInstallation=file://#{File.join(Dir.tmpdir, "lattice-office-#{Process.pid}")}"
    system('soffice', '--headless', home, '--convert-to', format, '--outdir', folder, path, out: File::NULL, err: File::NULL) or flunk('LibreOffice failed')
    name ? File.join(folder, Dir.children(folder).find { |file| file.end_with?('.csv') }) : File.join(folder, "#{File.basename(path, '.*')}.#{format}")
  end

  # Property: whatever stands in the cells comes back, in every format.
  def test_any_text_comes_back
    random = Random.new(4)
    family = family('parameters: [{name: t, kind: text, default: x}, {name: n, kind: number, unit: mm, default: 1}]')
    60.times do
      rows = Array.new(random.rand(1..6)) do |index|
        cells = { 't' => Array.new(random.rand(1..8)) { PIECES.sample(random: random) }.join.strip, 'n' => ["#{index} mm", index.to_s, '1/3'].sample(random: random) }
        Family::Row.new(name: "r#{index}", cells: cells.reject { |name, text| text.empty? || (name == 't' && text.start_with?('=')) })
      end
      table = Family::Table.new(name: 'any', columns: [Family::Column.new(target: 't'), Family::Column.new(target: 'n')], rows: rows)
      full = family.with(tables: [table])
      empty = family.with(tables: [table.with(rows: [])])
      FORMATS.each { |format| assert_equal full, imported(empty, format, exported(full, format), table: empty.tables.first), format }
    end
  end

  def import(csv, family = side_frame)
    Exchange::TableImport.new(Plan.of(family), Exchange::SHEET_FORMATS.fetch('csv').read(csv), table: family.tables.first)
  end

  # What other spreadsheets make of a CSV: separators, decimal commas, marks, encodings, a line that names the separator.
  def test_the_csv_of_other_spreadsheets
    { "variant;length;depth\r\nSF-0500;500,5;90\r\n" => 'semicolons', "\uFEFFvariant;length;depth\nSF-0500;500,5;90" => 'mark',
      "sep=;\nvariant;length;depth\nSF-0500;500,5;90" => 'named', "variant\tlength\tdepth\nSF-0500\t500,5\t90" => 'tabs',
      "\uFEFFvariant\tlength\tdepth\r\nSF-0500\t500,5\t90\r\n".encode('UTF-16LE') => 'UTF-16', "variant,length,depth\nSF-0500,\"500.5\",90" => 'commas',
      "Sizes of 2026,,\n,,\ndepth,VARIANT,length\n90,sf-0500,500.5" => 'order and titles above' }.each do |csv, what|
      changes = import(csv.b).changes.all

      assert_equal [['changed', 'SF-0500', { 'length' => ['500', '500.5'] }]], changes.reject { |change| change.kind == 'gone' }.map { |change| [change.kind, change.row, change.cells] }, what
      assert_equal 7, changes.count { |change| change.kind == 'gone' }, what
    end
  end

  def test_units_columns_and_rows_that_differ
    found = import("variant,length [m],weight,finish,lenght\nSF-0500,0.5,3,painted,1\nSF-0900,0.9,,galvanised,\n")

    assert_equal([['changed', 'SF-0500', { 'length' => ['500', '0.5 m'], 'finish' => ['', 'painted'] }],
                  ['new', 'SF-0900', { 'length' => ['', '0.9 m'], 'finish' => ['', 'galvanised'] }]],
                 found.changes.all.first(2).map { |change| [change.kind, change.row, change.cells] })
    assert_equal ['cell C1: "weight" is no parameter, state or column here; it was passed over.',
                  'cell E1: "lenght" is no parameter, state or column here; it was passed over. Did you mean length?'], found.notices.map(&:to_s)
    some = found.changes.edits(found.changes.all.first(2)).reduce(side_frame) { |family, edit| Family::Edits.apply(family, edit) }
    assert_equal 9, some.tables.first.rows.size
    assert_equal 'finish', some.tables.first.columns.last.target
    assert_equal side_frame.tables.first.rows[1..7], some.tables.first.rows[1..7]
    assert_empty Plan.of(some).breaking
  end

  # Every malformed file is refused with the place and the reason, and nothing of it is taken.
  def test_malformed_files_are_refused
    MalformedFiles.all(self).each do |what, (format, bytes, place, reason)|
      error = assert_raises(Exchange::Unreadable, what) { imported(side_frame, format, bytes, table: format == 'csv' ? side_frame.tables.first : nil) }
      text = error.problems.join("\n")

      assert_match reason, text, what
      assert_includes text, place, what if place
      assert_empty error.problems.reject { |problem| problem.remedy || problem.message.start_with?('And ') }, what
    end
    assert_operator MalformedFiles.all(self).size, :>=, 20
  end

  # Property: files that were spoilt by chance are read or refused, and never anything else.
  def test_spoilt_files_never_break
    random = Random.new(7)
    whole = FORMATS.to_h { |format| [format, exported(side_frame, format).b] }
    (ENV['LATTICE_LONG'] ? 600 : 60).times do
      format = FORMATS.sample(random: random)
      bytes = whole[format].dup
      random.rand(1..6).times { bytes[random.rand(bytes.size), random.rand(0..6)] = random.bytes(random.rand(0..6)) }
      imported(side_frame, format, bytes, table: side_frame.tables.first)
    rescue Exchange::Unreadable => e
      refute_empty e.problems
    rescue Family::Edits::Error => e
      refute_empty e.message
    end
  end
end
