# frozen_string_literal: true

require_relative '../support/application'

# What every request passes and every answer carries; families that cannot be read; removing; imports; undo.
class BorderTest < WebCase
  def test_production_mode
    assert_equal :production, Web::Site.settings.environment
    refute Web::Site.settings.reload_templates
    refute Web::Site.settings.show_exceptions
  end

  def test_headers_on_pages_files_and_refusals
    %w[/families /js/app.js /css/ground.css /none /api/families /vendor/alpine/alpine.js].each do |path|
      get path
      assert_match(/script-src 'self';/, last_response['content-security-policy'], path)
      assert_equal 'nosniff', last_response['x-content-type-options'], path
    end
  end

  def test_only_hosts_that_were_asked_for
    { 'evil.example' => 403, 'localhost:8790' => 200, '127.0.0.1' => 200, '[::1]:8790' => 200, 'localhost.evil.example' => 403, '' => 403 }.each do |host, code|
      get '/families', {}, 'HTTP_HOST' => host
      assert_equal code, last_response.status, host
    end
  end

  def test_other_sites_get_no_work_done
    cross = { 'HTTP_SEC_FETCH_SITE' => 'cross-site' }
    { '/api/families/side-frame/outcome' => 403, '/families/side-frame/shape' => 403, '/families' => 200, '/families/side-frame/variants.csv' => 403 }.each do |path, code|
      get path, {}, cross.merge('HTTP_SEC_FETCH_MODE' => 'navigate')
      assert_equal code, last_response.status, path
    end
    get '/families', {}, cross.merge('HTTP_SEC_FETCH_MODE' => 'no-cors')
    assert_equal 403, last_response.status
  end

  def test_the_size_of_a_body_comes_first
    post '/api/families/side-frame/edits', '{}', 'CONTENT_LENGTH' => '90000000'
    assert_equal 413, last_response.status
  end

  # A token in a body or an address does not count.
  def test_tokens_stand_in_headers_alone
    post '/families', { 'name' => 'Mine', 'authenticity_token' => token }
    assert_equal 403, last_response.status
    post "/families?authenticity_token=#{Rack::Utils.escape(token)}", { 'name' => 'Mine' }
    assert_equal 403, last_response.status
    send_form '/families', { 'name' => 'Mine' }
    assert_equal 302, last_response.status
  end

  def test_ways_lead_inside_only
    { 'https://evil.example/x' => '/families', '//evil.example' => '/families', 'http://example.org//evil.example/' => '/families', 'javascript:alert(1)' => '/families',
      'http://example.org/families/side-frame/name?row=1' => '/families/side-frame/name?row=1', 'http://example.org:99/x' => '/families', ':::' => '/families' }.each do |from, to|
      post '/person', { 'person' => 'engineer' }, 'HTTP_X_CSRF_TOKEN' => token, 'HTTP_REFERER' => from
      assert_equal to, URI.parse(last_response['location']).request_uri, from
    end
  end

  # Names of a family never stand inside an expression of an attribute: views hand them over as data (Helpers#given). Numbers may.
  NUMBERS = ['part.features.size', 'last', 'step', 'index'].freeze

  def test_no_name_stands_in_an_expression
    Dir[File.join(ROOT, 'app/views/**/*.erb')].each do |file|
      File.read(file).scan(/(?:x-[\w:.-]+|@[\w.]+|\s:[\w.-]+)="([^"]*<%[^"]*)"/).flatten.each do |expression|
        assert_empty expression.scan(/<%=+ (.*?) %>/).flatten - NUMBERS, "#{file}: #{expression}"
      end
    end
    hostile = %q~x'), alert(1), ('"><script>~
    given = Object.new.extend(Web::Helpers).given(hostile, 'two')
    assert_equal 'data-given="x&#39;), alert(1), (&#39;&quot;&gt;&lt;script&gt;" data-given2="two"', given
  end

  def test_patterns_hold_for_the_whole_text
    ["a\nb", "a\n", "\na", 'a b', "a');alert(1)//"].each do |name|
      file = JSON.generate('vast_lattice' => 1, 'family' => 'T', 'parameters' => [{ 'name' => name, 'kind' => 'count', 'default' => '1' }])
      refused(Exchange::FamilyFile::Unreadable) { Exchange::FamilyFile.read(file) }
    end
  end

  # A family that cannot be read has a card and can be removed; the others are there as ever.
  def test_a_family_that_cannot_be_read
    capture_io { without_the_module }
    VastLattice::Storage::DocumentRecord.find_by(slug: 'roller').then do |record|
      ActiveRecord::Base.connection.execute("UPDATE elements SET body = '{\"name\": 7, \"when\": {\"a\": []}}' WHERE kind = 'rule' AND document_id = #{record.id}")
      record.update!(version: record.version + 1, digest: nil)
    end
    capture_io { get '/families' }
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'Side frame'
    assert_includes last_response.body, 'cannot be read'
    listed = nil
    capture_io { listed = get_json('/api/families')['families'] }
    assert_equal([false, true], listed.select { |family| %w[roller side-frame].include?(family['slug']) }.map { |family| family['readable'] })
    capture_io { send_form '/families/roller/remove', {} }
    get '/families'
    refute_includes last_response.body, '/families/roller/shape'
    assert_includes last_response.body, 'Bring back'
    get '/families/roller/shape'
    assert_equal 404, last_response.status
  end

  def test_removing_and_bringing_back
    capture_io do
      without_the_module
      delete '/api/families/roller', {}, 'HTTP_X_CSRF_TOKEN' => token
      assert_equal %w[cross-tie end-stop guide-bracket side-frame side-guide support-leg], store.records.map(&:slug).sort
      send_form '/families/roller/restore', {}
    end
    assert_equal 'Roller', store.find('roller').family.name
    send_form '/person', { 'person' => 'specifier' }
    delete '/api/families/roller', {}, 'HTTP_X_CSRF_TOKEN' => token
    assert_equal 403, last_response.status
  end

  def rename(text, version, cell = 'SF-0500') = store.edit('side-frame', version: version, person: 'Engineer') { |family| Family::Edits.apply(family, 'do' => 'set_cell', 'table' => 'size', 'row' => cell, 'column' => 'length', 'text' => text) }

  # A's undo takes back what A has seen, not what B did after it; where B has built on it, A is told.
  def test_undo_respects_what_was_seen
    seen = rename('505', nil).version
    rename('1005', seen, 'SF-1000')
    post_json("#{API}/undo", { 'version' => seen })
    cells = store.find('side-frame').family.table('size').rows.to_h { |row| [row.name, row.cells['length']] }
    assert_equal [nil, '1005'], [cells['SF-0500'] == '505' ? '505' : nil, cells['SF-1000']]
    seen = rename('506', nil).version
    rename('507', seen)
    answer = post_json("#{API}/undo", { 'version' => seen })
    assert_equal 409, last_response.status
    assert answer.dig('error', 'stale')
  end

  CSV_FILE = "variant,length [mm]\nSF-0500,510\n"

  def bring(**headers)
    post "#{API}/imports?table=size", CSV_FILE, { 'CONTENT_TYPE' => 'application/octet-stream', 'HTTP_X_FILE_NAME' => 'a.csv', 'HTTP_X_CSRF_TOKEN' => token, **headers }
    JSON.parse(last_response.body)
  end

  def read(id)
    300.times do
      found = get_json("#{API}/imports/#{id}")
      return found if found['done'] || found['error']

      sleep 0.1
    end
    flunk 'it is never read'
  end

  # Many requests of a page are under way at once: no answer to a program writes the session, so none brings back an older one.
  def test_only_pages_write_the_session
    key = token
    assert last_response['set-cookie']
    sent = bring('HTTP_X_CSRF_TOKEN' => key)
    refute last_response['set-cookie'], 'an import'
    assert_predicate read(sent['id'])['total'], :positive?
    refute last_response['set-cookie'], 'what is asked again and again'
    post_json("#{API}/edits", { 'edit' => { 'do' => 'switch_rule', 'name' => 'Heavy loads', 'active' => false } }, 'HTTP_X_CSRF_TOKEN' => key)
    refute last_response['set-cookie'], 'an edit'
  end

  # An import belongs to who began it, needs the right to edit, waits in a queue that is bounded, and survives a restart.
  def test_imports
    id = bring['id']
    assert_predicate read(id)['total'], :positive?
    clear_cookies
    assert_match(/not here/, get_json("#{API}/imports/#{id}").dig('error', 'message'))
    send_form '/person', { 'person' => 'specifier' }
    bring
    assert_equal 403, last_response.status
    send_form '/person', { 'person' => 'engineer' }
    TestApplication.without_worker do
      assert_equal([200, 200, 200, 503], Array.new(4) { bring && last_response.status })
    end
  end

  # A database that hangs is told after a time, in words; once it goes on, so does everything.
  def test_a_database_that_hangs
    get "#{API}/outcome"
    TestApplication.hung(1) do
      begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      error = get_json("#{API}/outcome")['error']
      assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun, :<, 6
      assert_equal 503, last_response.status
      assert_match(/database does not answer.*safe/, error['message'])
      get '/families'
      assert_equal 503, last_response.status
      refute_match(/Mysql|ActiveRecord|\.rb/, last_response.body)
    end
    get '/families'
    assert_equal 200, last_response.status
  end

  def test_secrets_that_are_empty_are_made_anew
    Dir.mktmpdir do |folder|
      File.write(File.join(folder, 'session_secret'), '')
      secret = Web::SessionSecret.of(folder)
      assert_equal [128, secret], [secret.size, Web::SessionSecret.of(folder)]
    end
  end
end
