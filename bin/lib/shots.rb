# frozen_string_literal: true

# Takes one picture of each main view at 1280 x 800.
require_relative 'served'

# The pictures: name => [path, script that brings the view into the state to show].
class Shots
  FOLDER = File.expand_path('../../docs/screenshots', __dir__)
  FRAME = '/families/side-frame'
  VIEWS = {
    'families' => ['/families', ''],
    'shape' => ["#{FRAME}/shape?row[size]=SF-1000", "document.querySelector('[data-recipe=windows] .recipe-title').click()"],
    'shape-many' => ["#{FRAME}/shape?row[size]=SF-1000", <<~JS],
      document.querySelectorAll('.mark-step').forEach((box, index) => { if (index > 1 && index < 6) box.click(); });
      Array.from(document.querySelectorAll('.looks button')).find((button) => button.textContent === 'Flat').click();
    JS
    'shape-solid' => ['/families/support-leg/shape',
                      "Array.from(document.querySelectorAll('.looks button')).find((button) => button.textContent === '3D').click()"],
    'shape-folded' => ["#{FRAME}/shape?row[size]=SF-0630",
                       "Array.from(document.querySelectorAll('.looks button')).find((button) => button.textContent === '3D').click()"],
    'name' => ["#{FRAME}/name", "document.querySelectorAll('.name-button')[9].click()"],
    'vary' => ["#{FRAME}/vary?row[size]=SF-0800", ''],
    'vary-import' => ["#{FRAME}/vary", <<~JS],
      fetch(document.querySelector('a[download]').href).then((answer) => answer.text()).then((csv) => {
        const edited = csv.replace('SF-0800,800', 'SF-0800,590').replace('SF-1000,1000,100', 'SF-1000,1000,110');
        const files = new DataTransfer();
        files.items.add(new File([edited], 'sizes.csv'));
        const input = document.querySelector('input[type=file]');
        input.files = files.files;
        input.dispatchEvent(new Event('change'));
      });
    JS
    'vary-gallery' => ["#{FRAME}/vary?tab=gallery", ''],
    'vary-combine' => ['/families/roller/vary?tab=combine', <<~JS],
      setTimeout(() => document.querySelector('button.pair.is-refused').click(), 1200);
    JS
    'rule' => ["#{FRAME}/rule", "document.querySelector('.rule-head .press').click()"],
    'rule-table' => ['/families/roller/rule?row[size]=RO-60-630', "document.querySelector('[data-table] .press').click()"],
    'rule-map' => ["#{FRAME}/rule?row[size]=SF-2000", "document.querySelector('.map-head .press').click()"],
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
    'release' => ["#{FRAME}/release", '']
  }.freeze

  # Takes the pictures of those names, or all.
  def take(names)
    FileUtils.mkdir_p(FOLDER)
    views = names.empty? ? VIEWS : VIEWS.slice(*names)
    Served.run { |address| views.each { |name, (path, script)| picture(name, address + path, script) } }
  end

  private

  def picture(name, address, script)
    Served.browse(address) do |browser|
      browser.execute(script) unless script.empty?
      sleep 2.5
      browser.screenshot(path: File.join(FOLDER, "#{name}.png"))
      puts "docs/screenshots/#{name}.png"
    end
  end
end

Shots.new.take(ARGV)
