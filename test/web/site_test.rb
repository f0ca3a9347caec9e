# frozen_string_literal: true

require_relative '../support/application'

# The one web application: what is registered, what is asked of a right, and what is told where nothing is found.
class SiteTest < WebCase
  # Methods of resources are shared, so that none may hide another's, or one of Sinatra's.
  def test_no_two_resources_share_a_method
    modules = [Web::Helpers, Web::Answering, *Web::Site::RESOURCES]
    names = modules.flat_map { |one| one.instance_methods(false) + one.private_instance_methods(false) }
    assert_equal names.uniq, names
    assert_empty names & (Sinatra::Base.instance_methods + Sinatra::Base.private_instance_methods)
  end

  # Every route that writes asks for the right to edit; these only read, or say who one is.
  READING = ['/api/families/:slug/try', '/api/families/:slug/foresee', '/api/families/:slug/conditions', '/api/families/:slug/rules/try', '/api/families/:slug/rule_tables/try',
             '/api/families/:slug/rule_tables/read', '/api/families/:slug/rules/as_table', '/api/families/:slug/rule_tables/as_rule', '/person/?'].freeze

  def test_every_write_needs_a_right
    send_form '/person', 'role' => 'specifier'
    writes = Web::Site.routes.slice('POST', 'DELETE').flat_map { |verb, routes| routes.map { |pattern, *| [verb, pattern.to_s] } }
    assert_operator writes.size, :>, 12
    writes.reject { |_, pattern| READING.include?(pattern) }.each do |verb, pattern|
      custom_request(verb, pattern.gsub(/:\w+/, 'side-frame').delete('?'), '{}', 'HTTP_X_CSRF_TOKEN' => token)
      assert_equal 403, last_response.status, "#{verb} #{pattern}"
    end
  end

  # What edits, as pages call it: none of it is shown to whoever may not.
  EDITING = %w[addRow duplicateRows removeRows moveRows fillSeries fillDown openPanel('series') openPanel('column') togglePointing bringIn
               settle( keepPattern nameRows addTable undo redo turn( removeFeature addItem removeItem removePart addPart addMaterial
               dropMaterial ungroup( addField addForm begin toggle($el) mend( dropLater add($el) removeMany switchSet moveRule beginOptOut liftOptOut keepOptOut
               liftOverride keepOverride lift($el asRule asTable bringTables stepItem pushItem removeItem addPage addGroup addFieldTo toggleArranging removeForm proposeForm].freeze

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
    send_form '/person', 'role' => 'specifier'
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
