# frozen_string_literal: true

require_relative '../support/application'
require 'open3'

# Published forms and what is kept of them, without a browser: the API from outside, other sites, what is hostile, configurations
# when the family changes.
class PublishedTest < WebCase
  FORM = '/api/families/side-frame/forms/full'

  def publish(origins = '')
    made = post_json("#{FORM}/publication", { origins: origins })
    flunk made.inspect unless made.key?('address')
    @address = made.fetch('address').delete_prefix('/forms/')
    @form_token = get_json("/api/forms/#{@address}")['token']
    made
  end

  def api = "/api/forms/#{@address}"
  def form_post(path, data, headers = {}) = post_json("#{api}/#{path}", data, { 'HTTP_X_CSRF_TOKEN' => @form_token, **headers })
  def keep(name, answers) = form_post('configurations', { name: name, answers: answers })

  def test_a_form_is_filled_in_from_outside
    publish
    clear_cookies
    told = get_json(api)
    assert_equal 'Side frame, all of it', told['title']
    outcome = form_post('outcome', { answers: { length: 1400, load_class: 'heavy', neighbour_follows: true, window_length: 20.5 } })
    assert_equal(['1400 mm', '205 mm', 'yes'], %w[length window_length neighbour_follows].map { |name| side_frame_text(outcome, name) })
    assert_includes outcome['svg'], '<svg'
    assert_equal 'SF-1400-120-3-GAL', outcome['part_number']['text']
    assert outcome['form']['valid']
    # The same by an address, as typed.
    same = get_json("#{api}/outcome?set[length]=1.4%20m&set[load_class]=heavy&set[neighbour_follows]=yes&set[window_length]=20.5")
    assert_equal outcome.except('answers'), same.except('answers')
    # A number of the standard variants is theirs.
    assert_equal({ 'text' => 'SF-1000-100-2-GAL', 'fresh' => false }, get_json("#{api}/outcome?set[size.row]=SF-1000")['part_number'])
    assert_equal({ 'text' => 'SF-1000-100-2-GAL-X', 'fresh' => true }, get_json("#{api}/outcome?set[length]=1000&set[depth]=100&set[window_length]=20")['part_number'])
  end

  # A published form of an assembly is of the families that it was made of then.
  def test_an_assembly_is_frozen_with_all_that_it_is_made_of
    made = post_json('/api/families/straight-module/forms/quick/publication', { origins: '' })
    flunk made.inspect unless made.key?('address')
    @address = made['address'].delete_prefix('/forms/')
    before = get_json("#{api}/outcome?set[length]=1800")
    assert_includes before['svg'], '<svg'
    assert_operator before['facts']['mass'].to_f, :>, 10
    post_json('/api/families/side-frame/edits', { edits: [{ 'do' => 'put_parameter', 'name' => 'flange', 'fields' => { 'default' => '50 mm' } }] })
    now = get_json('/api/families/straight-module/forms/quick/outcome?set[length]=1800')
    assert_operator now['facts']['mass'].to_f, :>, before['facts']['mass'].to_f
    assert_equal before['facts'], get_json("#{api}/outcome?set[length]=1800")['facts']
    VastLattice::Storage::Store.new(VastLattice::Storage::PublicationDocument).find(@address).content.then { |opened| assert_predicate opened.plan, :runnable? }
    @form_token = get_json(api)['token']
    kept = keep('Mine', { 'length' => 1800 })
    page = get_json("/api/configurations/#{kept['code']}")
    assert_includes page['outcome'].keys, 'facts'
    get "/configurations/#{kept['code']}"
    assert_predicate last_response, :ok?
    get "/configurations/#{kept['code']}.pdf"
    assert_predicate last_response, :ok?
    assert_predicate get("/api/configurations/#{kept['code']}/differences"), :ok?
  end

  # A mistake of the program in a picture takes nothing else away, from anybody; a configuration is kept all the same.
  def test_a_picture_that_fails_leaves_everything_else
    publish
    kept = nil
    told, = capture_io_of_program do
      outcome = get_json("#{api}/outcome?set[length]=1777")
      assert_nil outcome['svg']
      assert_equal('1777 mm', side_frame_text(outcome, 'length'))
      assert_predicate last_response, :ok?
      assert_nil get_json("#{API}/picture?view=end")['svg']
      kept = keep('Without a picture', { 'length' => 1777 })
    end
    assert_includes told, 'drawn wrongly'
    get "/configurations/#{kept['code']}"
    assert_predicate last_response, :ok?
    get "/configurations/#{kept['code']}.pdf"
    assert_predicate last_response, :ok?
  end

  # What only the engineer can look up is said to nobody else.
  def test_mistakes_of_the_program_are_told_to_each_in_their_words
    publish
    failing = ->(*) { raise 'not foreseen' }
    capture_io do
      Geometry::Pricing.stub(:price, failing) do
        assert_includes get_json("#{API}/outcome")['error']['remedy'], 'bin/start'
        clear_cookies
        refute_includes get("#{api}/outcome").body, 'bin/start'
        assert_includes last_response.body, 'whoever looks after'
      end
    end
  end

  # What the program writes to its log while every drawing fails.
  def capture_io_of_program(&)
    _, log = capture_io { Drawing::ModelView.stub(:new, ->(*, **) { raise 'drawn wrongly' }, &) }
    [log]
  end

  # What has become impossible says so, with the reason, and the edit that made it so names it.
  def test_a_kept_configuration_that_has_become_impossible_says_so
    capture_io { without_the_module }
    publish
    kept = keep('Lane 8', { length: 2700 })
    assert_equal 'same', get_json("/api/configurations/#{kept['code']}/differences")['status']
    edit = { 'do' => 'put_parameter', 'name' => 'length', 'fields' => { 'most' => '2600 mm' } }
    foreseen = post_json("#{API}/foresee", { edits: [edit] })
    assert_equal [['Lane 8'], ['Side frame: Side frame, all of it']], foreseen['kept'].values_at('impossible', 'forms')
    version = post_json("#{API}/edits", { edits: [edit] })['version']
    assert_equal ['Lane 8'], get_json("#{API}/blast?from=#{version - 1}&till=#{version}")['kept']['impossible']
    now = get_json("/api/configurations/#{kept['code']}/differences")
    assert_equal 'impossible', now['status']
    assert_match(/2700 mm, above the most allowed, 2600 mm/, now['reasons'].join)
    assert_includes get("/configurations/#{kept['code']}").body, 'Impossible now.'
  end

  # Made a row, it names the answers for which the table has no column, and gives it those that are wanted.
  def test_a_row_of_a_configuration_loses_no_answer_unawares
    capture_io { without_the_module }
    publish
    kept = keep('Lane 9', { length: 1111, window_length: 20, finish: 'painted', colour: 'ink blue' })
    path = "/api/configurations/#{kept['code']}/row"
    told = post_json(path, { table: 'size', name: 'OWN' })
    left = told['left_out'].to_h { |one| [one['name'], one['text']] }
    assert_equal ['200 mm', 'painted'], left.values_at('window_length', 'finish')
    refute_includes left.keys, 'length'
    assert_nil store.find('side-frame').family.table('size').row('OWN')
    post_json(path, { table: 'size', name: 'OWN', columns: %w[window_length finish] })
    assert_predicate last_response, :ok?
    outcome = store.find('side-frame').plan.outcome(pick(rows: { 'size' => 'OWN' }))
    told = %w[length window_length finish].map { |name| outcome.text(name) }
    assert_equal ['1111 mm', '200 mm', 'painted'], told
  end

  # The lines of a price add up, with components by position.
  def test_prices_add_up
    set = { 'do' => 'set_form_item', 'form' => 'quick', 'field' => 'price', 'text' => 'lines' }
    store.edit('straight-module', version: nil, person: 'x') { |family| Family::Edits.apply(family, set) }
    post_json('/api/families/straight-module/forms/quick/publication', { origins: '' }).then { |made| @address = made['address'].delete_prefix('/forms/') }
    @form_token = get_json(api)['token']
    outcome = get_json("#{api}/outcome?set[length]=1800")
    lines = outcome['lines'].select { |line| line['list'] == 'price' }
    assert_equal [outcome['price'], true], [format('%.2f EUR', lines.sum { |line| line['amount'] }), lines.size > 5]
    kept = keep('Module', { 'length' => 1800 })
    tree = get_json("/api/configurations/#{kept['code']}")
    prices = tree['outcome']['lines'].select { |line| line['list'] == 'price' }
    assert_equal lines, prices
  end

  # How the family is made is for those who see families.
  def test_a_visitor_sees_no_reasons
    publish
    kept = keep('One', {})
    assert_includes get_json("/api/configurations/#{kept['code']}")['outcome'].keys, 'reasons'
    clear_cookies
    get "/forms/#{@address}"
    told = get_json("/api/configurations/#{kept['code']}")['outcome']
    refute_includes told.keys, 'reasons'
    get "/configurations/#{kept['code']}.json"
    refute_match(/reasons|floor\(/, last_response.body)
    refute_match(/floor\(/, get("#{api}/outcome").body)
  end

  # What was given is told in the field's own unit; window_length is asked in cm.
  def side_frame_text(outcome, name)
    text = outcome['form']['items'].values.find { |item| item['ask'] == name }['text']
    name == 'window_length' ? "#{(text.to_f * 10).round} mm" : text
  end

  def test_a_draft_is_nobodys_and_a_withdrawn_one_is_closed
    publish
    get '/forms/side-frame'
    assert_equal 404, last_response.status
    family_with('length', 'Other length')
    assert_includes get_json("#{api}/schema")['properties']['length']['title'], 'Frame length', 'what changes meanwhile reaches nobody'
    before = @address
    publish
    assert_equal [before, 'Other length'], [@address, get_json("#{api}/schema")['properties']['length']['title']]
    delete "#{FORM}/publication", {}, 'HTTP_X_CSRF_TOKEN' => token
    [api, "#{api}/outcome", "/forms/#{@address}", "/forms/#{@address}/pictures/lane"].each do |path|
      get path
      assert_equal 404, last_response.status, path
    end
    assert_equal(404, form_post('outcome', { answers: {} }).then { last_response.status })
  end

  def family_with(name, label)
    store.edit('side-frame', version: nil, person: 'x') { |family| Family::Edits.apply(family, { 'do' => 'put_parameter', 'name' => name, 'fields' => { 'label' => label } }) }
  end

  def test_what_cannot_be_filled_in_is_not_published
    store.edit('side-frame', version: nil, person: 'x') { |family| Family::Edits.apply(family, { 'do' => 'put_form', 'form' => { 'name' => 'empty', 'pages' => [] } }) }
    assert_equal 'The form asks for nothing.', post_json('/api/families/side-frame/forms/empty/publication', { origins: '' }).dig('error', 'message')
    ['ftp://a.example', 'https://a.example/path', 'javascript:alert(1)', "https://a.example'; script-src *", 'https://*'].each do |origin|
      assert_match(/no address of a site/, post_json("#{FORM}/publication", { origins: origin }).dig('error', 'message'), origin)
    end
  end

  # Only sites that are listed may show it, and ask from their pages.
  def test_other_sites
    publish("https://shop.example\nhttp://localhost:8080")
    get "/forms/#{@address}"
    policy = last_response.headers['content-security-policy']
    assert_includes policy, 'frame-ancestors https://shop.example http://localhost:8080'
    refute_match(/unsafe/, policy)
    get api, {}, 'HTTP_ORIGIN' => 'https://shop.example', 'HTTP_SEC_FETCH_SITE' => 'cross-site', 'HTTP_SEC_FETCH_MODE' => 'cors'
    assert_equal [200, 'https://shop.example'], [last_response.status, last_response.headers['access-control-allow-origin']]
    request("#{api}/outcome", method: 'OPTIONS', 'HTTP_ORIGIN' => 'https://shop.example', 'HTTP_SEC_FETCH_SITE' => 'cross-site')
    assert_equal [200, 'content-type, x-csrf-token'], [last_response.status, last_response.headers['access-control-allow-headers']]
    ['https://evil.example', 'https://shop.example.evil.example', 'null'].each do |origin|
      get api, {}, 'HTTP_ORIGIN' => origin, 'HTTP_SEC_FETCH_SITE' => 'cross-site'
      assert_equal [403, nil], [last_response.status, last_response.headers['access-control-allow-origin']], origin
    end
    get '/api/families/side-frame/outcome', {}, 'HTTP_ORIGIN' => 'https://shop.example', 'HTTP_SEC_FETCH_SITE' => 'cross-site'
    assert_equal 403, last_response.status
  end

  TEXTS = ["<script>alert('x')</script>", '"><img src=x onerror=alert(1)>', "'; DROP TABLE documents; --", '{{7*7}}', '#{exit}', '`id`', "\u202Eabc", 'é' * 400, 'a' * 70_000, "1e#{'9' * 40}", '9' * 400,
           '-1e999', '1/0', '=length', 'length', '2 ** 9999999', '[1,2,3]', 'NaN', 'Infinity', ' ', "a\nb", '٣', '1 kg', '5 furlongs'].freeze
  VALUES = [nil, true, false, 0, -1, 1e308, 1.5, [], {}, [1], { 'a' => 1 }, *TEXTS].freeze
  NAMES = %w[length depth load_class neighbour_follows mark size.row shaft_count window_length colour].freeze

  # What is sent, and whether the token is good.
  def hostile(random)
    name = [*NAMES, 'width', 'Length', '__proto__', 'frame.built', 'roller', '', 'x' * 5000, "a\u0000b"].sample(random: random)
    value = VALUES.sample(random: random)
    case random.rand(5)
    when 0 then { 'answers' => { name => value } }
    when 1 then { 'entries' => { name => value } }
    when 2 then { 'name' => value, 'answers' => { 'mark' => TEXTS.sample(random: random) } }
    when 3 then value.is_a?(Hash) ? value : { 'answers' => value, 'family' => 'roller', 'form' => '../quick' }
    else { 'answers' => { 'length' => 900, name => value }, 'set' => { name => value } }
    end
  end

  # Nothing of it is executed, and nothing but what is kept under its name is stored.
  def test_five_hundred_hostile_submissions
    publish
    random = Random.new(5)
    other = post_json('/api/families/roller/forms/full/publication', { origins: '' })['address'].delete_prefix('/forms/')
    families = store.records.map { |record| [record.slug, record.version, record.digest] }
    codes = Hash.new(0)
    texts = []
    500.times do |number|
      sent = hostile(random)
      token = [@form_token, @form_token, @form_token, nil, 'x', "#{@form_token}0", Web::FormToken.made('x' * 64, other), Web::FormToken.made('y' * 64, @address), Web::FormToken.made('x' * 64, @address, now: 0)].sample(random: random)
      path = number.odd? ? 'outcome' : 'configurations'
      told = post_json("#{api}/#{path}", sent, { 'HTTP_X_CSRF_TOKEN' => token }.compact)
      codes[last_response.status] += 1
      assert_includes [200, 400, 403, 422], last_response.status, [sent, told].inspect[0, 300]
      assert_equal 403, last_response.status, sent.inspect[0, 200] unless token == @form_token
      assert_predicate told.dig('error', 'message').to_s, :present?, sent.inspect[0, 200] unless last_response.status == 200
      refute_match(%r{Error|lib/|app/|undefined method}, told['error'].to_s, sent.inspect[0, 200])
      texts << told['code'] if told['code']
    end
    assert_operator codes[403], :>, 100
    assert_operator codes[422], :>, 100
    assert_operator codes[200], :>, 20
    hostile_pages
    texts.each { |code| shown_as_text(code) }
    assert_equal(families, store.records.map { |record| [record.slug, record.version, record.digest] })
    assert_equal texts.size, Storage::Store.new(Storage::ConfigurationDocument).records.size
  end

  # What was typed stands as text on the page of a configuration.
  def shown_as_text(code)
    get "/configurations/#{code}"
    assert_equal 200, last_response.status
    page = Nokogiri::HTML(last_response.body)
    assert_empty page.css('main script, img[onerror]'), code
    assert_empty page.xpath('//@*[starts-with(name(), "on")]'), code
  end

  # The page and its addresses take the same, and never fail.
  def hostile_pages
    TEXTS.product(%w[length mark size.row nothing]).each do |text, name|
      get "/forms/#{@address}", { 'set' => { name => text } }
      assert_equal 200, last_response.status, text[0, 40]
      assert_empty Nokogiri::HTML(last_response.body).xpath('//script[not(@src) and not(@type="application/json")]'), text[0, 40]
      get "#{api}/outcome", { 'set' => { name => text } }
      assert_includes [200, 422], last_response.status, text[0, 40]
    end
    ["/forms/#{@address}?set=1", "/forms/#{@address}?set[]=1", "/forms/#{@address}?set[length][a]=1", "#{api}/proposals?wish[nothing]=1", "#{api}/proposals?wish=1", "/forms/#{@address}/pictures/..%2f..%2fetc"].each do |path|
      get path
      assert_includes [200, 404, 422], last_response.status, path
    end
  end

  def test_only_what_is_valid_is_kept
    publish
    assert_match(/cannot be kept: .*Fewer than three rollers/m, keep('Too wide', { roller_pitch: 150 }).dig('error', 'message'))
    assert_equal 422, last_response.status
    assert_match(/at most 120/, keep('n' * 200, {}).dig('error', 'message'))
    assert_equal 'SF-2000-120-2-GAL', keep(' ', {})['name']
  end

  # A configuration stays as it was kept, and says what would be different now.
  def test_a_configuration_outlives_its_family
    capture_io { without_the_module }
    publish
    kept = keep('Lane 7', { length: 1250, finish: 'painted', colour: 'ink blue', mark: '<b>LANE</b>', nameplate: 'lying' })
    page = get_json("/api/configurations/#{kept['code']}")
    assert_equal(['1250 mm', 'painted', 'ink blue'], %w[length finish colour].map { |name| page['outcome']['values'][name]['text'] })
    assert_empty get_json("/api/configurations/#{kept['code']}/differences")['differences']
    store.edit('side-frame', version: nil, person: 'x') do |family|
      [{ 'do' => 'set_family', 'field' => 'base_price', 'text' => '10 EUR + 5 EUR/m * length' }, { 'do' => 'put_parameter', 'name' => 'flange', 'fields' => { 'default' => '40 mm' } }].reduce(family) { |made, edit| Family::Edits.apply(made, edit) }
    end
    now = get_json("/api/configurations/#{kept['code']}/differences")
    assert_equal 'differs', now['status']
    told = now['differences'].to_h { |name, was, is| [name, [was, is]] }
    assert_equal ['35 mm', '40 mm'], told['flange']
    assert_equal [kept['price'], '16.25 EUR'], told['price']
    assert_equal page, get_json("/api/configurations/#{kept['code']}"), 'it is as it was'
    get "/configurations/#{kept['code']}"
    assert_includes last_response.body, '&lt;b&gt;LANE&lt;/b&gt;'
    assert_includes last_response.body, 'Filled in now, this would be different'
    Family::Edits.apply(store.find('side-frame').family, { 'do' => 'remove_form', 'name' => 'full' }).then { |family| store.edit('side-frame', version: nil, person: 'x') { family } }
    now = get_json("/api/configurations/#{kept['code']}/differences")
    assert_equal 'impossible', now['status']
    assert_match(/no form "full" any more/, now['reasons'].first)
    store.remove('side-frame', person: 'x')
    get "/configurations/#{kept['code']}"
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'The family is not there any more.'
  end

  def test_configurations_are_listed_renamed_copied_compared_and_turned_into_rows
    publish
    one = keep('Lane 7', { length: 1250 })
    other = keep('Lane 8', { length: 1300, load_class: 'heavy' })
    found = ->(text) { get_json("/api/configurations?text=#{text}")['configurations'].map { |own| own['name'] } }
    assert_equal [['Lane 8', 'Lane 7'], ['Lane 8'], ['Lane 7'], []], [found.call('Lane'), found.call('SF-1300'), found.call(one['code']), found.call('%25')]
    assert_equal 2, get_json('/api/configurations?family=side-frame')['configurations'].size
    assert_empty get_json('/api/configurations?family=roller')['configurations']
    assert_equal 'Lane nine', post_json("/api/configurations/#{other['code']}/name", { name: 'Lane nine' })['name']
    copy = post_json("/api/configurations/#{one['code']}/copy", {})
    assert_equal ['Lane 7, copy', 8], [copy['name'], copy['code'].size]
    get "/configurations/compare?codes=#{one['code']},#{other['code']}"
    lines = Nokogiri::HTML(last_response.body).css('tr.is-different').map { |row| row.css('th, td').map { |cell| cell.text.strip } }
    assert_includes lines, ['Frame length', '1250 mm', '1300 mm']
    assert_includes lines, ['Load class', 'medium', 'heavy']
    row = post_json("/api/configurations/#{other['code']}/row", { table: 'size', name: 'SF-1300-H' })
    assert_equal 'SF-1300-H', row['row']
    made = store.find('side-frame').plan.outcome(pick(rows: { 'size' => 'SF-1300-H' }))
    kept = get_json("/api/configurations/#{other['code']}")['outcome']['values']
    store.find('side-frame').family.table('size').columns.reject { |column| column.target.include?('.') }.each { |column| assert_equal kept[column.target]['text'], made.text(column.target) }
    assert_match(/is a row SF-1300-H already/, post_json("/api/configurations/#{other['code']}/row", { table: 'size', name: 'SF-1300-H' }).dig('error', 'message'))
    # The configuration equals a standard variant now.
    assert_equal({ 'text' => 'SF-1300-120-3-GAL', 'fresh' => false }, get_json("#{FORM}/outcome?set[length]=1300&set[load_class]=heavy")['part_number'])
  end

  # The summary sheet as PDF, read back by pdftotext (Debian poppler-utils).
  def test_the_summary_as_pdf
    publish
    kept = keep('Lane 7 – Zürich', { length: 1250, finish: 'painted', colour: 'moss green' })
    get "/configurations/#{kept['code']}.pdf"
    assert_equal 'application/pdf', last_response.media_type
    text = Open3.capture2('pdftotext', '-layout', '-', '-', stdin_data: last_response.body, binmode: true).first.force_encoding('UTF-8')
    ['Lane 7 – Zürich', kept['code'], 'SF-1250-120-2-PAI', kept['price'], 'Frame length', '1250 mm', 'moss green', 'In all'].each { |words| assert_includes text, words }
    # The dimension in the drawing is text, too.
    assert_operator text.scan(/\b1250\b/).size, :>=, 2
    info = Open3.capture2('pdfinfo', '-', stdin_data: last_response.body, binmode: true).first
    assert_match(/Page size:\s+595.28 x 841.89 pts \(A4\)/, info)
  end

  def test_pictures_come_in_safe_and_go_out_without_rights
    made = store.find('side-frame').version
    post '/api/families/side-frame/pictures', "<svg xmlns='http://www.w3.org/2000/svg'><script>1</script><path d='M0 0'/></svg>", 'HTTP_X_CSRF_TOKEN' => token, 'CONTENT_TYPE' => 'application/octet-stream'
    picture = JSON.parse(last_response.body)['picture']
    assert_equal [made, 'svg'], [store.find('side-frame').version, picture['kind']]
    # One that came in past that, by a family file, is made safe when it is shown.
    evil = ["<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script><path d='M0 0'/></svg>"].pack('m0')
    store.edit('side-frame', version: nil, person: 'x') { |family| Family::Edits.apply(family, { 'do' => 'put_picture', 'picture' => { 'name' => 'evil', 'kind' => 'svg', 'data' => evil } }) }
    get '/families/side-frame/pictures/evil'
    assert_equal ['image/svg+xml', "default-src 'none'; sandbox"], [last_response.media_type, last_response.headers['content-security-policy']]
    refute_match(/script/, last_response.body)
    get '/families/side-frame/pictures/none'
    assert_equal 404, last_response.status
  end

  def test_a_schema_comes_in_as_edits
    schema = get_json("#{FORM}/schema")
    assert_equal 'https://json-schema.org/draft/2020-12/schema', schema['$schema']
    post '/api/families/end-stop/forms?name=taken', JSON.generate(schema), 'HTTP_X_CSRF_TOKEN' => token, 'CONTENT_TYPE' => 'application/octet-stream'
    assert_match(/size.row: It cannot be a name|size.row/, last_response.body)
    schema['properties'].delete('size.row')
    post '/api/families/end-stop/forms?name=taken', JSON.generate(schema), 'HTTP_X_CSRF_TOKEN' => token, 'CONTENT_TYPE' => 'application/octet-stream'
    edits = JSON.parse(last_response.body)['edits']
    made = post_json('/api/families/end-stop/edits', { edits: edits })
    assert_equal %w[Size Load Finish], store.find('end-stop').family.form('taken').pages.map(&:title)
    assert_includes made['forms'].keys, 'taken'
  end
end
