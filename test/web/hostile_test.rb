# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/edit_examples'

# Every address of the program, asked rightly and wrongly: nobody ever sees a fault of the program, and nothing is changed
# by asking.
class HostileTest < WebCase
  PICK = { 'row[size]' => 'SF-1000', 'set[finish]' => 'painted', 'override[windows.built]' => 'no', 'view' => 'front', 'texts' => 'name',
           'tier' => 'full', 'part' => 'frame', 'build' => 'frame:windows', 'measure' => 'yes' }.freeze
  TABLE = { 'table' => 'size' }.freeze

  # Address => what it is asked with.
  LIST = { 'kind' => 'bends', 'over' => 'all', 'rows' => 'size=SF-05*', 'columns' => 'variant,bend,angle', 'order' => '-angle', 'group' => 'variant', 'sums' => 'no' }.freeze
  READS = {
    '/api/families/' => {}, '/api/families/side-frame' => {}, '/api/families/side-frame/outcome' => PICK, '/api/families/side-frame/mesh' => PICK,
    '/api/families/side-frame/picture' => PICK.merge('view' => 'section', 'axis' => 'y', 'cut' => '0.3', 'width' => '700', 'height' => '500'),
    '/api/families/side-frame/measure' => PICK.merge('from' => 'centre:shaft_holes:1', 'till' => 'centre:shaft_holes:2'),
    '/api/families/side-frame/place' => PICK.merge('face' => 'front', 'x' => '100', 'y' => '50'),
    '/api/families/side-frame/anchor' => PICK.merge('feature' => 'tie_holes', 'axis' => 'horizontal', 'from' => 'right'),
    '/api/families/side-frame/because' => PICK.merge('target' => 'windows.built'), '/api/families/side-frame/variants' => {},
    '/api/families/side-frame/review' => {}, '/api/families/side-frame/card' => {}, '/api/families/side-frame/uses' => { 'kind' => 'parameter', 'name' => 'length' }, '/api/families/side-frame/history' => {}, '/api/families/side-frame/steps' => {}, '/api/families/side-frame/since' => { 'version' => '1', 'inner' => '0' },
    '/api/families/side-frame/blast' => { 'from' => '2', 'till' => '2' }, '/api/families/side-frame/tables/size' => {},
    '/api/families/side-frame/tables/size/resolved' => PICK.merge('rows' => '0,1,2'),
    '/api/families/side-frame/tables/size/series' => { 'kind' => 'R10', 'first' => '500', 'step' => '', 'count' => '8' },
    '/api/families/side-frame/tables/size/narrow' => { 'key[length]' => '500' }, '/api/families/side-frame/imports/none' => { 'from' => '0' },
    '/api/families/side-frame/lattice' => TABLE.merge('row[size]' => 'SF-1000'),
    '/api/families/side-frame/lattice/figures' => TABLE.merge('from' => '0', 'count' => '8'),
    '/api/families/side-frame/lattice/values' => TABLE.merge('name' => 'length'),
    '/api/families/side-frame/lattice/near' => TABLE.merge('variant' => 'SF-0500'),
    '/api/families/roller/pairs' => { 'down' => 'size', 'across' => 'surface' },
    '/api/families/roller/complete' => { 'from' => '0', 'text' => 'L3', 'only' => 'valid', 'count' => 'yes' },
    '/api/families/side-frame/compare' => TABLE.merge('rows[]' => 'SF-0500', 'view' => 'front'),
    '/api/families/roller/gallery' => TABLE.merge('from' => '0', 'scale' => 'same', 'view' => 'front'),
    '/api/families/side-frame/labels' => { 'name' => 'part_number', 'text' => 'SF-{length}', 'rows_of' => '' },
    '/api/families/side-frame/row_names' => { 'rows_of' => 'size', 'text' => 'SF-{length}' },
    '/families' => {}, '/families/side-frame' => {}, '/families/side-frame/name' => PICK, '/families/side-frame/shape' => { 'open' => 'windows' },
    '/families/side-frame/vary' => { 'tab' => 'size', 'row[size]' => 'SF-0500' }, '/families/roller/prove' => TABLE,
    '/families/side-frame/file.yaml' => {}, '/families/side-frame/file.json' => {}, '/families/side-frame/rules.dmn' => {}, '/api/families/side-frame/links' => {}, '/api/families/side-frame/form' => { 'name' => 'own' }, '/families/side-frame/rule_tables.xlsx' => {}, '/families/side-frame/rule_tables/Tie%20bolts.csv' => {}, '/families/side-frame/variants.csv' => {},
    '/families/side-frame/variants.json' => {}, '/families/side-frame/tables.xlsx' => {}, '/families/side-frame/tables/size.csv' => {},
    '/families/straight-module/parts' => { 'as' => 'flat', 'level' => '2', 'row[size]' => 'SM-500-2000' }, '/families/straight-module/parts.json' => { 'row[equipment]' => 'guided' },
    **%w[csv xlsx ods].to_h { |format| ["/families/straight-module/parts.#{format}", {}] }, '/families/straight-module/bundle.yaml' => {}, '/families/straight-module/bundle.zip' => {},
    '/api/families/straight-module/interference' => { 'row[size]' => 'SM-400-1000' }, '/api/families/straight-module/interference/all' => { 'from' => '19' },
    '/families/side-frame/lattice.svg' => TABLE, '/families/side-frame/card.svg' => { 'version' => '1' }, '/families/side-frame/front.svg' => PICK, '/' => {},
    '/api/families/side-frame/results' => {}, '/api/families/side-frame/drawing_sheets/making' => PICK,
    '/api/families/side-frame/drawing_sheets/making/variant' => TABLE.merge('number' => '0'), '/api/families/side-frame/generations' => {}, '/families/side-frame/generations/1.zip' => {},
    '/families/support-leg/cut_list.csv' => { 'stock' => '6000, 4000', 'saw' => '3' }, '/families/side-frame/shop_list.csv' => { 'list' => 'bends' },
    '/api/families/side-frame/lists' => LIST, '/families/side-frame/list.csv' => LIST
  }.freeze
  FORM = { 'set[length]' => '1400', 'set[finish]' => 'painted', 'view' => 'front', 'width' => '600', 'height' => '400' }.freeze
  # The same of published forms and of configurations; PUBLISHED and KEPT stand for their addresses.
  GUIDED = {
    '/families/side-frame/forms/full' => FORM, '/families/side-frame/pictures/lane' => {}, '/forms/PUBLISHED' => FORM, '/forms/PUBLISHED/pictures/lane' => {},
    **%w[outcome choices mesh].product(['/api/families/side-frame/forms/full', '/api/forms/PUBLISHED']).to_h { |what, path| ["#{path}/#{what}", FORM] },
    **['/api/families/side-frame/forms/full', '/api/forms/PUBLISHED'].to_h { |path| ["#{path}/proposals", FORM.merge('wish[colour]' => 'ink blue')] },
    **['/api/families/side-frame/forms/full', '/api/forms/PUBLISHED'].to_h { |path| ["#{path}/schema", {}] }, '/api/forms/PUBLISHED' => {},
    '/forms' => {}, '/configurations' => { 'text' => 'SF' }, '/configurations/compare' => { 'codes' => 'KEPT' }, '/configurations/KEPT' => {}, '/configurations/KEPT.pdf' => {}, '/configurations/KEPT.json' => {},
    '/api/configurations' => { 'text' => 'SF', 'family' => 'side-frame' }, '/api/configurations/KEPT' => {}, '/api/configurations/KEPT/differences' => {}
  }.freeze
  JUNK = ['', '-1', '99999999999999999999', '1e400', 'none such', "a\u0000b", "\xff\xfe", '%00', 'x' * 9000, "'; DROP TABLE families; --",
          '<script>alert(1)</script>', '{{7*7}}', '../../etc/passwd'].freeze

  # What must never be seen by anybody.
  FAULT = /Something went wrong|undefined method|NoMethodError|TypeError|ArgumentError|\.rb:\d+|Mysql2|SELECT /

  def setup
    super
    @faults = []
  end

  def ask(path, query)
    get query.empty? ? path : "#{path}?#{query}"
    note("#{path}?#{query[-200..] || query}")
  end

  # Notes a fault of the program in the latest answer.
  def note(what)
    said = last_response.body.dup.force_encoding('UTF-8').scrub
    wrong = last_response.status >= 500 || (last_response.status >= 400 && said.match?(FAULT))
    @faults << "#{last_response.status} #{what}: #{said[0, 200]}" if wrong
  end

  def form(query) = query.map { |key, value| "#{key}=#{Rack::Utils.escape(value.b)}" }.join('&')

  # Every address that answers to GET is in the list above, so that the list cannot be forgotten.
  def test_every_address_is_asked
    Web::Site.routes['GET'].map(&:first).each do |pattern|
      refute_empty READS.merge(GUIDED).keys.select { |path| pattern.match(path) }, pattern.to_s
    end
  end

  # Addresses that no browser would send: told in words, by the program and by the door.
  def test_addresses_that_are_no_text
    door = Web.app(secret: 'x' * 64, store: store, door: true)
    odd = [['/api/families/side-frame/outcome', "set#{'[b]' * 200}=1"], ['/families/side-frame/name', (1..5000).map { |number| "a#{number}=1" }.join('&')],
           ['/api/families/side-frame/outcome', 'set[length]=%zz'], ['/families/side-frame/name', 'row[]=1&row[x]=2'], ['/forms/%', ''], ['/forms/%zz/x', '%'],
           ["/families/a\xff/name", ''], ["/forms/a\xff", ''], ['/families/%E0%80/name', ''], ['/shipped/abc/%zz', ''], ['/api/forms/a%/proposals', '']]
    odd.product([app, door]).each do |(path, query), asked|
      env = Rack::MockRequest.env_for('/', 'HTTP_HOST' => 'localhost').merge('PATH_INFO' => path, 'QUERY_STRING' => query)
      status, _, body = asked.call(env)
      said = +''
      body.each { |part| said << part }
      assert_includes 400..404, status, "#{path} #{query[0, 40]}"
      refute_match FAULT, said
    end
  end

  # Where the disk of the database is full, that is said, and what was confirmed stays.
  def test_no_room_left
    full = { ActiveRecord::StatementInvalid => "Mysql2::Error: The table 'changes' is full", Errno::ENOSPC => 'write' }
    full.each do |kind, words|
      before = store.version('side-frame')
      failing = ->(*) { raise kind, words }
      Storage::ChangeRecord.stub(:create!, failing) do
        capture_io { post_json('/api/families/side-frame/edits', edit: { do: 'set_family', field: 'group', text: 'Full' }) }
      end
      assert_equal [507, before], [last_response.status, store.version('side-frame')]
      assert_match(/no room left/, last_response.body)
    end
  end

  # What there is to ask, once a form is published and something is kept.
  def reads
    address = post_json('/api/families/side-frame/forms/full/publication', { origins: '' })['address'].delete_prefix('/forms/')
    code = post_json("/api/forms/#{address}/configurations", { entries: {} }, { 'HTTP_X_CSRF_TOKEN' => Web::FormToken.made('x' * 64, address) })['code']
    named = GUIDED.to_h { |path, query| [path, query].map { |one| JSON.parse(JSON.generate([one]).gsub('PUBLISHED', address).gsub('KEPT', code)).first } }
    READS.merge(named)
  end

  def test_asked_rightly
    reads.each do |path, query|
      ask(path, form(query))
      expected = { '/' => [302], '/api/families/side-frame/imports/none' => [422], '/families/side-frame/generations/1.zip' => [404] }.fetch(path, [200, 302])
      assert_includes expected, last_response.status, "#{path}: #{last_response.body[0, 200]}"
    end
  end

  # Each thing that is asked with, wrong, missing, as a list and as a tree: an answer, or a refusal in words.
  def test_asked_wrongly
    before = store.find('side-frame').version
    reads.each do |path, query|
      query.keys.each_with_index do |key, index|
        rest = query.except(key)
        JUNK.rotate((index * 5) + path.size).first(ENV['LATTICE_LONG'] ? 5 : 1).each { |junk| ask(path, form(rest.merge(key => junk))) }
        bare = key.sub(/\[.*/, '')
        ["#{bare}[]=1&#{bare}[]=2", "#{bare}[a][b]=1", bare, "#{bare}[]"].rotate(index + path.size).first(ENV['LATTICE_LONG'] ? 3 : 1).each { |odd| ask(path, [form(rest), odd].reject(&:empty?).join('&')) }
      end
    end
    assert_empty @faults.uniq
    assert_equal before, store.find('side-frame').version
  end

  def test_addresses_of_nothing
    READS.each_key do |path|
      next if %w[/ /families /api/families/].include?(path)

      JUNK.drop(1).rotate(path.size).first(4).each { |junk| ask(path.sub(/side-frame|roller/, Rack::Utils.escape_path(junk.b)), '') }
      ask("#{path}/nothing/here", '')
      assert_equal 404, last_response.status, path
    end
    assert_empty @faults.uniq
  end

  # What is sent to be stored: bodies that are no JSON, no object, of other kinds, too deep, and edits with junk.
  def test_sent_wrongly
    head = { 'HTTP_X_CSRF_TOKEN' => token, 'CONTENT_TYPE' => 'application/json' }
    before = Exchange::FamilyFile.json(store.find('side-frame').family)
    bodies = ['', '{', '[]', '"x"', 'null', '7', "\xff", "#{'[' * 5000}#{']' * 5000}", '{"edits": 7}', '{"edits": [[]]}', '{"edits": "x"}', '{"edit": null}',
              '{"edits": [{"do": null}]}', '{"edit": {"do": ["set_cell"]}}', '{"version": "x", "edits": [{"do": "none"}]}', '{"version": -7, "edits": [{"do": "none"}]}',
              '{"version": {"a": 1}, "edits": [{"do": "switch_rule", "name": "none", "active": true}]}']
    bodies += ['{"tree": 7}', '{"tree": {"all": 7}}', '{"tree": {"any": [{"name": 7, "among": {}}]}}', '{"tree": {"not": []}}', '{"text": {}}', '{"rule": 7}',
               '{"rule": {"name": 7, "when": "true", "then": []}}', '{"rule": {"name": "a", "when": "length > 1 mm", "then": [{"set": "gauge", "to": 3}]}, "replaces": [1]}']
    bodies += ['{"results": 7}', '{"results": [{"name": ["x"], "options": 7}]}', '{"results": [{"name": "front.svg", "options": {"a": {}}}]}', '{"results": ["cut_list.csv"], "which": []}',
               '{"results": ["front.svg"], "within": {"size": {"a": 1}}, "pattern": {"x": 1}}', '{"results": {"a": null}, "within": [7]}']
    bodies += ['{"rule_table": 7}', '{"rule_table": {"name": "a", "output": "gauge", "inputs": ["length"], "rows": [{"tests": ["< 1 kg"], "value": 3}]}}', '{"rule_table": {"name": "a", "output": "gauge", "inputs": ["lenght"], "rows": []}}']
    %w[generations generations/1/stop generations/x/go_on edits foresee conditions rules/try rule_tables/try rule_tables/read rules/as_table rule_tables/as_rule undo redo try imports imports/none/take].each do |what|
      bodies.each do |body|
        # More files than can wait would be refused for that.
        Storage::TaskRecord.delete_all
        post "#{API}/#{what}", body, head
        note("#{what} #{body[0, 80]}")
      end
    end
    assert_empty @faults.uniq
    assert_equal before, Exchange::FamilyFile.json(store.find('side-frame').family)
  end

  # A half of several edits is never stored.
  def test_all_edits_of_a_change_or_none
    good = EditExamples::ALL.find { |example| example.name == 'set_cell' }.edit
    answer = post_json("#{API}/edits", { 'edits' => [good, good.merge('row' => 'SF-9999')] })

    assert_match(/no row "SF-9999"/, answer['error']['message'])
    assert_equal '500', store.find('side-frame').family.table('size').row('SF-0500').cells['length']
  end
end
