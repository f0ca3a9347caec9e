# frozen_string_literal: true

require 'zip'

# Spreadsheets that must be refused: what is wrong => [format, bytes, place in the message, reason].
module MalformedFiles
  ROWS = [['variant', 'length [mm]'], ['A', 500.0]].freeze
  OLE = "\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1".b

  def self.all(test) = texts.merge(sheets, archives(test))

  def self.csv(text) = text.dup.b

  # Wrong in a CSV.
  def self.texts
    { 'empty' => ['csv', csv(''), nil, /is empty/],
      'only a heading' => ['csv', csv("variant,length\n"), nil, /no rows below the heading/],
      'missing key' => ['csv', csv("name,length\nA,1\n"), nil, /no column "variant"/],
      'duplicate keys' => ['csv', csv("variant,length\nA,1\na,2\n"), 'cell A3', /stands there twice/],
      'row without a name' => ['csv', csv("variant,length\n,1\n"), 'cell A2', /no name/],
      'doubled column' => ['csv', csv("variant,length,Length\nA,1,2\n"), 'cell C1', /stands there twice/],
      'text in a number' => ['csv', csv("variant,length\nA,long\n"), 'cell B2', /no name "long"/],
      'formula with an unknown name' => ['csv', csv("variant,length\nA,2 * dept\n"), 'cell B2', /no name "dept".*Did you mean depth/],
      'formula of another dimension' => ['csv', csv("variant,length\nA,3 kg\n"), 'cell B2', /mass.*length is expected/],
      'unknown choice' => ['csv', csv("variant,load_class\nA,hevy\n"), 'cell B2', /not one of the choices.*Did you mean heavy/],
      'separators of thousands' => ['csv', csv("variant;length\nA;1.234,5\n"), 'cell B2', /separators of thousands/],
      'a date' => ['csv', csv("variant,shaft_count,depth\nA,,2026-05-01\n"), 'cell C2', /holds a date/],
      'more cells than headings' => ['csv', csv("variant,length\nA,1,2\n"), 'cell C2', /beyond the heading/],
      'open quote' => ['csv', csv("variant,length\n\"A,1\n"), nil, /not well-formed/],
      'not UTF-8' => ['csv', csv("variant,length\n\xE4,1\n"), nil, /not UTF-8/],
      'binary' => ['csv', csv("PK\u0003\u0004\0\0"), nil, /binary data/],
      '200 MB' => ['csv', "variant\n#{'x' * 200_000_000}".b, nil, /larger than 25 MB/] }
  end

  # Wrong in the sheets of a workbook.
  def self.sheets
    { 'wrong sheet' => ['xlsx', book('sizes', ROWS), '"sizes"', /No sheet is called like a table.*Call it size/],
      'wrong unit' => ['xlsx', book('size', [['variant', 'length [kg]'], ['A', 500.0]]), 'sheet size, cell B1', /unit of a mass/],
      'unknown unit' => ['ods', book('size', [['variant', 'length [furlong]'], ['A', 500.0]], 'ods'), 'sheet size, cell B1', /furlong/],
      'a unit where none belongs' => ['ods', book('size', [['variant', 'load_class [mm]'], ['A', 'light']], 'ods'), 'cell B1', /has no unit/],
      'missing key in a sheet' => ['ods', book('size', [['length'], [500.0]], 'ods'), 'sheet size', /no column "variant"/],
      'an error of the spreadsheet' => ['xlsx', cell('<c r="B2" t="e"><v>#REF!</v></c>'), 'sheet size, cell B2', /error #REF!/],
      'a formula never computed' => ['xlsx', cell('<c r="B2"><f>1+1</f></c>'), 'cell B2', /never computed/],
      'a date of the spreadsheet' => ['xlsx', cell('<c r="B2" s="1"><v>46143</v></c>'), 'cell B2', /holds a date, 2026-05-01/],
      'a percentage' => ['ods', document('<table:table-cell office:value-type="percentage" office:value="0.5"/>'), 'cell B2', /a percentage/] }
  end

  # Wrong in the file as a whole.
  def self.archives(_test)
    whole = book('size', ROWS)
    { 'macros' => ['xlsx', changed(whole) { |zip| zip.get_output_stream('xl/vbaProject.bin') { |out| out.write('x') } }, nil, /has macros/],
      'password' => ['xlsx', OLE + ('x' * 600) + "E\0n\0c\0r\0y\0p\0t\0e\0d\0P\0a\0c\0k\0a\0g\0e\0".b, nil, /protected by a password/],
      'old format' => ['xlsx', OLE + ('x' * 600), nil, /old binary format/],
      'zip bomb' => ['xlsx', bomb(whole), nil, /unpacks to \d+ MB/],
      'lying zip bomb' => ['xlsx', lying(bomb(whole)), nil, /damaged|unpacks to/],
      'rows repeated without end' => ['ods', document('<table:table-cell office:value-type="float" office:value="1" table:number-columns-repeated="900000000"/>'), nil, /beyond the heading/],
      'cut off' => ['xlsx', whole[0, whole.size / 2], nil, /damaged/],
      'no workbook in it' => ['xlsx', changed(whole) { |zip| zip.remove('xl/workbook.xml') }, nil, /no XLSX/],
      'password in ODS' => ['ods', changed(book('size', ROWS, 'ods')) { |zip| zip.get_output_stream('META-INF/manifest.xml') { |out| out.write('<manifest:encryption-data/>') } }, nil, /password/],
      'macros in ODS' => ['ods', changed(book('size', ROWS, 'ods')) { |zip| zip.get_output_stream('Basic/Standard/a.xml') { |out| out.write('x') } }, nil, /macros/] }
  end

  def self.book(name, rows, format = 'xlsx')
    VastLattice::Exchange::SHEET_FORMATS.fetch(format).write([VastLattice::Exchange::Sheet.new(name, rows)]).b
  end

  # A workbook with this as its second cell; every style is a date.
  def self.cell(xml)
    changed(book('size', ROWS)) do |zip|
      sheet = zip.read('xl/worksheets/sheet1.xml').sub(%r{<c r="B2".*?</c>}, xml)
      styles = zip.read('xl/styles.xml').gsub(/(<xf [^>]*numFmtId=")\d+"/, '\114"')
      zip.get_output_stream('xl/worksheets/sheet1.xml') { |out| out.write(sheet) }
      zip.get_output_stream('xl/styles.xml') { |out| out.write(styles) }
    end
  end

  # An ODS with this as its second cell.
  def self.document(xml)
    changed(book('size', ROWS, 'ods')) do |zip|
      content = zip.read('content.xml').sub(%r{<table:table-cell office:value-type="float"[^>]*/>}, xml)
      zip.get_output_stream('content.xml') { |out| out.write(content) }
    end
  end

  def self.changed(bytes)
    zip = Zip::File.open_buffer(StringIO.new(bytes))
    yield zip
    zip.write_buffer.string.b
  end

  def self.bomb(bytes)
    @bomb ||= changed(bytes) { |zip| zip.get_output_stream('xl/sharedStrings.xml') { |out| 160.times { out.write(' ' * 1_000_000) } } }
  end

  # The same, with small sizes written into its directory.
  def self.lying(bytes)
    size = [160_000_000].pack('V')
    bytes.gsub(size, [1000].pack('V'))
  end
end
