# frozen_string_literal: true

require_relative '../support/browser'

# The Shape stage, as it is used by hand and by keyboard.
class ShapeTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  def stored = store.find('side-frame').family

  def enter(id, text)
    fill_in(id, with: text)
    find("##{id}").send_keys(:enter)
  end

  # A new row of holes: added where one points, named, repeated and conditioned without leaving the stage.
  def test_a_row_of_holes_is_added_by_pointing
    open_stage('shape', 'row[size]=SF-1000')
    find('.adding summary').click
    fill_in 'Name of the new step', with: 'drain_holes'
    fill_in 'diameter', with: '6 mm as drain_bore'
    click_on 'Point in the picture'
    find('.picture svg').click(x: 80, y: 2) # from its middle
    assert_selector '.new-place', text: /On front: across .* from the right/
    click_on 'Add step'
    assert_selector '.picture [data-feature=drain_holes]'
    select 'row fitted between margins', from: 'f-drain_holes-pattern'
    assert_field 'f-drain_holes-pattern-margin', with: '50 mm'
    enter('f-drain_holes-pattern-pitch', '150 mm')
    assert_selector '[data-dimension="drain_holes.pattern.pitch"]', text: '150 mm'
    assert_operator holes('drain_holes'), :>=, 7
    within('.condition', match: :first) do
      select 'length', from: 'Name'
      select '>=', from: 'Comparison'
      fill_in 'Value', with: '800 mm'
      click_on 'Set'
      assert_selector '.trial-rows .is-yes', count: 6
      assert_selector '.trial-rows .is-no', text: 'SF-0630'
      find('.entry-text').send_keys(:enter)
    end
    assert_selector '[data-recipe=drain_holes] .recipe-condition', text: 'built when length >= 800 mm'
    feature = stored.feature('drain_holes')

    assert_equal ['drain_bore', 'fitted', '150 mm', 'length >= 800 mm', 'right'],
                 [feature.dimensions['diameter'], feature.pattern.kind, feature.pattern.dimensions['pitch'], feature.built_when, feature.horizontal.from]
    assert_equal '6 mm', stored.parameter('drain_bore').default
  end

  # Twelve features at once, by one action; one undo brings them back.
  def test_twelve_features_are_suppressed_and_restored_at_once
    open_stage('shape')
    boxes = all('.mark-step')
    boxes[1].click
    boxes[12].click(:shift)
    assert_selector '.selection strong', text: '12 steps'
    click_on 'Suppress'
    assert_selector '.recipe-condition', text: 'suppressed by hand', count: 12
    assert_selector '[data-recipe] .state-button', text: 'suppressed', count: 12
    find('[data-recipe=windows] .recipe-title').click
    assert_selector '.because', text: 'A person settled it by hand: suppressed.'
    assert_equal 12, stored.features.count(&:by_hand)
    click_on 'Undo'
    assert_no_selector '.recipe-condition', text: 'by hand'
    assert_equal side_frame, stored
  end

  # How far the part is built is walked by keyboard from the last step to the stock and back, and played; mass and size follow.
  # Later steps can be dropped, and undone.
  def test_the_scale_of_steps_is_walked_by_keyboard
    open_stage('shape')
    mass = fact('mass')
    all_steps = stored.features.size
    all_steps.downto(1) do |step|
      find('body').send_keys(%i[alt up])
      assert_selector '.scale-says', text: step == 1 ? 'stock alone' : "up to step #{(step - 1) * 10}"
    end
    assert_no_selector '.picture [data-feature]'
    assert_selector '.picture .later'
    assert_selector '.fact-main', text: /of the stock alone/i
    assert_selector '[data-fact=size]', text: '2000 × 120 × 2.5 mm'
    refute_equal mass, fact('mass')
    3.times { find('body').send_keys(%i[alt down]) }
    assert_selector '.picture [data-feature=shaft_holes]'
    assert_no_selector '.picture [data-feature=windows]'

    find('.adding summary').click
    fill_in 'Name of the new step', with: 'pilot_hole'
    click_on 'Insert here'
    assert_selector '.picture [data-feature=pilot_hole]'
    assert_equal %w[shaft_holes pilot_hole windows], stored.features.map(&:name)[2..4]
    click_on 'Undo'
    assert_no_selector '[data-recipe=pilot_hole]'
    find('body').send_keys(%i[alt up])
    assert_selector '.scale-says', text: 'up to step 30'

    click_on 'drop later steps'
    assert_selector '.notice', text: 'Dropped 10 steps'
    assert_equal %w[upper_flange lower_flange shaft_holes], stored.features.map(&:name)
    click_on 'Undo'
    assert_selector '[data-recipe=windows]'
    click_on 'Build Side frame, step by step'
    assert_selector '.scale-says', text: 'all steps'
    assert_equal mass, fact('mass')
    assert_equal side_frame, stored
  end

  # 40 mm from the left becomes the same place from the right by one choice.
  def test_another_edge_by_one_choice
    open_stage('shape', 'open=label_hole&row[size]=SF-1000')
    enter('f-label_hole-horizontal-offset', '40 mm')
    assert_selector '[data-dimension="label_hole.horizontal.offset"]', text: '40 mm'
    select 'right', from: 'f-label_hole-horizontal-from'
    assert_field 'f-label_hole-horizontal-offset', with: 'length - 40 mm'
    assert_selector '[data-dimension="label_hole.horizontal.offset"]', text: '960 mm'
    assert_equal ['right', 'length - 40 mm'], stored.feature('label_hole').horizontal.to_h.values
  end

  # Between the centres of two shaft holes: the pitch.
  def test_distances_are_measured_between_marks
    open_stage('shape', 'row[size]=SF-1000')
    click_on 'Measure'
    assert_selector '.measure-centre', minimum: 10
    ['centre of Shaft holes 2', 'centre of Shaft holes 5'].each { |label| page.execute_script("document.querySelector('[aria-label=\"#{label}\"]').dispatchEvent(new MouseEvent('click', { bubbles: true }))") }
    assert_selector '.measure-panel dd', count: 4
    assert_equal ['225 mm', '0 mm', '0 mm', '225 mm'], all('.measure-panel dd').map(&:text)

    ['centre of Shaft holes 2', 'centre of Left leg slot 1'].each { |label| page.execute_script("document.querySelector('[aria-label=\"#{label}\"]').dispatchEvent(new MouseEvent('click', { bubbles: true }))") }
    assert_selector '.measure-panel', text: 'Shaft holes 2 to centre of Left leg slot 1'
    x, y, z, true_length = all('.measure-panel dd').map { |cell| cell.text.to_f }

    assert_in_delta Math.sqrt((x**2) + (y**2) + (z**2)), true_length, 0.002
    assert_in_delta 112.5 - 60, x, 1e-6
  end

  # What runs off the part, leaves too thin a wall, or collides, is told with feature, row and number, and marked.
  def test_what_is_wrong_is_told_in_the_list_and_in_the_picture
    post_edits([{ 'do' => 'set_feature', 'feature' => 'label_hole', 'field' => 'horizontal.offset', 'text' => '-1 mm' },
                { 'do' => 'set_feature', 'feature' => 'joint_holes', 'field' => 'horizontal.offset', 'text' => '5.2 mm' },
                { 'do' => 'put_feature', 'part' => 'frame', 'feature' => { 'name' => 'lip', 'kind' => 'bend', 'face' => 'upper_flange', 'edge' => 'top', 'length' => '119 mm' } }])
    open_stage('shape', 'row[size]=SF-2000')
    assert_selector '.picture .feature.is-warning[data-feature=label_hole]'
    assert_selector '.picture .feature.is-warning[data-feature=joint_holes]'
    assert_selector '.picture .feature.is-error[data-feature=lip]'
    find('.health').click
    click_on 'in SF-2000'
    ['Label hole: 1 of 1 run through the edge of the part, by up to 3 mm.', 'Joint holes leaves 0.7 mm to an edge; the least wall is 2 mm.', 'lip runs into Lower flange.']
      .each { |message| assert_selector '.finding', text: message }
  end

  def post_edits(edits)
    store.edit('side-frame', version: store.find('side-frame').version, person: 'Engineer') do |family|
      edits.reduce(family) { |changed, edit| VastLattice::Family::Edits.apply(changed, edit) }
    end
  end

  # The 3D view draws the mesh, turns by keyboard, and chooses what is chosen in the recipe.
  def test_the_solid_view_turns_and_chooses
    open_stage('shape', 'row[size]=SF-0500')
    click_on '3D'
    assert_selector '.model-view canvas[data-shown]'
    before = picture_of_canvas
    page.execute_script("document.querySelector('.model-view canvas').focus()")
    press(:up)
    wait_until { picture_of_canvas != before }
    refute_equal before, picture_of_canvas
    settle
    turned = picture_of_canvas
    find('[data-recipe=upper_flange] .recipe-title').click
    assert_selector '.because', text: 'upper_flange.built'
    wait_until { picture_of_canvas != turned }
    refute_equal turned, picture_of_canvas
    %w[Top End Section Flat].each do |view|
      click_on view, exact: true
      assert_selector '.picture svg[aria-label]'
    end
    assert_selector '.picture svg[aria-label="Flat pattern of Side frame"]'
  end

  def picture_of_canvas
    page.evaluate_script("document.querySelector('.model-view canvas').toDataURL()").hash
  end

  # A part is added, its stock dimensioned and named; a material too; a step is moved; alternatives are grouped and dissolved.
  def test_parts_materials_order_and_alternatives
    open_stage('shape')
    find('.more summary').click
    fill_in 'New material', with: 'hardwood'
    fill_in 'density, g/cm3', with: '0.8'
    click_on 'Keep material'
    assert_selector '.notice', text: 'Kept'
    fill_in 'New part', with: 'spacer'
    select 'Bar, hollow', from: 'Stock'
    click_on 'Add part'
    enter('stock-length', '90 mm as spacer_length')
    select 'hardwood', from: 'stock-material'
    assert_selector '[data-part=spacer] .recipe-kind', text: 'hardwood'
    assert_equal ['hardwood', 'spacer_length', '90 mm'], [stored.part('spacer').material, stored.part('spacer').stock.dimensions['length'], stored.parameter('spacer_length').default]

    find('[data-recipe=tie_holes] .recipe-title').click
    click_on 'Move up'
    assert_selector '[data-recipe=tie_holes] .step-number', text: '40'
    find('[data-recipe=nameplate_lying] .recipe-title').click
    assert_selector '#f-nameplate_lying-width'
    drag('[data-recipe=tie_holes]', '[data-recipe=left_leg_slot]')
    assert_selector '[data-recipe=windows] .step-number', text: '40'
    assert_operator stored.features.map(&:name).index('tie_holes'), :>, stored.features.map(&:name).index('windows')
    find('[data-recipe=shaft_holes] .mark-step').click
    find('[data-recipe=windows] .mark-step').click
    click_on 'Make alternatives'
    assert_selector '.group', text: 'exactly one of shaft_holes, windows'
    assert_selector '.health', text: 'finding'
    click_on 'Dissolve shaft_holes or windows'
    assert_no_selector '.group', text: 'shaft_holes, windows'
  end
end
