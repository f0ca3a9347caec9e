# frozen_string_literal: true

require_relative 'application'
require 'capybara/minitest'
require 'capybara/cuprite'

# Chromium without its window: a third less work than with it.
Capybara.register_driver(:chromium) do |app|
  quiet = %w[force-prefers-reduced-motion no-sandbox disable-gpu disable-quic no-first-run disable-background-networking disable-component-update disable-sync]
  Capybara::Cuprite::Driver.new(app, browser_path: '/usr/bin/chromium-headless-shell', window_size: [1280, 887], timeout: 240, process_timeout: 120,
                                     js_errors: true, browser_options: quiet.to_h { |option| [option, nil] })
end
Capybara.server = :puma, { Silent: true, Threads: '1:8' }
Capybara.default_driver = :chromium
Capybara.default_max_wait_time = 30
Capybara.enable_aria_label = true

# Base of the tests in the real browser.
class BrowserCase < CoreCase
  include Capybara::DSL
  include Capybara::Minitest::Assertions

  SETTLE = <<~JS
    const done = arguments[0];
    const rests = () => document.readyState === 'complete' && !Number(document.documentElement.dataset.asking || 0)
      && Array.from(document.images).every((image) => image.complete || image.loading === 'lazy')
      && document.getAnimations().every((one) => one.playState !== 'running');
    const look = (frames) => (frames === 3 ? done() : requestAnimationFrame(() => setTimeout(() => look(rests() ? frames + 1 : 0))));
    look(0);
  JS

  # Families of the demo that are not there: where nothing is made of the side frame, its edits concern it alone.
  WITHOUT = [].freeze

  def setup
    TestApplication.reset(without: self.class::WITHOUT)
    Capybara.app = TestApplication.start
    page.driver.resize(1280, 887)
  end

  # What a page keeps goes; the browser's cache of shipped files stays, which takes half of the time of a first page.
  def teardown
    page.execute_script('localStorage.clear()')
    Capybara.current_session.visit('about:blank')
    # Last: what a page still hears brings its session back.
    page.driver.clear_cookies
  rescue StandardError
    Capybara.reset_sessions!
  end

  def store = TestApplication.store

  # Opens a page and waits until its scripts listen.
  def visit(path)
    super
    assert_selector 'html[data-ready]'
  end

  # Opens a stage and waits until its picture is there.
  def open_stage(stage, query = '', slug: 'side-frame')
    visit "/families/#{slug}/#{stage}#{"?#{query}" unless query.empty?}"
    assert_selector '.picture svg'
  end

  def run_script(script) = page.evaluate_async_script(script)
  def fact(name) = find("[data-fact=#{name}]").text

  def holes(feature)
    page.evaluate_script("document.querySelectorAll('.picture [data-feature=#{feature}] > path')[0]?.getAttribute('d').split('M').length - 1")
  end

  def press(*keys) = page.driver.browser.keyboard.type(*keys)

  # With the mouse, by its handle, past the middle of another one; both by selectors.
  def drag(one, other)
    mouse = page.driver.browser.mouse
    page.execute_script("document.querySelector(#{other.to_json}).scrollIntoView({ block: 'center' })")
    from, till = [one, other].map do |selector|
      page.evaluate_script("(() => { const box = (document.querySelector(#{"#{selector} .drag".to_json}) || document.querySelector(#{selector.to_json})).getBoundingClientRect(); return [box.x + 3, box.y + box.height / 2]; })()")
    end
    mouse.move(x: from[0], y: from[1])
    mouse.down
    mouse.move(x: from[0], y: from[1] + 8, steps: 4)
    mouse.move(x: till[0], y: till[1] + (selector_zone?(other) ? 0 : 12), steps: 25)
    settle
    mouse.up
  end

  def selector_zone?(selector) = selector.include?('zone')

  # Goes on with Tab until the element is focused: no mouse, no script.
  def tab_to(selector, most: 80)
    most.times do
      return if page.evaluate_script("document.activeElement.matches(#{selector.to_json})")

      press(:tab)
    end
    flunk "#{selector} cannot be reached with Tab"
  end

  # Goes to a field by Tab and types over what it holds.
  def enter(selector, *keys, most: 140)
    tab_to(selector, most: most)
    press([:ctrl, 'a'], *keys)
  end

  # What a spreadsheet puts on the clipboard, pasted where the selection is.
  def paste(text)
    page.execute_script(<<~JS, text)
      const data = new DataTransfer();
      data.setData('text/plain', arguments[0]);
      document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    JS
  end

  # Waits until nothing is asked of the server and the page has been at rest for three frames.
  def settle = run_script(SETTLE)

  # Waits up to so many seconds until the block holds.
  def wait_until(seconds = 30)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    sleep 0.05 until yield || Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
  end

  # Moves a slider as a hand does: to a value, with an input event.
  def slide(id, value)
    page.execute_script("const slider = document.getElementById('#{id}'); slider.value = #{value}; slider.dispatchEvent(new Event('input', { bubbles: true }));")
  end
end
