# frozen_string_literal: true

require 'zip'

# Files of every kind that can be brought in, spoilt at random or made to do harm: [kind, bytes].
class HostileFiles
  KINDS = %i[xlsx ods csv family bundle_yaml bundle_zip dmn rules_xlsx rules_csv svg png jpeg schema dxf].freeze
  XML = ['<!DOCTYPE a [<!ENTITY x SYSTEM "file:///etc/passwd">]>', '&x;', '<a>' * 3000, '</row>', ']]>', '<c r="ZZZZ99999999"><v>1</v></c>', '<row r="99999999"/>', 'count="999999999"', "\u0000", '&#0;',
         '<use href="#a"/>', 'transform="scale(1e308)"', '<v>1e999</v>', 'xmlns:a="b"', 't="s"', '<is><t>x</t></is>', 'table:number-columns-repeated="999999999"', 'table:number-rows-repeated="999999999"'].freeze
  TEXT = ["\u0000", '"' * 2000, ',' * 5000, "\n" * 5000, '[' * 3000, '{' * 3000, '&a *a', '!!ruby/object:Object {}', '- ' * 2000, ': ' * 500, '1e999', '9' * 5000, "\xFF", "\t", '=cmd', 'x' * 20_000, '1/0', '((((', '"\\ud800"'].freeze

  # +plan+ is that of a family with tables and rule tables.
  def initialize(plan, seed)
    @plan = plan
    @random = Random.new(seed)
  end

  # One after the other, those that are made to do harm first, or one in so many of them.
  def each(count, every: 1)
    made = harmful.each_slice(every).map(&:first)
    count.times { |number| number < made.size ? yield(*made[number]) : yield(*spoilt) }
  end

  private

  def spoilt
    kind = KINDS.sample(random: @random)
    bytes = whole(kind)
    bytes = zipped?(bytes) && @random.rand(3).positive? ? within(bytes) { |part| torn(part, XML) } : torn(bytes, TEXT)
    [kind, bytes]
  end

  def zipped?(bytes) = bytes.start_with?('PK')

  # Some bytes changed, some gone, some twice, something else between them.
  def torn(bytes, pieces)
    bytes = bytes.dup.b
    (1 + @random.rand(4)).times do
      at = @random.rand(bytes.size + 1)
      case @random.rand(6)
      when 0 then bytes.setbyte(at % bytes.size, @random.rand(256)) unless bytes.empty?
      when 1 then bytes.slice!(at, @random.rand(200))
      when 2 then bytes.insert(at, bytes[at, @random.rand(400)].to_s * (1 + @random.rand(20)))
      when 3 then bytes = bytes[0, at]
      else bytes.insert(at, pieces.sample(random: @random).b)
      end
    end
    bytes
  end

  # One part of an archive replaced by what the block makes of it.
  def within(bytes)
    entries = Zip::File.open_buffer(StringIO.new(bytes)).map { |entry| [entry.name, entry.get_input_stream.read] }
    chosen = @random.rand(entries.size)
    zip(entries.each_with_index.to_h { |(name, content), number| [name, number == chosen ? yield(content) : content] })
  end

  def zip(entries)
    Zip::OutputStream.write_buffer do |out|
      entries.each { |name, content| out.put_next_entry(name) && out.write(content) }
    end.string.b
  end

  def whole(kind) = (@whole ||= {})[kind] ||= made(kind).b

  def made(kind)
    exchange = VastLattice::Exchange
    formats = exchange::SHEET_FORMATS
    family = @plan.family
    case kind
    when :xlsx, :ods then formats.fetch(kind.to_s).write(exchange::TableSheets.write(@plan))
    when :csv then formats.fetch('csv').write(exchange::TableSheets.write(@plan, family.tables.first(1)))
    when :rules_xlsx then formats.fetch('xlsx').write(exchange::RuleTableSheets.write(family.rule_tables))
    when :rules_csv then formats.fetch('csv').write(exchange::RuleTableSheets.write(family.rule_tables.first(1)))
    when :family then exchange::FamilyFile.yaml(family)
    when :bundle_yaml then exchange::BundleFile.yaml(exchange::BundleFile.of([family]))
    when :bundle_zip then exchange::BundleFile.zip(exchange::BundleFile.of([family]))
    when :dmn then exchange::DecisionFile.write(@plan)
    when :dxf then dxf("0\nLWPOLYLINE\n70\n1\n10\n0\n20\n0\n10\n40\n20\n0\n42\n1\n10\n40\n20\n20\n10\n0\n20\n20\n0\nCIRCLE\n10\n20\n20\n10\n40\n3\n#{line(0, 50, 9, 50)}#{line(9, 50, 5, 60)}#{line(5, 60, 0, 50)}")
    when :schema then JSON.generate(VastLattice::Guide::AnswersSchema.new(@plan, family.forms.first).to_tree)
    else picture(kind)
    end
  end

  def picture(kind)
    { svg: '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><defs><g id="a"><rect width="3" height="3"/></g></defs><use href="#a"/><text>x</text></svg>',
      png: "\x89PNG\r\n\x1A\n\0\0\0\rIHDR\0\0\0\x09\0\0\0\x09\x08\x02\0\0\0".b + ('x' * 200), jpeg: "\xFF\xD8\xFF\xE0\0\x10JFIF\0".b + ("\xFF\xC0\0\x11\x08\0\x09\0\x09".b * 3) }.fetch(kind)
  end

  def dxf(entities) = "0\nSECTION\n2\nENTITIES\n#{entities}0\nENDSEC\n0\nEOF\n"
  def line(*numbers) = "0\nLINE\n#{[10, 20, 11, 21].zip(numbers).map { |code, number| "#{code}\n#{number}\n" }.join}"

  # What is made to take long, to take much, or to lead elsewhere.
  def harmful
    laughs = %(<!DOCTYPE a [<!ENTITY a "ha">#{(1..30).map { |n| %(<!ENTITY a#{n} "#{n == 1 ? '&a;' : "&a#{n - 1};"}#{n == 1 ? '&a;' : "&a#{n - 1};"}">) }.join}]>)
    yaml = "vast_lattice: 1\nfamily: L\n"
    [[:dxf, dxf((1..100_000).map { |n| line(n, 0, n + 1, 0) }.join)], [:dxf, dxf("0\nLWPOLYLINE\n70\n1\n#{(1..90_000).map { |n| "10\n#{n}\n20\n#{n % 7}\n" }.join}")], [:dxf, dxf((1..15_000).map { |n| line(0, 0, n, n * n) }.join)],
     [:dxf, dxf("0\nPOLYLINE\n" * 60_000)], [:dxf, dxf("0\nCIRCLE\n10\n1e999\n20\n0\n40\n1\n")], [:dxf, "0\n" * 1_900_000], [:dmn, "#{laughs}<definitions><decision><decisionTable>&a30;</decisionTable></decision></definitions>"], [:svg, "#{laughs}<svg>&a30;</svg>"],
     [:svg, "<svg>#{'<g>' * 60_000}"], [:svg, "<svg>#{'<g>' * 40_000}#{'</g>' * 40_000}</svg>"], [:svg, "<svg xmlns=\"http://www.w3.org/2000/svg\">#{'<g a="b"/>' * 30_000}</svg>"],
     [:dmn, '<a>' * 100_000], [:dmn, "<definitions>#{'<decision><decisionTable/></decision>' * 40_000}</definitions>"],
     [:family, "#{yaml}#{'[' * 200_000}"], [:family, "#{yaml}parameters: [#{'{name: a}, ' * 300_000}]"], [:family, "#{yaml}note: #{'x' * 7_900_000}"], [:family, "#{yaml}a: &a [x, x]\nb: &b [*a, *a]\n"],
     [:family, "#{yaml}parameters:\n#{(1..60_000).map { |n| "  - {name: p#{n}, kind: number, default: 1}\n" }.join}"], [:bundle_yaml, "families: [#{'{family: a}, ' * 190}]"],
     [:bundle_zip, zip((1..3000).to_h { |n| ["#{n}.yaml", yaml] })], [:bundle_zip, zip('a.yaml' => ' ' * 100_000_000)], [:csv, "variant,length\n#{"A,1\n" * 400_000}"],
     [:csv, "variant#{',a' * 100_000}\n"], [:csv, "variant,length\n\"#{'x' * 5_000_000}"], [:schema, "{\"properties\":{#{(1..20_000).map { |n| "\"p#{n}\":{}" }.join(',')}}}"], [:schema, '{"a":' * 50_000],
     [:xlsx, sheet('<row><c t="inlineStr"><is><t>x</t></is></c></row>' * 300_000)], [:xlsx, sheet("<row>#{'<c><v>1</v></c>' * 900_000}</row>")], [:xlsx, sheet('<x/>' * 3_000_000)],
     [:xlsx, sheet('<a>' * 50_000)], [:xlsx, shared("<si>#{'<t>x</t>' * 2_000_000}</si>")], [:xlsx, shared('<si><t>x</t></si>' * 900_000)],
     [:ods, content('<table:table table:name="size">' * 50_000)], [:ods, content('<table:table table:name="size"/>' * 50_000)],
     [:ods, content('<table:table table:name="size"><table:table-row table:number-rows-repeated="20000"><table:table-cell table:number-columns-repeated="1000" office:value-type="float" office:value="1"/></table:table-row></table:table>')]]
  end

  def sheet(xml) = replaced(:xlsx, 'xl/worksheets/sheet1.xml') { |content| content.sub('<sheetData>') { "<sheetData>#{xml}" } }

  def shared(xml)
    replaced(:xlsx, 'xl/sharedStrings.xml') { |_| %(<?xml version="1.0"?><sst xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">#{xml}</sst>) }
  end

  def content(xml) = replaced(:ods, 'content.xml') { |old| old.sub('<office:spreadsheet>') { "<office:spreadsheet>#{xml}" } }

  def replaced(kind, name)
    entries = Zip::File.open_buffer(StringIO.new(whole(kind))).to_h { |entry| [entry.name, entry.get_input_stream.read.force_encoding('UTF-8')] }
    zip(entries.merge(name => yield(entries.fetch(name, ''))))
  end
end
