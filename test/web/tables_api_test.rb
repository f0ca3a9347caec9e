# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/malformed_files'

# The API of variant tables: what the grid, the lattice and the imports ask.
class TablesAPITest < WebCase
  WITHOUT = %w[straight-module].freeze

  def family = store.find('side-frame').family

  # Sends a spreadsheet and waits until it is read.
  def bring(file, bytes, table: 'size')
    header 'X-CSRF-Token', token
    header 'X-File-Name', Rack::Utils.escape_path(file)
    post "#{API}/imports?table=#{table}", bytes, 'CONTENT_TYPE' => 'application/octet-stream'
    answer = JSON.parse(last_response.body)
    return answer unless answer['id']

    loop do
      found = get_json("#{API}/imports/#{answer['id']}")
      return found.merge('id' => answer['id']) if found['done']

      sleep 0.02
    end
  end

  def file(format) = Exchange::SHEET_FORMATS.fetch(format).write(Exchange::TableSheets.write(store.find('side-frame').plan))

  def test_a_table_and_what_it_comes_to
    sheet = get_json("#{API}/tables/size")
    rows = get_json("#{API}/tables/size/resolved?rows=0,7,99")['rows']

    assert_equal [8, 8, '500', true], [sheet['rows'].size, sheet['columns'].size, sheet['cells'][0][0], sheet['columns'][0]['key']]
    assert_equal([0, 7], rows.map { |row| row['row'] })
    assert_equal [['3 mm', 'rule'], 'SF-2500-160-3-GAL-P100'], [rows.last['cells'][2], rows.last['labels']['part_number']]
    assert_equal %w[630 800 1000], get_json("#{API}/tables/size/series?kind=R10&first=600&count=3")['texts']
    assert_match(/must be a number/, get_json("#{API}/tables/size/series?kind=R10&first=x&count=3")['error']['remedy'])
    narrow = get_json("#{API}/tables/size/narrow?key[length]=1600")
    assert_equal [['SF-1600'], 1, 8], [narrow['rows'], narrow['count'], narrow['values']['length'].size]
    get "#{API}/tables/nonsense"
    assert_equal 404, last_response.status
  end

  # An edit of one cell is answered with what its row comes to; the blast radius is asked for between two versions.
  def test_an_edit_its_row_and_its_blast_radius
    from = store.version('side-frame')
    answer = post_json("#{API}/edits?sheet=size&rows=2", version: from, edit: { do: 'set_cell', table: 'size', row: 'SF-0800', column: 'length', text: '590' })
    blast = get_json("#{API}/blast?from=#{from}&till=#{answer['version']}")['blast']

    assert_equal ['590 mm', 'table'], answer['resolved'].first['cells'].first
    assert_equal [8, 1, { 'windows' => 1, 'label_hole' => 1 }, 1], blast.values_at('variants', 'changed', 'states', 'masses')
    since = get_json("#{API}/since?version=#{from}")
    assert_equal [from + 1, ['table size, row SF-0800, column length: 800 → 590']], [since['version'], since['changes'].map { |change| change['summary'] }]
    assert_match(/reach back/, get_json("#{API}/blast?from=-3&till=1")['error']['message'])
  end

  def test_a_spreadsheet_comes_in_and_some_of_it_is_taken
    sheets = Exchange::TableSheets.write(store.find('side-frame').plan)
    rows = sheets.first.rows
    rows[2][1] = 590.0
    rows[3][2] = 'depth'
    rows.delete_at(8)
    rows << ['SF-3150', 2990.0, 160.0, nil, 'heavy']
    before = family
    refused = bring('sizes.xlsx', Exchange::SHEET_FORMATS.fetch('xlsx').write(sheets))
    assert_match(/row SF-0800, column depth.*need each other in a circle: depth → depth/, refused['error']['problems'].to_s + refused['error'].to_s)
    rows[3][2] = 130.0
    found = bring('größen.xlsx', Exchange::SHEET_FORMATS.fetch('xlsx').write(sheets))

    assert_equal [before, 4, { 'changed' => 2, 'new' => 1, 'gone' => 1 }], [family, found['total'], found['counts']]
    assert_equal([['SF-0630', { 'length' => %w[630 590] }], ['SF-0800', { 'depth' => ['4 in - 1.6 mm', '130'] }]], found['changes'].first(2).map { |change| change.values_at('row', 'cells') })
    assert_includes found['blast']['rows'].find { |row| row['name'] == 'SF-0630' }['texts'], 'windows shown → suppressed'
    assert_match(/\Amass 1.359 kg → 1.\d+ kg\z/, found['blast']['rows'].find { |row| row['name'] == 'SF-0630' }['texts'].first)
    gone = found['changes'].find { |change| change['kind'] == 'gone' }
    taken = post_json("#{API}/imports/#{found['id']}/take", except: [gone['id'], 1])

    assert_equal 2, taken['taken']
    table = family.table('size')
    assert_equal ['590', '4 in - 1.6 mm', 9, 'SF-3150'], [table.row('SF-0630').cells['length'], table.row('SF-0800').cells['depth'], table.rows.size, table.rows.last.name]
    store.undo('side-frame', person: 'Engineer')
    assert_equal before, family
  end

  # Whatever is wrong with a file, it is told and nothing changes; a file larger than allowed is not even read.
  def test_malformed_files_change_nothing
    before = family
    # spreadsheets_test reads them all; here is how they are told, each in a process of its own.
    MalformedFiles.all(self).each_slice(ENV['LATTICE_LONG'] ? 1 : 4).map(&:first).each do |what, (format, bytes, place, reason)|
      answer = bring("file.#{format}", bytes)
      error = answer['error']
      text = [error['message'], *error['problems'].to_a.map { |problem| problem['text'] }].join("\n")

      assert_match reason, text, what
      assert_includes text, place, what if place
    end
    %w[a.xlsm a.xls a.pdf a].each { |name| assert_match(/macros|no spreadsheet/, bring(name, 'x')['error']['problems'].first['text']) }
    assert_equal before, family
    assert_match(/not here any more/, get_json("#{API}/imports/0000")['error']['message'])
  end

  # Someone may not take what he may not edit.
  def test_taking_needs_the_right
    found = bring('sizes.csv', "variant,length\nSF-0500,510\n")
    get '/families'
    send_form '/person', { 'person' => 'specifier' }
    answer = post_json("#{API}/imports/#{found['id']}/take", except: [])

    assert_equal 403, last_response.status
    assert_equal 'A specifier cannot change a family.', answer['error']['message']
    header 'X-CSRF-Token', nil
    post "#{API}/imports", 'x'
    assert_equal 403, last_response.status
  end

  def test_what_is_seen_over_many_variants
    roller = '/api/families/roller'
    lattice = get_json("#{API}/lattice?table=size")
    pairs = get_json("#{roller}/pairs?down=size&across=surface")
    stored = store.find('roller')
    Storage::ReviewRecord.keep(stored.record.digest, Checks::Review.new(stored.plan).to_tree)
    complete = get_json("#{roller}/complete?only=valid&count=yes")
    gallery = get_json("#{API}/gallery?table=size&scale=same&from=0")
    compare = get_json("#{API}/compare?table=size&rows[]=SF-0500&rows[]=SF-2500")

    assert_equal 'xsssssss', lattice['lines'].find { |line| line['name'] == 'tie_holes' }['states']
    assert_equal [10, 15, 10, 15, 10], [pairs['valid'], pairs['pairs'], complete['valid'], complete['variants'], complete['rows'].size]
    assert_equal 1, gallery['cards'].map { |card| card['svg'][/data-scale="([\d.]+)"/, 1] }.uniq.size
    assert_equal [%w[SF-0500 SF-2500], 2], [compare['names'], compare['pictures'].size]
    assert_equal 5, get_json("#{API}/lattice/figures?table=size&from=0&count=5")['figures'].size
    assert_in_delta(500.0, get_json("#{API}/lattice/values?table=size&name=length")['values'].first)
    assert_empty(get_json("#{API}/lattice/near?table=size&variant=SF-1000")['near'])
    shared = get_json("#{roller}/labels?name=part_number&text=#{Rack::Utils.escape('RO-{diameter}-{lane_width}')}")['doubled'].first.last
    assert_operator shared.uniq.size, :>, 1
    assert_equal shared.uniq, shared
    assert_equal({ 'row' => 'SF-0500', 'name' => 'F500' }, get_json("#{API}/row_names?rows_of=size&text=#{Rack::Utils.escape('F{length}')}")['edit']['names'].first)
  end

  # The lattices of the demo have a cell of each decider there is now, and each answers why.
  def test_the_demo_answers_for_each_decider
    found = %w[side-frame end-stop].each_with_object({}) do |slug, cells|
      lattice = get_json("/api/families/#{slug}/lattice?table=size")
      lattice['lines'].each { |line| line['deciders'].each_char.with_index { |decider, at| cells[decider] ||= [slug, line['name'], lattice['variants'][at], line['states'][at]] } }
    end
    sentences = found.transform_values do |(slug, name, variant, state)|
      get_json("/api/families/#{slug}/because?target=#{name}.#{state == 'h' ? 'shown' : 'built'}&row[size]=#{variant}")['sentence']
    end

    assert_equal %w[d f p r t], found.keys.sort
    { 'p' => /\AA person settled it by hand/, 't' => /\ARow SF-0500 of table size says suppressed/, 'r' => /\ARule "Heavy loads" makes it suppressed/,
      'f' => /\AIts own condition length > 600 mm does not hold/, 'd' => /unless something decides otherwise/ }.each { |decider, reason| assert_match reason, sentences[decider] }
  end

  def test_files_of_tables_and_of_the_lattice
    %w[tables/size.csv tables/size.xlsx tables.ods tables.xlsx lattice.svg lattice.csv lattice.xlsx].each do |path|
      get "/families/side-frame/#{path}"
      assert_equal 200, last_response.status, path
      assert_match(/attachment; filename="side-frame/, last_response['content-disposition'], path)
    end
    get '/families/side-frame/tables.csv'
    assert_equal [200, 'variant'], [last_response.status, last_response.body[0, 7]]
    %w[/families/side-frame/tables.doc /families/side-frame/lattice.ods2].each do |path|
      get path
      assert_equal 404, last_response.status, path
    end
    get '/families/roller/configuration.pdf'
    assert_equal 404, last_response.status
    get '/families/roller/tables.csv'
    assert_equal 422, last_response.status
    assert_includes last_response.body, 'A CSV holds one table.'
  end
end
