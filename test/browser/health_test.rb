# frozen_string_literal: true

require_relative '../support/browser'

# What is wrong anywhere in a family is told on every page, leads to its place, and no page calls it valid.
class HealthTest < BrowserCase
  def setup
    super
    # Whole families are looked through in the background.
    Delayed::Worker.queues = []
    file = File.read(File.expand_path('../data/faulty.yaml', __dir__))
    store.create(VastLattice::Exchange::FamilyFile.read(file).family, person: 'Ann')
  end

  def teardown
    Delayed::Worker.queues = %w[persons]
    super
  end

  def test_each_fault_leads_to_its_place
    open_stage('name', slug: 'faulty')
    assert_selector '.health-all', text: '2 of 6 valid'
    find('.health').click
    assert_selector '.finding', count: 5
    { 'width of plate is -5 mm' => ['/shape', 'B'], 'have the same part number' => ['/vary', 'A'], 'Rules disagree on plate.colour' => ['/shape', 'D'],
      'No variant builds spare' => ['/shape', 'D'], 'run through the edge' => ['/shape', 'E'] }.each do |words, (stage, row)|
      find('.finding', text: words).find('.place a').click
      assert_current_path %r{/families/faulty#{stage}}
      assert_equal row, find('#pick-size').value, words
      find('.health').click
    end
    within('.findings-filter') { click_on '3 errors' }
    assert_selector '.finding', count: 3
    fill_in 'in variant', with: 'b'
    assert_selector '.finding', count: 1, text: 'width of plate'
    within('.finding') { click_on 'Show one' }
    assert_equal 'B', find('#pick-size').value
    assert_equal '–', fact('size')
  end

  # The list of families, the header, Vary, Prove and the command line.
  def test_all_counts_agree
    visit '/families'
    assert_selector '.card-sheet', text: /6 variants, 2 valid\s+5 findings/
    open_stage('vary', slug: 'faulty')
    assert_selector '.health-all', text: '2 of 6 valid'
    %w[A B C D].each { |row| assert_selector '.cell-name.row-error', text: row }
    visit '/families/faulty/vary?tab=combine'
    assert_text '2 of 6 complete variants are valid'
    visit '/families/faulty/prove'
    assert_selector '.health-all', text: '2 of 6 valid'
    assert_selector '.lattice-variant.has-error', count: 4
  end

  # Green only where the variant in view and the whole family are clean; it opens where the worse is.
  def test_a_clean_variant_of_a_faulty_family_is_not_green
    open_stage('vary', 'row[size]=F', slug: 'faulty')
    assert_selector '.health-here.health-fine', text: 'no findings'
    assert_selector '.health.health-error .health-all.health-error', text: '5 findings, 2 of 6 valid'
    find('.health').click
    assert_selector '[aria-pressed=true]', text: 'Whole family'
  end

  # Findings are narrowed by their kind.
  def test_findings_of_one_kind
    open_stage('vary', slug: 'faulty')
    assert_selector '.health-all', text: '2 of 6 valid'
    find('.health').click
    total = all('.findings .finding').size
    kinds = page.evaluate_script("Array.from(document.querySelectorAll('.findings-filter select option'), (option) => option.value)").reject(&:empty?)
    assert_operator kinds.size, :>, 2
    each = kinds.map do |kind|
      select kind.tr('_', ' '), from: 'kind'
      all('.findings .finding').size
    end
    assert_equal total, each.sum
  end

  # It follows an edit by itself.
  def test_a_mended_fault_is_gone
    visit '/families/faulty/vary?tab=size&cell_row=B&cell_column=length'
    assert_selector '.cell-name.row-error', text: 'B'
    press('9', '0', ' ', 'm', 'm', :enter)
    assert_selector '.health-all', text: '3 of 6 valid'
    assert_no_selector '.cell-name.row-error', text: 'B'
  end

  # What is wrong is mended from the list by one click, told below, and brought back by one more.
  def test_a_remedy_is_one_click
    open_stage('vary', slug: 'faulty')
    assert_selector '.health-all', text: '2 of 6 valid'
    find('.health').click
    within('.finding', text: 'No variant builds spare') { click_on 'Remove the step spare' }
    assert_no_selector '.finding', text: 'No variant builds spare'
    assert_empty(store.find('faulty').family.features.select { |feature| feature.name == 'spare' })
    within('.foot') { click_on 'Undo it' }
    assert_selector '.finding', text: 'No variant builds spare'
  end
end
