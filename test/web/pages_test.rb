# frozen_string_literal: true

require_relative '../support/application'
require_relative '../../bin/lib/assets'

# Pages, files and the JSON API, and how they treat what they should not take.
class PagesTest < WebCase
  STAGES = %w[shape name vary rule guide prove release].freeze

  def test_every_page_answers_with_a_strict_policy
    ['/families', *STAGES.map { |stage| "/families/side-frame/#{stage}" }].each do |path|
      get path

      assert_equal 200, last_response.status, path
      policy = last_response.headers['content-security-policy']
      assert_includes policy, "script-src 'self'"
      refute_includes policy, 'unsafe'
      refute_match(%r{\son\w+="|<script(?![^>]*(?:src=|application/json))}, last_response.body)
    end
  end

  def test_what_a_person_types_is_escaped
    store.edit('side-frame', version: nil, person: 'Engineer') do |family|
      evil = %q(</script><script>alert(1)</script>"'<img src=x onerror=alert(1)>)
      family.with(note: evil, rules: [family.rules.first.with(name: evil), *family.rules.drop(1)],
                  tables: family.tables.map { |table| table.with(rows: [table.rows.first.with(name: evil), *table.rows.drop(1)]) })
    end
    ['/families', *STAGES.map { |stage| "/families/side-frame/#{stage}" }].each do |path|
      get path

      assert_equal 200, last_response.status
      refute_includes last_response.body, '<script>alert'
      refute_includes last_response.body, '<img src=x'
    end
  end

  def test_writes_need_the_token_and_the_right
    edit = { 'edit' => { 'do' => 'switch_rule', 'name' => 'Heavy loads', 'active' => false } }
    assert_match(/out of date/, post_json("#{API}/edits", edit, {}).dig('error', 'message'))
    assert_equal 403, last_response.status

    send_form '/person', { 'person' => 'specifier' }
    assert_match(/specifier cannot change/, post_json("#{API}/edits", edit).dig('error', 'message'))
    assert_equal 403, last_response.status
    assert_equal '2000 mm', post_json("#{API}/try", { 'text' => 'length', 'like' => { 'parameter' => 'length' } })['here']
    send_form '/families', { 'name' => 'Mine' }
    assert_equal 403, last_response.status
    assert_equal 8, store.records.size
  end

  def test_problems_are_told_in_words
    { '/families/nowhere/shape' => 404, '/families/side-frame/nothing' => 404, '/nothing' => 404, "#{API}x/outcome" => 404,
      "#{API}/outcome?set[lenght]=1" => 422, "#{API}/outcome?set[length]=3+kg" => 422, "#{API}/because?target=none" => 422,
      '/families/side-frame/tables/none.csv' => 404 }
      .each do |path, status|
      get path

      assert_equal status, last_response.status, path
      refute_match(/\.rb|Error\b|backtrace/, last_response.body)
    end
    post "#{API}/edits", '{"edit":', { 'CONTENT_TYPE' => 'application/json', 'HTTP_X_CSRF_TOKEN' => token }
    assert_equal [400, 'The request is not well-formed JSON.'],
                 [last_response.status, JSON.parse(last_response.body).dig('error', 'message')]
    [{}, { 'edit' => { 'do' => 'dance' } }, { 'edit' => { 'do' => 'set_cell' } }, { 'edit' => { 'do' => 'add_row', 'table' => 'size', 'name' => '' } }, { 'edits' => [1] },
     { 'edit' => { 'do' => 'put_rule', 'rule' => { 'name' => 3 } } }, { 'edit' => { 'do' => 'put_form', 'form' => [] } }, { 'edit' => { 'do' => 'set_cells', 'table' => 'size', 'cells' => 'x' } }]
      .each do |data|
      assert_includes 400..422, post_json("#{API}/edits", data) && last_response.status, data.to_s
    end
    assert_equal side_frame, Storage::Store.new.find('side-frame').family
  end

  def test_outcome_because_and_variants
    state = get_json("#{API}/outcome?row[size]=SF-0500")
    assert_equal ['500 mm', 'table', 'table size'], state.dig('values', 'length').values_at('text', 'decider', 'by')
    assert_equal %w[suppressed formula], state.dig('states', 'windows').values_at('state', 'decider')
    assert_equal 'Row SF-0500 of table size says suppressed.',
                 get_json("#{API}/because?target=tie_holes.built&row[size]=SF-0500")['sentence']
    assert_equal 8, get_json("#{API}/variants")['variants'].size
  end

  def test_an_edit_and_its_undo
    answer = post_json("#{API}/edits?row[size]=SF-0500",
                       { 'version' => store.find('side-frame').version,
                         'edit' => { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0500', 'column' => 'length', 'text' => '601' } })
    assert_equal %w[shown], [answer.dig('states', 'windows', 'state')]
    assert_match(/length: 500 → 601/, answer['undo'])

    answer = post_json("#{API}/edits", { 'version' => 1, 'edit' => { 'do' => 'switch_rule', 'name' => 'Heavy loads', 'active' => false } })
    assert_equal 409, last_response.status
    assert_match(/changed meanwhile/, answer.dig('error', 'message'))

    answer = post_json("#{API}/edits",
                       { 'edit' => { 'do' => 'set_feature', 'feature' => 'windows', 'field' => 'width', 'text' => '2 * lenght' } })
    assert_equal [422, [4, 6]], [last_response.status, answer.dig('error', 'findings', 0, 'span')]
    assert_equal 'suppressed', post_json("#{API}/undo?row[size]=SF-0500", {}).dig('states', 'windows', 'state')
  end

  # The answer to an edit brings the parts of the page along that it changed, each as the page has it when it is loaded anew; a part that is
  # there already does not come again.
  def test_an_edit_brings_the_parts_of_its_page
    edit = { 'do' => 'put_parameter', 'name' => 'length', 'fields' => { 'label' => 'Reach <b>' } }
    STAGES.each do |stage|
      found = post_json("#{API}/edits?page=#{stage}&row[size]=SF-2000", { 'edit' => edit })['page']
      get "/families/side-frame/#{stage}?row[size]=SF-2000"
      assert_equal Web::Fragments::ALL.keys, found['parts'].keys
      found['parts'].each { |selector, html| assert_includes last_response.body.gsub(/^\s+/, ''), html.gsub(/^\s+/, ''), "#{stage}: #{selector}" }
      again = post_json("#{API}/undo?page=#{stage}&row[size]=SF-2000&had=#{found['marks'].values.join(',')}", {})['page']
      assert_operator again['parts'].size, :<=, 1, stage
      assert_equal found['marks'].keys, again['marks'].keys
    end
    refute post_json("#{API}/edits", { 'edit' => edit }).key?('page')
    assert_equal %w[names parts tables marks].sort, get_json("#{API}/steps?page=name")['page'].keys.sort
  end

  # Whether others changed something is asked every few seconds: while nothing changes, the answer is one look at an index.
  def test_what_is_asked_all_the_time_costs_nothing
    latest = get_json("#{API}/since?version=1")['latest']
    asked = TestApplication.queries { assert_equal({ 'latest' => latest }, get_json("#{API}/since?version=1&latest=#{latest}")) }
    assert_equal 1, asked.size, asked.join("\n")
    assert_includes ActiveRecord::Base.connection.select_rows("EXPLAIN #{asked.first}").flatten.join(' '), 'optimized away'
    store.edit('side-frame', version: nil, person: 'Ann') { |family| family.with(note: 'another') }
    assert_operator get_json("#{API}/since?version=1&latest=#{latest}")['version'], :>, 1
  end

  # Release offers nothing that a format does not know.
  def test_links_of_release_are_known
    get '/families/straight-module/release'
    links = Nokogiri::HTML(last_response.body).css('.file-endings a[download]').map { |link| URI(link['href']) }
    refute_empty links.select(&:query)
    links.each do |link|
      known = VastLattice::Results::FORMATS.fetch(File.basename(link.path)).options.map(&:name)
      asked = URI.decode_www_form(link.query.to_s).map(&:first).grep_v(/\A(row|set|override)\[/)
      assert_empty asked - known, link.to_s
    end
  end

  def test_files
    get '/families/side-frame/file.yaml'
    assert_equal side_frame, read_family(last_response.body)
    get '/families/side-frame/file.json'
    assert_equal side_frame, read_family(last_response.body)
    get '/families/side-frame/variants.csv?only=valid'
    assert_predicate last_response, :ok?
    get '/families/side-frame/variants.csv'
    assert_equal 9, CSV.parse(last_response.body).size
    get '/families/side-frame/front.svg?row[size]=SF-0630'
    assert_match(/630/, last_response.body)
  end

  def test_a_family_comes_in_as_a_file_or_is_refused_by_line
    upload = ->(text) { send_form('/families', { 'file' => Rack::Test::UploadedFile.new(StringIO.new(text), 'text/yaml', original_filename: 'x.yaml') }) }
    upload.call(File.read(File.join(ROOT, 'test/data/washer.yaml')))
    assert_equal 'Plain washer', store.find('plain-washer').family.name

    { "vast_lattice: 1\nfamily: x\nparts: 3\n" => /line 3: parts should be a list/, 'a: *b' => /not allowed|not well-formed/,
      "vast_lattice: 1\nfamily: x\nparameters: [{name: a, kind: number, formula: bb}]" => /no name/ }
      .each do |text, message|
      upload.call(text)

      assert_equal 422, last_response.status
      assert_match message, last_response.body
    end
    assert_equal 9, store.records.size
  end

  # What is shipped has an address of its own for each content: kept for good under the present one, not under an older one,
  # and nothing but shipped files stands there.
  def test_shipped_files_have_an_address_of_their_own
    get '/families'
    script = last_response.body[%r{src="(/shipped/\h+/js/app.js)"}, 1]
    get script
    assert_match(/immutable/, last_response.headers['cache-control'])
    assert_match(/javascript/, last_response.headers['content-type'])
    get script, {}, 'HTTP_IF_MODIFIED_SINCE' => last_response.headers['last-modified']
    assert_equal [304, true], [last_response.status, last_response.headers['cache-control'].include?('immutable')]
    get script.sub(/\h{16}/, '0' * 16)
    assert_equal [200, 'no-store'], [last_response.status, last_response.headers['cache-control']]
    ['/../Gemfile', '/..%2fGemfile', '/families', '/js'].each { |path| assert_equal 404, get(script.sub('/js/app.js', path)).status, path }
  end

  # The shipped copies are those that package.json pins, and nothing is fetched from elsewhere.
  # The way to the first stage leads to families that are there alone, whatever the address holds.
  def test_an_address_with_a_line_break_leads_nowhere_else
    get '/families/%0D%0ALocation:%20http:%2F%2Fexample.net'
    assert_equal 404, last_response.status
    assert_nil last_response.headers['location']
    get '/families/side-frame'
    assert_equal 'http://example.org/families/side-frame/shape', last_response.headers['location']
  end

  def test_shipped_files_are_the_pinned_ones
    Assets::FILES.each { |source, place| assert_equal Digest::SHA256.hexdigest(Assets.content(source)), Digest::SHA256.file(Assets.path(place)).hexdigest, place }
    Dir[File.join(ROOT, '{app,public/js,public/css}/**/*.{erb,js,css}')].each do |path|
      refute_match(%r{https?://(?!www\.w3\.org)}, File.read(path), path)
    end
  end
end
