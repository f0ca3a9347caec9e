# frozen_string_literal: true

# Takes one picture of each main view at 1280 x 800.
require 'fileutils'
require 'tmpdir'
require_relative 'served'

# The pictures: name => [path, script that brings the view into the state to show].
class Shots
  FOLDER = File.expand_path('../../docs/screenshots', __dir__)
  FRAME = '/families/side-frame'
  MODULE = '/families/straight-module'
  GUIDED = 'row[size]=SM-500-2000&row[equipment]=guided'
  VIEWS = {
    'families' => ['/families', ''],
    'shape' => ["#{FRAME}/shape?row[size]=SF-1000", "document.querySelector('[data-recipe=windows] .recipe-title').click()"],
    'name' => ["#{FRAME}/name", "document.querySelectorAll('.name-button')[9].click()"],
    'vary' => ["#{FRAME}/vary?row[size]=SF-0800", ''],
    'vary-gallery' => ["#{FRAME}/vary?tab=gallery", ''],
    'rule' => ["#{FRAME}/rule", "document.querySelector('.rule-head .press').click()"],
    'rule-table' => ['/families/roller/rule?row[size]=RO-60-630', "document.querySelector('[data-table] .press').click()"],
    'guide' => ["#{FRAME}/guide?tab=full", <<~JS],
      Array.from(document.querySelectorAll('button')).find((button) => button.textContent === 'Arrange').click();
      setTimeout(() => { document.querySelector('.ask[data-named=length] .arrange-settings').click(); }, 600);
    JS
    'form' => ["#{FRAME}/forms/full?set[length]=1400%20mm&set[finish]=painted&set[colour]=ink%20blue&set[nameplate]=lying", <<~JS],
      Array.from(document.querySelectorAll('.fill-pages button'))[2].click();
      Array.from(document.querySelectorAll('.view-switch button')).find((button) => button.textContent === '3D').click();
    JS
    'form-proposals' => ["#{FRAME}/forms/full?set[length]=1400%20mm&set[load_class]=heavy&set[roller_pitch]=150%20mm", <<~JS],
      Array.from(document.querySelectorAll('.fill-pages button'))[1].click();
    JS
    'configuration' => ["#{FRAME}/forms/full?set[length]=1400%20mm&set[finish]=painted&set[colour]=ink%20blue&set[nameplate]=lying", <<~JS],
      document.getElementById('keep-name').value = 'Lane seven';
      document.querySelector('.fill-keep button').click();
      setTimeout(() => { window.location = document.querySelector('.fill-kept a').href; }, 900);
    JS
    'prove' => ["#{FRAME}/prove", <<~JS],
      document.querySelector('[aria-label="Windows in SF-2500: suppressed by rule"]').dispatchEvent(new PointerEvent('pointerdown', { bubbles: true }));
    JS
    'assembly' => ["#{MODULE}/shape?#{GUIDED}&open=component:rollers", <<~JS],
      document.querySelector('#component-rollers').scrollIntoView({ block: 'start' });
      document.querySelector('[data-component="rollers.3"]')?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    JS
    'assembly-apart' => ["#{MODULE}/shape?#{GUIDED}", <<~JS],
      Array.from(document.querySelectorAll('.looks button')).find((button) => button.textContent === '3D').click();
      setTimeout(() => {
        const slider = document.querySelector('[aria-label="How far the components are drawn apart"]');
        slider.value = '0.8';
        slider.dispatchEvent(new Event('input'));
      }, 1500);
    JS
    'parts-list' => ["#{MODULE}/parts?#{GUIDED}", ''],
    'assembly-lattice' => ["#{MODULE}/prove?#{GUIDED}", <<~JS],
      document.querySelector('[aria-label^="Windows in SM-800-2500"]')?.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true }));
    JS
    'release' => ["#{FRAME}/release", ''],
    'drawing-sheet' => ["#{FRAME}/release?tab=making&row[size]=SF-1250", <<~JS],
      setTimeout(() => document.querySelectorAll('.sheet-settings summary')[1].click(), 1000);
    JS
    'drawing-sheet-wide' => ["#{FRAME}/release?tab=making&row[size]=SF-2000", <<~JS]
      setTimeout(() => document.querySelector('.view-item:nth-of-type(4) .link-press').click(), 2500);
    JS
  }.freeze
  # Those that are not 1280 x 800.
  WIDE = { 'drawing-sheet-wide' => [1920, 1080] }.freeze
  # Drawing sheets as PDF, looked at by poppler: family => picks.
  PAPERS = { 'side-frame' => ['--row', 'size=SF-2000'], 'straight-module' => ['--row', 'equipment=guided'] }.freeze

  # Whether all that is seen in 3D is drawn.
  DRAWN = <<~JS
    Array.from(document.querySelectorAll('.model-view canvas')).every((canvas) => !canvas.clientWidth || canvas.dataset.shown === 'yes')
  JS

  # Takes the pictures of those names, or all.
  def take(names)
    FileUtils.mkdir_p(FOLDER)
    views = names.empty? ? VIEWS : VIEWS.slice(*names)
    Served.run { |address| views.each { |name, (path, script)| picture(name, address + path, script) } }
    PAPERS.each { |name, pick| paper(name, pick) } if names.empty? || names.include?('papers')
  end

  private

  # docs/examples/NAME.png, made of the PDF.
  def paper(name, pick)
    root = File.expand_path('../..', __dir__)
    Dir.mktmpdir do |folder|
      pdf = File.join(folder, 'sheet.pdf')
      lattice = ['--yjit', '-rbundler/setup', File.join(root, 'bin/lib/lattice.rb'), 'sheet', File.join(root, "demo/#{name}.yaml")]
      system(RbConfig.ruby, *lattice, *pick, out: pdf, exception: true)
      FileUtils.mkdir_p(File.join(root, 'docs/examples'))
      system('pdftoppm', '-r', '110', '-png', '-singlefile', pdf, File.join(root, "docs/examples/#{name}"), exception: true)
    end
    puts "docs/examples/#{name}.png"
  end

  def picture(name, address, script)
    Served.browse(address) do |browser|
      browser.resize(**%i[width height].zip(WIDE.fetch(name, [1280, 800])).to_h)
      browser.execute(script) unless script.empty?
      sleep(name.start_with?('drawing') ? 14 : 3.5)
      150.times { browser.evaluate(DRAWN) ? break : sleep(0.2) }
      sleep 0.5
      browser.screenshot(path: File.join(FOLDER, "#{name}.png"))
      puts "docs/screenshots/#{name}.png"
    end
  end
end

Shots.new.take(ARGV)
