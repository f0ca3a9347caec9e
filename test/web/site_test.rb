# frozen_string_literal: true

require_relative '../support/application'

# The one web application: what is registered, what is asked of a right, and what is told where nothing is found.
class SiteTest < WebCase
  # Methods of resources are shared, so that none may hide another's, or one of Sinatra's.
  def test_no_two_resources_share_a_method
    modules = [Web::Helpers, Web::Answering, Web::ReadingFiles, *Web::Site::RESOURCES]
    names = modules.flat_map { |one| one.instance_methods(false) + one.private_instance_methods(false) }
    assert_equal names.uniq, names
    assert_empty names & (Sinatra::Base.instance_methods + Sinatra::Base.private_instance_methods)
  end

  # What each route needs, by its beginning; the first that fits. Everything else needs the right to read, and to edit where it
  # writes.
  NEEDS = { 'OPTIONS /api/forms' => :fill, 'POST /api/forms/:address/configurations' => :keep, 'POST /api/forms' => :fill, 'GET /api/forms' => :fill, 'GET /forms/:address' => :fill,
            'GET /configurations/compare' => :read, 'GET /configurations/:code' => :fill, 'GET /api/configurations/:code' => :fill, 'POST /api/configurations/:code/name' => :keep,
            'POST /api/configurations/:code/copy' => :keep, 'POST /api/families/:slug/forms/:form/configurations' => :read, 'POST /api/families/:slug/forms/:form/publication' => :publish,
            'DELETE /api/families/:slug/forms/:form/publication' => :publish, **%w[/api/families/:slug/try /api/families/:slug/foresee /api/families/:slug/conditions
                                                                                   /api/families/:slug/rules/try /api/families/:slug/rule_tables/try /api/families/:slug/rule_tables/read
                                                                                   /api/families/:slug/rules/as_table /api/families/:slug/rule_tables/as_rule /person].to_h { |path| ["POST #{path}", :read] } }.freeze
  # What everybody may.
  OPEN = ['GET /'].freeze
  # What whoever made it may, and nobody else (VisitorsTest).
  MAKERS = ['POST /api/configurations/:code/name'].freeze

  def needed(route, verb) = NEEDS.find { |beginning, _| route.start_with?(beginning) }&.last || (%w[GET HEAD].include?(verb) ? :read : :edit)

  def routes = Web::Site.routes.except('HEAD').flat_map { |verb, list| list.map { |pattern, *| [verb, pattern.to_s.sub('/?', '')] } }.reject { |verb, path| (OPEN + MAKERS).include?("#{verb} #{path}") }

  # Goes to a route of which all names stand for the family, the form, the publication or the configuration that there is.
  def walk(verb, pattern, names)
    path = pattern.gsub(/:(\w+)/) { names.fetch(Regexp.last_match(1), 'size') }.gsub('*', 'outcome')
    custom_request(verb, path, '{}', 'HTTP_X_CSRF_TOKEN' => (path.start_with?('/api/forms/') ? Web::FormToken.made('x' * 64, names['address']) : @token), 'HTTP_ACCEPT' => 'application/json', **@way)
    last_response.status
  end

  def custom_request(verb, path, body, headers) = request(path, { method: verb, input: body, 'CONTENT_TYPE' => 'application/json' }.merge(headers))

  # A route that says no right cannot be served.
  def test_a_route_without_a_right
    undeclared = Class.new(Web::Site)
    assert_match(%r{GET /nowhere says no right}, refused(Web::Site::Undeclared) { undeclared.get('/nowhere') { 'open' } }.message)
    assert_match(/says no right/, refused(Web::Site::Undeclared) { undeclared.get('/nowhere', needs: :anything) { 'open' } }.message)
    resource = Module.new { extend Web::Resource }
    resource.routes('/nowhere') { post('/:slug') { 'open' } }
    refused(Web::Site::Undeclared) { undeclared.register(resource) }
  end

  # Who did something is known by an id and a name, in the history, through undo, and in tasks; rights can differ by document.
  def test_a_person_is_a_value
    ann = Person.new(id: 'ann', name: 'Ann', roles: %w[reader], documents: { 'roller' => %i[read edit] })
    assert_equal ann, Person.new(id: 'ann', name: 'Ann', roles: %w[reader], documents: { 'roller' => %i[read edit] })
    assert_equal [true, false, true, false], [ann.may?(:read), ann.may?(:edit), ann.may?(:edit, 'roller'), ann.may?(:edit, 'side-frame')]
    granted = Storage::Granted.new(store, list: :read, read: :read, write: :edit) { |right, document| ann.ensure_may(right, document) }
    note = ->(slug) { granted.edit(slug, version: nil, person: ann) { |family| family.with(note: 'by Ann') } }
    assert_equal 'Ann cannot change a family.', refused(Person::Denied) { note.call('side-frame') }.message
    note.call('roller')
    granted.undo('roller', person: ann)
    assert_equal([%w[Ann ann], %w[Ann ann]], store.history('roller').first(2).map { |change| [change.person, change.person_id] })
    send_form('/person', 'person' => 'reader')
    get '/families/side-frame/shape'
    assert_predicate last_response, :ok?
    assert_equal 'A reader cannot change a family.', post_json("#{API}/undo", {})['error']['message']
  end

  # As engineer, as specifier, and as somebody who has only the address of a published form, by every route that there is: what is
  # not allowed is refused, and what is allowed is not refused for lack of a right.
  def test_every_route_needs_a_right
    made = published
    names = { 'slug' => 'side-frame', 'form' => 'full', 'address' => made[:address], 'code' => made[:code], 'stage' => 'shape', 'format' => 'csv', 'table' => 'size', 'id' => '1' }
    all = routes
    assert_operator all.size, :>, 90
    { 'visitor' => %i[fill keep], 'specifier' => %i[read fill keep], 'engineer' => %i[read edit publish fill keep] }.each do |role, rights|
      @token = as(role, made)
      before = stored
      all.each do |verb, pattern|
        right = needed("#{verb} #{pattern}", verb)
        status = walk(verb, pattern, names)
        rights.include?(right) ? refute_equal(403, status, "#{role}: #{verb} #{pattern}") : assert_equal(403, status, "#{role}: #{verb} #{pattern}")
      end
      assert_equal before, stored unless rights.include?(:edit)
    end
  end

  # Begins anew in a role; gives the token of its pages. Visitors come by the door.
  def as(role, made)
    clear_cookies
    @way = role == 'visitor' ? { Web::Door::HELD => 'yes' } : {}
    return visitor_token(made) if role == 'visitor' && get("/forms/#{made[:address]}")

    send_form('/person', 'person' => role)
    token
  end

  # All that is kept, but for configurations, which everybody may keep.
  def stored
    kept = TestApplication.sums.except('lattice_test.changes', 'lattice_test.documents', 'lattice_test.elements')
    [store.records.map { |record| [record.slug, record.version] }, kept]
  end

  def visitor_token(made)
    get "/configurations/#{made[:code]}"
    last_response.body[/name="csrf-token" content="([^"]+)"/, 1]
  end

  # A form that is published, and a configuration that was kept by it.
  def published
    made = post_json('/api/families/side-frame/forms/full/publication', { origins: '' })
    address = made['address'].delete_prefix('/forms/')
    kept = post_json("/api/forms/#{address}/configurations", { name: 'One', entries: {} }, { 'HTTP_X_CSRF_TOKEN' => Web::FormToken.made('x' * 64, address) })
    { address: address, code: kept.fetch('code') }
  end

  # The store refuses by itself, whichever address it is asked by.
  def test_the_store_refuses_too
    capture_io { without_the_module }
    family = store.find('side-frame').family
    [*Person::BUILT_IN.values, Person::VISITOR].each do |role|
      rights = Person::RIGHTS.select { |right| role.may?(right) }
      granted = Storage::Granted.new(store, list: :read, read: :read, write: :edit) { |right, document| role.ensure_may(right, document) }
      { read: [-> { granted.find('side-frame') }, -> { granted.records }, -> { granted.history('side-frame') }],
        edit: [-> { granted.edit('side-frame', version: nil, person: role) { |own| own } }, -> { granted.create(family.with(name: role.name), person: role) }, -> { granted.undo('side-frame', person: role) },
               -> { granted.remove('end-stop', person: role) }] }.each do |right, calls|
        calls.each { |call| rights.include?(right) ? call.call : refused(Person::Denied, &call) }
      end
    end
    # Published forms are for engineers to change and for all to fill in; configurations are kept by all, and listed by some.
    published, kept = [Storage::PublicationDocument, Storage::ConfigurationDocument].map { |kind| Storage::Store.new(kind) }
    made = self.published
    visiting = ->(found, **rights) { Storage::Granted.new(found, **rights) { |right| Person::VISITOR.ensure_may(right) } }
    forms = visiting.call(published, list: :read, read: :fill, write: :publish)
    assert_equal made[:address], forms.find(made[:address]).slug
    [-> { forms.listed }, -> { forms.edit(made[:address], version: nil, person: 'x') { |own| own.with(open: false) } }, -> { forms.remove(made[:address], person: 'x') }].each { |call| refused(Person::Denied, &call) }
    configurations = visiting.call(kept, list: :read, read: :fill, write: :keep)
    assert_equal 'One', configurations.find(made[:code]).content.name
    refused(Person::Denied) { configurations.listed }
    assert published.find(made[:address]).content.publication.open
    made_of = [Storage::Store, *Storage::Store.included_modules.select { |one| one.name.start_with?(Storage.name) }]
    # Other stores, and following later, are the program's own.
    assert_equal made_of.flat_map { |one| one.public_instance_methods(false) }.sort - %i[inspect stores catch_up], (Storage::Granted::LISTS + Storage::Granted::READS + Storage::Granted::WRITES).sort
  end

  # What edits, as pages call it: none of it is shown to whoever may not.
  EDITING = %w[addRow duplicateRows removeRows moveRows fillSeries fillDown openPanel('series') openPanel('column') togglePointing bringIn
               settle( keepPattern nameRows addTable undo redo turn( removeFeature addItem removeItem removePart addPart addMaterial
               dropMaterial ungroup( addFrom addForm bringSchema bringPicture dropPicture dropNarrowing publish withdraw begin toggle($el) mend( dropLater add($el) removeMany switchSet moveRule beginOptOut liftOptOut keepOptOut
               liftOverride keepOverride lift($el asRule asTable bringTables stepItem pushItem removeItem addPage addGroup toggleArranging removeForm proposeForm
               giveUp keepAsOwn leaveBase makeIndependent makeSame placeFamily linkTo pickRowOf turnComponent removeComponent allow(pair) askReason takeAlong readFile].freeze

  def test_a_specifier_sees_nothing_that_would_be_refused
    pages = %w[shape?open=windows shape?open=stock:frame name?open=parameter:length vary vary?tab=numbers vary?tab=new rule guide prove release].map { |page| "/families/side-frame/#{page}" }
    seen = lambda do |path|
      get path
      assert_equal 200, last_response.status, path
      page = Nokogiri::HTML(last_response.body)
      said = page.xpath('//@*[starts-with(name(), "x-on:")]').map { |attribute| attribute.value.strip }
      [said.select { |text| EDITING.any? { |name| text.start_with?(name) } }, page.css('select[data-edit]:not([disabled]), textarea[data-edit]:not([readonly])').size]
    end
    engineer = pages.map { |path| seen.call(path) }
    assert_operator engineer.sum { |said, _| said.size }, :>, 30
    send_form '/person', 'person' => 'specifier'
    pages.each { |path| assert_equal [[], 0], seen.call(path), path }
  end

  # Filters run once, whichever resource answers.
  def test_what_is_missing_is_said
    { '/api/families/side-frame/tables/none' => ['table "none"', 'size'], '/families/side-frame/weave' => ['stage "weave"', 'shape'],
      '/api/families/none/outcome' => ['no family at "none"', 'list of families'], '/api/none' => ['nothing at this address', 'list'],
      '/families/side-frame/tables/none.csv' => ['table "none"', 'size'] }.each do |path, words|
      get path
      assert_equal 404, last_response.status, path
      words.each { |word| assert_includes CGI.unescapeHTML(last_response.body).gsub('\\"', '"'), word, path }
    end
  end
end
