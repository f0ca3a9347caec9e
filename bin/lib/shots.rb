# frozen_string_literal: true

# Takes one picture of each main view at 1280 x 800.
require 'ferrum'
require 'tmpdir'
require_relative 'mariadb'
require_relative '../../app/boot'

# The pictures: name => [path, script that brings the view into the state to show].
class Shots
  FOLDER = File.expand_path('../../docs/screenshots', __dir__)
  QUIET = %w[no-sandbox disable-gpu disable-quic no-first-run disable-background-networking disable-component-update
             disable-sync hide-scrollbars].to_h { |option| [option, nil] }
  FRAME = '/families/side-frame'
  VIEWS = {
    'families' => ['/families', ''],
    'shape' => ["#{FRAME}/shape", "document.querySelectorAll('button.recipe-title')[1].click()"],
    'shape-refused' => ["#{FRAME}/shape", <<~JS],
      document.querySelectorAll('button.recipe-title')[1].click();
      const width = document.getElementById('f-windows-width');
      width.value = '2 * lenght';
      width.dispatchEvent(new Event('change'));
    JS
    'name' => ["#{FRAME}/name", "document.querySelectorAll('.name-button')[9].click()"],
    'vary' => ["#{FRAME}/vary", ''],
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
    'rule' => ["#{FRAME}/rule", "document.querySelector('.rule-head .press').click()"],
    'guide' => ["#{FRAME}/guide", <<~JS],
      const slider = document.getElementById('ask-quick-length');
      slider.value = 1400;
      slider.dispatchEvent(new Event('input'));
      document.querySelector('[data-choice=painted]').click();
    JS
    'prove' => ["#{FRAME}/prove", "document.querySelector('[aria-label=\"Windows in SF-2500: suppressed by rule\"]').click()"],
    'release' => ["#{FRAME}/release", '']
  }.freeze

  def take
    FileUtils.mkdir_p(FOLDER)
    Dir.mktmpdir('lattice-shots') do |data|
      database = Mariadb.new(data).start
      serve(database) { |address| VIEWS.each { |name, (path, script)| picture(name, address + path, script) } }
    ensure
      database&.stop
    end
  end

  private

  def serve(database)
    VastLattice::Boot.start(database.settings('lattice_shots'))
    VastLattice::Boot.load_demo
    application = VastLattice::Web.app(secret: 'x' * 64)
    server = Puma::Server.new(application, nil, { log_writer: Puma::LogWriter.null })
    port = server.add_tcp_listener('127.0.0.1', 0).addr[1]
    server.run
    yield "http://127.0.0.1:#{port}"
  ensure
    server&.stop(true)
  end

  def picture(name, address, script)
    browser = Ferrum::Browser.new(browser_path: '/usr/bin/chromium', browser_options: QUIET, timeout: 30, process_timeout: 60)
    browser.set_viewport(width: 1280, height: 800)
    browser.go_to(address)
    sleep 1
    browser.execute(script) unless script.empty?
    sleep 2.5
    browser.screenshot(path: File.join(FOLDER, "#{name}.png"))
    puts "docs/screenshots/#{name}.png"
  ensure
    browser&.quit
  end
end

Shots.new.take
