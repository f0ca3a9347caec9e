# frozen_string_literal: true

require_relative '../support/browser'

# axe-core (npm) on every page, at the four widths the screens must hold.
class AccessibilityTest < BrowserCase
  AXE = File.read(File.join(ROOT, 'node_modules/axe-core/axe.min.js'))
  PAGES = ['/families', *%w[shape name vary rule guide prove release].map { |stage| "/families/side-frame/#{stage}" },
           *%w[gallery compare combine numbers].map { |tab| "/families/roller/vary?tab=#{tab}" }, '/families/side-frame/shape?open=windows', '/families/roller/shape?open=stock:tube', '/families/support-leg/shape', '/families/side-frame/forms/full', '/configurations', '/forms',
           '/families/straight-module/shape?open=component:rollers', '/families/straight-module/prove', '/families/straight-module/parts', '/families/side-frame/release?tab=making', '/families/side-frame/release?tab=all-variants', '/families/side-frame/release?tab=lists', '/families/side-frame/release?tab=workshop'].freeze
  # Pages that scroll as a whole, with what shows that they are there.
  SHEETS = { '/families' => '.card-sheet', '/configurations' => '.kept-table', '/forms' => '.published-table', '/families/straight-module/parts' => '.parts-table',
             '/families/side-frame/release?tab=making' => '.sheet-place svg' }.freeze
  # Brings more of a page to light: forms, selections, marks of measuring.
  UNFOLD = <<~JS
    document.querySelector('.rule-new button')?.click();
    document.querySelector('.map-head button')?.click();
    if (!window.location.search.includes('open=')) document.querySelector('button.recipe-title')?.click();
    document.querySelectorAll('details').forEach((details) => { details.open = true; });
    document.querySelector('.mark-step')?.click();
    Array.from(document.querySelectorAll('.vary-tools button')).filter((button) => ['Columns', 'Filter'].includes(button.textContent)).forEach((button) => button.click());
    document.querySelector('button.pair.is-refused')?.click();
    if (window.location.pathname.includes('support-leg')) Array.from(document.querySelectorAll('.looks button')).find((button) => button.textContent === 'Measure').click();
  JS
  RUN = "const done = arguments[0]; axe.run({ resultTypes: ['violations'] }).then((found) => done(found.violations.filter((item) => ['serious', 'critical'].includes(item.impact))" \
        '.map((item) => `${item.id}: ${item.nodes.slice(0, 3).map((node) => node.html.slice(0, 160)).join(" | ")}`)));'

  def on_phones?(path) = ENV['LATTICE_LONG'] ? !path.include?('?') : path.end_with?('families', 'guide', 'full')

  # Pages that are much like another one, for the long run.
  ALIKE = %w[/families/roller/vary?tab=compare /families/roller/vary?tab=numbers /families/roller/vary?tab=combine /families/roller/shape?open=stock:tube
             /families/support-leg/shape /families/side-frame/release /families/side-frame/shape?open=windows /families/straight-module/prove].freeze

  # A published form and a configuration, so that their lists have something to show.
  def setup
    super
    stored = store.find('side-frame')
    facts = { 'slug' => stored.slug, 'name' => stored.family.name, 'version' => stored.version }
    opened = Guide::Publication::Opened.new(Guide::Publication.of(stored.plan, stored.family.form('quick'), family: facts, by: 'Engineer', at: '2026-11-30T09:00:00Z'))
    VastLattice::Storage::Store.new(VastLattice::Storage::PublicationDocument).create(opened.publication, person: 'Engineer')
    kept = Guide::Configuration.of(opened.filling, name: 'One', code: 'X', family: facts, made_at: '2026-11-30T09:00:00Z')
    VastLattice::Storage::Store.new(VastLattice::Storage::ConfigurationDocument).create(kept, person: 'Engineer')
  end

  def test_axe_finds_nothing_serious_and_nothing_overflows
    (ENV['LATTICE_LONG'] ? PAGES : PAGES - ALIKE).each do |path|
      visit path
      assert_selector SHEETS.fetch(path, '.picture svg')
      page.execute_script(UNFOLD)
      settle
      page.execute_script(AXE)

      [390, 1024, 1920, 1280].each do |width|
        page.driver.resize(width, 800)
        assert_operator page.evaluate_script('document.documentElement.scrollWidth'), :<=, width, "#{path} at #{width}"
        # The stage scrolls, not the page.
        height = page.evaluate_script('document.documentElement.scrollHeight')
        assert_operator height, :<=, 800, "#{path} at #{width}" if width > 390 && !SHEETS.key?(path)
        # Between these two, nothing but sizes differs; on a phone one fills in a form, all else is folded away.
        assert_empty page.evaluate_async_script(RUN), "#{path} at #{width}" if width == 1280 || (width == 390 && on_phones?(path))
      end
    end
  end
end
