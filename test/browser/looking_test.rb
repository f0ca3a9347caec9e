# frozen_string_literal: true

require_relative '../support/browser'
require_relative '../support/nest'

# An assembly looked at, proved and handed on: the picture and 3D, what runs into what, what a family has otherwise than its base,
# a bundle that comes in.
class LookingTest < BrowserCase
  GUIDED = 'row[size]=SM-400-1000&row[equipment]=guided'

  def shown = page.evaluate_script("[...new Set([...document.querySelectorAll('#picture [data-component]')].map((one) => one.dataset.component.split('.')[0]))].sort()")
  def chosen = page.evaluate_script("[...new Set([...document.querySelectorAll('#picture [data-component].is-chosen')].map((one) => one.dataset.component))].sort()")

  # What is first in the picture of that component is clicked, as far as scripts see it.
  def click_component(path)
    page.execute_script("document.querySelector('#picture [data-component=\"#{path}\"]').dispatchEvent(new MouseEvent('click', { bubbles: true }))")
    settle
  end

  # A click selects the component, the next one goes inside; one alone, some hidden, all others faint.
  def test_in_the_picture
    open_stage('shape', GUIDED, slug: 'straight-module')
    path = page.evaluate_script("[...document.querySelectorAll('#picture [data-component]')].map((one) => one.dataset.component).find((one) => /^right_guide\\..+/.test(one))")
    click_component(path)
    assert_includes chosen, path
    assert_selector '.because', text: 'right_guide.built'
    assert_selector '#component-right_guide .recipe-fields'
    click_component(path)
    assert_selector '.because', text: /right_guide\.\w+\.built/
    assert_empty(chosen.reject { |one| one.start_with?('right_guide.') })

    find('.more-looks summary').click
    check 'look-faint'
    assert_selector '#picture .is-faint', minimum: 3
    select 'Rollers alone', from: 'look-only'
    settle
    assert_equal %w[rollers], shown
    select 'all', from: 'look-only'
    settle
    everything = shown
    select 'Rollers', from: 'look-without'
    settle
    assert_equal everything - %w[rollers], shown
  end

  # In 3D the components are drawn apart along an axis, by keys too.
  def test_drawn_apart
    open_stage('shape', GUIDED, slug: 'straight-module')
    find('.looks button', text: '3D').click
    assert_selector '.model-view canvas[data-shown=yes]'
    wait_until { size_apart.positive? }
    together = size_apart
    # All of it is in the middle: 828 high, from the floor.
    assert_in_delta 414, data('return view.place().controls.target.y;'), 1
    select 'across', from: 'Axis along which they are drawn apart'
    page.execute_script("const slider = document.querySelector('[aria-label=\"How far the components are drawn apart\"]'); slider.focus();")
    10.times { press(:right) }
    settle
    assert_operator size_apart, :>, together
    assert_equal [0.0, 0.0], moved('x').minmax, 'only across'
    assert_operator moved('z').max, :>, 50
  end

  def data(what) = page.evaluate_script("(() => { const view = Alpine.$data(document.querySelector('.model-view')); #{what} })()")
  def size_apart = data('if (!view.meshes || !view.place().model) return 0; const all = view.place().model.children.map((group) => group.position.z); return view.place().model.children.length ? 1 + Math.max(...all) - Math.min(...all) : 0;').to_f
  def moved(axis) = data("return view.place().model.children.map((group) => group.position.#{axis});").map(&:to_f)

  # Shafts thicker than their holes: found over all variants, shown in the picture, allowed with a reason, and no more.
  def test_what_runs_into_what
    capture_io do
      store.edit('straight-module', version: nil, person: 'Ann') do |family|
        rows = family.with(tables: family.tables.map { |table| table.name == 'size' ? table.with(rows: table.rows.first(1), default_row: 'SM-400-1000') : table })
        VastLattice::Family::Edits.apply(rows, 'do' => 'give_components', 'components' => %w[rollers], 'path' => 'shaft_diameter', 'text' => '15 mm')
      end
    end
    open_stage('prove', GUIDED, slug: 'straight-module')
    click_on 'Look in all variants'
    assert_selector '.pair-table tbody tr', text: 'right_frame.frame'
    pair = find('.pair-table tbody tr', text: 'right_frame.frame')
    assert_match(/mm3|cm3/, pair.text)
    pair.click_on 'Show'
    assert_selector '#picture .place-mark'
    pair.click_on 'Allow', exact: true
    within(pair) { fill_in 'because', with: 'Pressed in.' }
    pair.click_on 'Allow it'
    assert_selector '.pair-table .is-allowed', text: 'Pressed in.'
    assert_equal(['Pressed in.'], store.find('straight-module').family.allowances.map(&:reason))
    find('.pair-table .is-allowed', text: 'Pressed in.').click_on 'Allow no more'
    assert_no_selector '.pair-table .is-allowed'
    assert_empty store.find('straight-module').family.allowances
  end

  # One that is based on another lists what it has otherwise; that is given up, and what changes in the base is seen.
  def test_what_a_family_has_otherwise
    visit '/families'
    click_on 'Base one on it: Cross tie'
    assert_selector '.base-sheet .empty', text: 'Nowhere yet'
    slug = page.current_path[%r{families/([^/]+)}, 1]
    visit "/families/#{slug}/name"
    find('[data-name-row=length] .name-button').click
    fill_in 'p-length-label', with: "Span\t"
    assert_selector '[data-name-row=length] .name-button', text: 'Span'
    visit "/families/#{slug}/shape"
    assert_selector '.deviations li', text: /Parameter length.*Span/m
    store.edit('cross-tie', version: nil, person: 'Ann') { |family| VastLattice::Family::Edits.apply(family, 'do' => 'put_parameter', 'name' => 'section', 'fields' => { 'default' => '25 mm' }) }
    visit "/families/#{slug}/shape"
    assert_selector '.deviations li', count: 1
    assert_equal '25 mm', store.find(slug).family.parameter('section').default
    click_on 'Give up: parameter length'
    assert_selector '.base-sheet .empty', text: 'Nowhere yet'
    assert_equal store.find('cross-tie').family.parameter('length'), store.find(slug).family.parameter('length')
    click_on 'Let it stand alone'
    assert_no_selector '.base-sheet'
  end

  # A bundle tells what is new and what differs before it is taken; something may stay as it is here.
  def test_a_bundle_comes_in
    families = Nest.families
    store.create(families.first, person: 'Ann')
    store.edit(families.first.name.downcase, version: nil, person: 'Ann') { |family| family.with(note: 'Ours.') }
    path = File.join(TestApplication::FOLDER, 'nest.zip')
    File.binwrite(path, VastLattice::Exchange::BundleFile.zip(VastLattice::Exchange::BundleFile.of(families)))
    visit '/families'
    attach_file 'new-file', path
    assert_selector '.bring-list li', count: families.size
    within(find('.bring-list li', text: families.first.name)) { check 'keep what is here' }
    click_on 'Take them'
    assert_current_path %r{/families/lift/shape}
    assert_equal 'Ours.', store.find(families.first.name.downcase).family.note
    assert_equal Nest::NAMES.sort, store.records.map(&:name).select { |name| Nest::NAMES.include?(name) }.sort
    visit '/families'
    File.write(path = File.join(TestApplication::FOLDER, 'bad.yaml'), 'families: 3')
    attach_file 'new-file', path
    assert_selector '.bring-in .problem', text: 'stand in a list'
  end
end
