# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/nest'

# Edits that go through several families, and what is told of a family made of others: the API and the store.
class CompositionApiTest < WebCase
  RENAME = { 'do' => 'rename_parameter', 'name' => 'size', 'to' => 'bore' }.freeze

  def nest = Nest.families.each { |family| store.create(family, person: 'Ann') }
  def edit(slug, edit, **more) = post_json("/api/families/#{slug}/edits", { 'edits' => [edit], **more })
  def trees = Nest::NAMES.to_h { |name| [name, store.find(name.downcase).family.to_tree] }
  def refused? = last_response.status == 422

  # One name, five families, one transaction, one undo; what would follow is told before.
  def test_a_rename_follows_through_five_families_and_is_undone_as_one
    nest
    before = trees
    foreseen = post_json('/api/families/pin/foresee', { edits: [RENAME] })
    assert_equal Nest::NAMES.drop(1).sort, foreseen['others'].map { |one| one['name'] }.sort
    assert_includes foreseen['others'].find { |one| one['name'] == 'Lift' }['changes'].join, 'cabin.door.hinge.pin.size + 1 mm → cabin.door.hinge.pin.bore + 1 mm'
    assert_equal(0, foreseen['others'].sum { |one| one['blast']['changed'] })
    assert_equal before, trees
    edit('pin', RENAME)
    assert_predicate last_response, :ok?
    trees.each { |name, tree| assert_equal %w[bore], Nest.spoken(tree, %w[size bore]), name }
    assert_in_delta 9.0, store.find('lift').plan.outcome.value('sum')
    together = Storage::ChangeRecord.where.not(together: nil).pluck(:together).tally
    assert_equal [5], together.values
    post_json('/api/families/pin/undo', {})
    assert_equal before, trees
    post_json('/api/families/pin/redo', {})
    trees.each_value { |tree| assert_equal %w[bore], Nest.spoken(tree, %w[size bore]) }
    # From wherever one looks, it is one edit.
    post_json('/api/families/lift/undo', {})
    assert_equal before, trees
  end

  def test_the_name_of_a_family_follows_too
    nest
    edit('pin', { 'do' => 'set_family', 'field' => 'name', 'text' => 'Bolt' })
    assert_equal 'Bolt', store.find('hinge').family.components.first.family
    assert_in_delta 9.0, store.find('lift').plan.outcome.value('sum')
  end

  # What others use is not removed: the uses are listed, and it can go there, too, where no formula speaks of it.
  def test_removing_what_others_use
    nest
    give = { 'do' => 'give_components', 'components' => %w[pin], 'path' => 'spare', 'text' => '3 mm' }
    edit('hinge', give)
    gone = { 'do' => 'remove_parameter', 'name' => 'spare' }
    answer = edit('pin', gone)
    assert_predicate self, :refused?
    assert answer['error']['used']
    assert_match(/Hinge uses it. There: component pin, values, spare/, answer['error']['message'])
    assert store.find('pin').family.parameter('spare')
    assert_equal(['Hinge'], post_json('/api/families/pin/foresee', { edits: [gone] })['others'].reject { |one| one['findings'].empty? }.map { |one| one['name'] })
    edit('pin', gone, along: true)
    assert_predicate last_response, :ok?
    assert_nil store.find('pin').family.parameter('spare')
    assert_empty store.find('hinge').family.components.first.values
    post_json('/api/families/pin/undo', {})
    assert_equal({ 'spare' => '3 mm' }, store.find('hinge').family.components.first.values)
    # A form that asks for it takes the question out.
    form = { 'name' => 'asking', 'pages' => [{ 'title' => 'P', 'groups' => [{ 'fields' => [{ 'ask' => 'pin.spare' }, { 'ask' => 'pin.size' }] }] }] }
    edit('hinge', { 'do' => 'put_form', 'form' => form })
    assert_predicate last_response, :ok?, last_response.body
    edit('pin', gone, along: true)
    assert_predicate last_response, :ok?, last_response.body
    assert_equal(%w[pin.size], store.find('hinge').family.form('asking').fields.map(&:ask))
    post_json('/api/families/pin/undo', {})
    # A formula cannot be taken along: all places are told, and nothing is done.
    answer = edit('pin', { 'do' => 'remove_parameter', 'name' => 'size' }, along: true)
    assert_predicate self, :refused?
    assert store.find('pin').family.parameter('size')
    refute_empty answer['error']['findings']
    delete '/api/families/pin', {}, { 'HTTP_X_CSRF_TOKEN' => token }
    assert_equal 422, last_response.status
    assert_includes last_response.body, 'used by Hinge'
    edit('pin', { 'do' => 'add_component', 'name' => 'round', 'placed' => 'Lift' })
    assert_predicate self, :refused?
    assert_includes last_response.body, 'Pin would contain itself: Pin → Lift → Cabin → Door → Hinge → Pin'
  end

  # What an edit of a child does to those that are made of it.
  def test_the_blast_reaches_the_families_around
    nest
    version = store.version('pin')
    edit('pin', { 'do' => 'put_parameter', 'name' => 'size', 'fields' => { 'default' => '10 mm' } })
    others = get_json("/api/families/pin/blast?from=#{version}&till=#{version + 1}")['others']
    assert_equal Nest::NAMES.drop(1).sort, others.map { |one| one['name'] }.sort
    lift = others.find { |one| one['name'] == 'Lift' }['blast']
    assert_equal [1, 1, 1], [lift['changed'], lift['masses'], lift['labels']['part_number']]
    assert_in_delta 2 * 20 * 2 * 7.85e-6, lift['heavier'].first, 1e-9
    # After a rename nothing is different anywhere.
    edit('pin', RENAME)
    renamed = get_json("/api/families/pin/blast?from=#{version + 1}&till=#{version + 2}")['others']
    assert_equal(0, renamed.sum { |one| one['blast']['changed'] })
  end

  # One in the child, one in the parent, at once: nothing is lost, and each hears of what concerns him.
  def test_two_people_in_child_and_parent
    nest
    seen = get_json('/api/families/hinge/since?version=1')['version']
    inner = Storage::ChangeRecord.maximum(:id)
    edits = Array.new(6) { |at| ['pin', { 'do' => 'put_parameter', 'name' => 'spare', 'fields' => { 'note' => "child #{at}" } }] } +
            Array.new(6) { |at| ['hinge', { 'do' => 'put_parameter', 'name' => 'sum', 'fields' => { 'note' => "parent #{at}" } }] }
    threads = edits.group_by(&:first).map do |slug, list|
      Thread.new { list.map(&:last).each { |edit| store.edit(slug, version: nil, person: slug, edits: [edit]) { |family| Family::Edits.apply(family, edit) } } }
    end
    rename = Thread.new { store.edit('pin', version: nil, person: 'Bea', edits: [RENAME]) { |family| Family::Edits.apply(family, RENAME) } }
    [*threads, rename].each(&:join)
    assert_equal 'child 5', store.find('pin').family.parameter('spare').note
    assert_equal 'parent 5', store.find('hinge').family.parameter('sum').note
    assert_equal 'pin.bore + 1 mm', store.find('hinge').family.parameter('sum').formula
    told = get_json("/api/families/hinge/since?version=#{seen}&inner=#{inner}")
    assert_equal 7, told['inner'].size
    assert_equal ['Pin'], told['inner'].map { |change| change['family'] }.uniq
    assert_equal 7, told['changes'].size
    assert_empty get_json("/api/families/hinge/since?version=#{told['version']}&inner=#{told['inner'].last['id']}").values_at('changes', 'inner').flatten
    # The health of the parent is that of the child, too.
    first = store.find('hinge').digest
    edit('pin', { 'do' => 'put_parameter', 'name' => 'spare', 'fields' => { 'note' => 'once more' } })
    refute_equal first, store.find('hinge').digest
  end

  # The parts list in each format says what the page says, and adds up.
  def test_parts_lists_as_files
    pick = 'row[equipment]=guided&row[size]=SM-500-2000'
    tree = get_json("/families/straight-module/parts.json?#{pick}")
    result = Result.new(store.find('straight-module').plan, Plan::Pick.new(rows: { 'equipment' => 'guided', 'size' => 'SM-500-2000' }))
    assert_in_delta result.facts['mass'], tree['mass'], 1e-9
    assert_in_delta tree['mass'], tree['totals'].reject { |one| one['family'] }.sum { |one| one['mass_total'] }, 1e-6
    assert_in_delta tree['price'].values.first, tree['indented'].select { |one| one['level'] == 1 }.sum { |one| one['price_total'].values.first } + 18.0, 0.02
    rollers = tree['indented'].find { |one| one['family'] == 'Roller' }
    assert_equal ['Roller 1', rollers['quantity']], [rollers['called'].first, rollers['called'].size]
    assert_match(/roller_count/, rollers['decided_by'].join)
    %w[csv xlsx ods].each do |format|
      get "/families/straight-module/parts.#{format}?#{pick}"
      sheets = Exchange::SHEET_FORMATS.fetch(format).read(last_response.body)
      assert_equal tree['indented'].map { |one| one['position'] }, sheets.first.rows.drop(1).map { |row| row.first.to_s }, format
      assert_equal tree['totals'].size + 1, sheets.last.rows.size, format unless format == 'csv'
    end
    ['', '&as=flat', '&level=2'].each do |how|
      get "/families/straight-module/parts?#{pick}#{how}"
      assert_includes last_response.body, tree['part_number']
    end
  end

  def send_bytes(path, bytes) = post(path, bytes, { 'CONTENT_TYPE' => 'application/octet-stream', 'HTTP_X_CSRF_TOKEN' => token }) && JSON.parse(last_response.body)

  # A bundle holds all that a family uses; it is compared with what is here, and taken at once, or in part.
  def test_bundles
    nest
    yaml, zip = %w[yaml zip].map { |format| get("/families/lift/bundle.#{format}").body }
    assert_equal([Nest::NAMES] * 2, [yaml, zip].map { |bytes| Exchange::BundleFile.read(bytes).families.map(&:name) })
    assert_equal %w[same], send_bytes('/api/bundles/compare', zip)['families'].map { |one| one['state'] }.uniq
    # Another size here; all five in the file have another name.
    edit('pin', { 'do' => 'put_parameter', 'name' => 'size', 'fields' => { 'default' => '12 mm' } })
    renamed = Exchange::BundleFile.yaml(Exchange::BundleFile.of(Nest.families('bore')))
    compared = send_bytes('/api/bundles/compare', renamed)
    assert_equal ['Lift', %w[differs]], [compared['main'], compared['families'].map { |one| one['state'] }.uniq]
    before = trees
    # In part it would break the others, and is not done.
    assert_includes send_bytes("/api/bundles?#{Nest::NAMES.drop(1).map { |name| "keep[]=#{name}" }.join('&')}", renamed)['error']['message'], 'Hinge uses it'
    assert_equal before, trees
    assert_equal '/families/lift/shape', send_bytes('/api/bundles', renamed)['open']
    trees.each_value { |tree| assert_equal %w[bore], Nest.spoken(tree, %w[size bore]) }
    assert_in_delta 9.0, store.find('lift').plan.outcome.value('sum')
    post_json('/api/families/door/undo', {})
    assert_equal before, trees
    # On a machine without them they are made, each after those that it uses.
    Nest::NAMES.reverse_each { |name| store.remove(name.downcase, person: 'Ann') }
    assert_equal 5, send_bytes('/api/bundles', zip)['taken'].size
    ['', 'families: 3', "PK\x03\x04broken", "vast_lattice: 1\nfamilies: [{family: A}, {family: a}]"].each do |bad|
      answer = send_bytes('/api/bundles/compare', bad)
      assert_equal 422, last_response.status, bad
      refute_match(/Error|\.rb/, answer['error']['message'])
    end
    assert_equal(422, send_bytes('/api/bundles', Exchange::BundleFile.yaml(Exchange::BundleFile.of([Family.from_tree(Nest.trees.last.merge('name' => 'Alone', 'components' => [{ 'name' => 'x', 'family' => 'Nobody' }]))]))).then { last_response.status })
  end

  def test_a_family_based_on_another_follows_it
    send_form('/families/side-frame/based', {})
    other = store.records.find { |record| record.name == 'Side frame, other' }.slug
    edit(other, { 'do' => 'put_parameter', 'name' => 'flange', 'fields' => { 'default' => '45 mm' } })
    edit('side-frame', { 'do' => 'put_parameter', 'name' => 'flange', 'fields' => { 'note' => 'as bent' } })
    edit('side-frame', { 'do' => 'rename_feature', 'name' => 'windows', 'to' => 'openings' })
    family = store.find(other).family
    assert_equal ['45 mm', 'as bent'], [family.parameter('flange').default, family.parameter('flange').note]
    assert(family.features.any? { |feature| feature.name == 'openings' })
    get "/families/#{other}/shape"
    assert_includes last_response.body, 'default: 35 mm → 45 mm'
    edit(other, { 'do' => 'give_up', 'differences' => [['parameter', '', 'flange']] })
    assert_equal '35 mm', store.find(other).family.parameter('flange').default
    edit(other, { 'do' => 'give_up', 'differences' => [['parameter', '', 'flange']] })
    assert_predicate self, :refused?
    post_json('/api/families/side-frame/undo', {})
    assert(store.find(other).family.features.any? { |feature| feature.name == 'windows' })
    edit('side-frame', { 'do' => 'base_on', 'base' => 'Side frame, other' })
    assert_predicate self, :refused?
    assert_includes last_response.body, 'would contain itself'
  end

  # Of several families that come in at once, each is followed by what is based on it.
  def test_a_bundle_changes_a_base
    send_form('/families/side-frame/based', {})
    tie, frame = %w[cross-tie side-frame].zip(%w[length flange]).map do |slug, name|
      Family::Edits.apply(store.find(slug).family, 'do' => 'put_parameter', 'name' => name, 'fields' => { 'note' => 'from outside' })
    end
    send_bytes('/api/bundles', Exchange::BundleFile.yaml(Exchange::BundleFile.of([tie, frame])))
    assert_equal 200, last_response.status, last_response.body
    other = store.records.find { |record| record.name == 'Side frame, other' }.slug
    assert_equal(['from outside'] * 2, ['side-frame', other].map { |slug| store.find(slug).family.parameter('flange').note })
  end

  def test_interference_by_pages
    edit('straight-module', { 'do' => 'give_components', 'components' => %w[rollers], 'path' => 'shaft_diameter', 'text' => '15 mm' })
    here = get_json('/api/families/straight-module/interference?row[size]=SM-400-1000')['found']
    assert_equal [%w[left_frame.frame rollers.round_shaft], %w[right_frame.frame rollers.round_shaft]], here.map { |one| one['names'] }.sort
    first = get_json('/api/families/straight-module/interference/all?from=0')
    assert_equal 20, first['variants']
    assert_operator first['next'], :>, 0
    assert_equal %w[across upwards].size, first['found'].first['places']['front'].size
  end
end
