# frozen_string_literal: true

require_relative '../support/application'

# What the Shape stage asks of the API, and what it refuses.
class ShapeAPITest < WebCase
  ROW = 'row[size]=SF-1000'

  def state(query) = get_json("#{API}/outcome?#{ROW}&#{query}")

  def test_views_are_drawn_as_asked_for
    { '' => 'Front view', 'view=top' => 'View from the top', 'view=end' => 'View of the right end', 'view=section' => 'Section', 'view=flat' => 'Flat pattern' }
      .each { |query, label| assert_match(/aria-label="#{label} of Side frame/, state(query)['svg']) }
    assert_nil state('view=solid')['svg']
    assert_includes state('texts=name&density=all')['svg'], 'end_margin'
    refute_includes state('tier=symbol')['svg'], 'data-feature="guide_holes"'
    refute_includes state('build=frame:30')['svg'], 'data-feature="windows"'
    assert_includes state('measure=yes')['svg'], 'data-measure="centre:shaft_holes:1"'
    # Senseless words are passed over.
    assert_match(/Front view/, state('view=nowhere&texts=x&tier=y&build=z:999999999&part=q')['svg'])
    facts = state('')['facts']

    assert_equal([1000.0, 100.0, 35.0], facts['size']['value'].map { |part| part.round(6) })
    assert_in_delta 500, facts['centre']['value'][0], 6
    assert_equal 'shown', state('')['states']['frame']['state']
  end

  def test_meshes_measures_places_and_anchors
    scene = get_json("#{API}/mesh?#{ROW}")
    mesh = scene['bodies'].first.then { |body| scene['shapes'][body['shape']].merge(body) }

    assert_equal 'frame', mesh['part']
    assert_includes mesh['groups'].map { |group| group['feature'] }, 'windows'
    assert(mesh['groups'].all? { |group| (group['positions'].size % 9).zero? && group['positions'].size == group['normals'].size })
    assert_in_delta 75, get_json("#{API}/measure?from=centre:shaft_holes:1&till=centre:shaft_holes:2&#{ROW}")['true'], 1e-6
    assert_equal 'length - 20 mm', get_json("#{API}/anchor?feature=label_hole&axis=horizontal&from=right&#{ROW}")['offset']
    assert_equal({ 'from' => 'left', 'offset' => '120 mm' }, get_json("#{API}/place?part=frame&face=front&view=front&x=120.2&y=60&#{ROW}")['horizontal'])
    assert_equal ['nearest to an edge: 10.75 mm', 'nearest to another: 5.75 mm to Windows'],
                 get_json("#{API}/because?target=shaft_holes.built&#{ROW}")['measures']

    { 'measure?from=centre:nothing:1&till=centre:shaft_holes:2' => 422, 'place?part=wheel&x=1&y=1' => 422, 'place?part=frame&face=moon&x=1&y=1' => 422,
      'anchor?feature=windows&axis=sideways&from=left' => 422, 'because?target=wheel.built' => 422 }.each do |path, status|
      answer = get_json("#{API}/#{path}")

      assert_equal status, last_response.status, path
      refute_empty answer.dig('error', 'message'), path
    end
  end

  # Edits of many features, of stock lists and materials are one change each, stored and undone as a whole.
  def test_edits_of_shape_are_stored_and_undone
    edits = [{ 'do' => 'set_features', 'features' => %w[windows tie_holes label_hole], 'field' => 'by_hand', 'text' => 'suppressed' },
             { 'do' => 'put_material', 'material' => { 'name' => 'Maple', 'density' => '0.66', 'colour' => '#d8c09a' } },
             { 'do' => 'put_part', 'name' => 'pin', 'stock' => { 'kind' => 'turned', 'steps' => [{ 'length' => '20 mm', 'diameter' => '8 mm' }] }, 'material' => 'maple' },
             { 'do' => 'add_stock_item', 'part' => 'pin', 'list' => 'steps', 'item' => { 'length' => '5 mm', 'diameter' => '12 mm' } },
             { 'do' => 'set_stock', 'part' => 'pin', 'field' => 'steps.1.diameter', 'text' => '14 mm as pin_head' },
             { 'do' => 'set_part', 'part' => 'pin', 'field' => 'at.x', 'text' => 'length / 2' }]
    post_json("#{API}/edits", { 'edits' => edits })

    assert_equal 200, last_response.status
    stored = store.find('side-frame').family

    assert_equal(%w[suppressed] * 3, %w[windows tie_holes label_hole].map { |name| stored.feature(name).by_hand })
    assert_equal 'pin_head', stored.part('pin').stock.list('steps')[1]['diameter']
    mass = (Math::PI * ((16 * 20) + (49 * 5)) * 6.6e-7).round(12)

    assert_in_delta mass, Result.new(store.find('side-frame').plan).model.part('pin').mass, 1e-12
    post_json("#{API}/undo", {})

    assert_equal side_frame, store.find('side-frame').family
    { { 'do' => 'put_material', 'material' => { 'name' => 'x', 'density' => '-1' } } => /density|right form/, { 'do' => 'set_part', 'part' => 'frame', 'field' => 'at.w', 'text' => '1' } => /no place/,
      { 'do' => 'set_features', 'features' => ['windows'], 'field' => 'diameter', 'text' => '1' } => /cannot be set of many/,
      { 'do' => 'set_part', 'part' => 'frame', 'field' => 'material', 'text' => 'unobtainium' } => /no material/,
      { 'do' => 'set_feature', 'feature' => 'windows', 'field' => 'by_hand', 'text' => 'perhaps' } => /by hand|suppressed/ }.each do |edit, message|
      answer = post_json("#{API}/edits", { 'edit' => edit })

      assert_equal 422, last_response.status, edit
      assert_match message, answer.dig('error', 'message').to_s + answer.dig('error', 'remedy').to_s
    end
    assert_equal side_frame, store.find('side-frame').family
  end
end
