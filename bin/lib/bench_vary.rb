# frozen_string_literal: true

require_relative 'bench_families'
require_relative 'served'

# A long table and a wide lattice in a browser, for bin/bench vary.
class BenchVary
  include VastLattice

  # Types into the same cell again and again: from Enter until the row shows what it comes to.
  EDITS = <<~JS
    const done = arguments[0];
    (async () => {
      const times = [];
      const cell = () => document.getElementById('sheet-sizes-3-5');
      for (let index = 0; index < 14; index += 1) {
        cell().dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, button: 0 }));
        cell().dispatchEvent(new MouseEvent('dblclick', { bubbles: true }));
        await new Promise((next) => setTimeout(next, 150));
        const input = document.querySelector('.sheet-input');
        input.value = String(200 + index);
        const begun = performance.now();
        input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
        await new Promise((next) => {
          const look = () => (cell().querySelector('.cell-unit') && cell().textContent.startsWith(`${200 + index} `) ? next() : setTimeout(look, 3));
          look();
        });
        if (index > 3) times.push(performance.now() - begun);
        await new Promise((next) => setTimeout(next, 900));
      }
      done(times);
    })();
  JS

  SCROLL = <<~JS
    const done = arguments[0];
    const sheet = document.querySelector('.sheet-view');
    const frames = [];
    let last = performance.now();
    const step = (time) => {
      frames.push(time - last);
      last = time;
      sheet.scrollTop += 240;
      if (frames.length < 150) requestAnimationFrame(step); else done(frames.slice(10));
    };
    requestAnimationFrame(step);
  JS

  IMPORT = <<~JS
    const done = arguments[0];
    (async () => {
      const bytes = await (await fetch('/families/changed/tables/sizes.xlsx')).arrayBuffer();
      const begun = performance.now();
      const headers = { 'Content-Type': 'application/octet-stream', 'X-File-Name': 'long.xlsx', 'X-CSRF-Token': document.querySelector('meta[name="csrf-token"]').content };
      const { id } = await (await fetch('/api/families/long/imports?table=sizes', { method: 'POST', headers, body: bytes })).json();
      for (;;) {
        const found = await (await fetch(`/api/families/long/imports/${id}`)).json();
        if (found.done) { done([performance.now() - begun, found.total]); return; }
        await new Promise((next) => setTimeout(next, 50));
      }
    })();
  JS

  # +address+ is that of the served application.
  def initialize(address)
    @address = address
  end

  # Lines as Bench has them.
  def lines
    store = Storage::Store.new
    long = BenchFamilies.long
    [long, changed(long), BenchFamilies.wide].each { |family| store.create(family, person: 'Bench') }
    Served.browse("#{@address}/families/long/vary") do |browser|
      [*table_lines(browser), *import_lines(browser), *lattice_lines(browser)]
    end
  end

  private

  # The same with another value in every row.
  def changed(family)
    sizes, *others = family.tables
    family.with(name: 'Changed', tables: [sizes.with(rows: sizes.rows.map do |row|
      row.with(cells: row.cells.merge('n3' => '77'))
    end), *others])
  end

  def table_lines(browser)
    usable = Array.new(3) do
      begun = now
      browser.go_to("#{@address}/families/long/vary")
      sleep 0.01 until browser.evaluate("document.querySelector('.sheet-cell .cell-unit') !== null")
      (now - begun).tap { sleep 1 }
    end
    edits = browser.evaluate_async(EDITS, 60)
    frames = browser.evaluate_async(SCROLL, 30)
    [['5,000 × 30: until the page is usable', usable.max], ['from Enter to the result, median', median(edits)],
     ['the slowest of them', edits.max / 1000.0], ['a frame while it scrolls, median', median(frames)],
     ['19 of 20 frames within', frames.sort[(frames.size * 0.95).floor] / 1000.0]]
  end

  def import_lines(browser)
    milliseconds, total = browser.evaluate_async(IMPORT, 60)
    raise "only #{total} rows differ" unless total == 5000

    [['the same as XLSX, every row changed: brought in and compared', milliseconds / 1000.0]]
  end

  def lattice_lines(browser)
    browser.go_to("#{@address}/families/wide/prove")
    sleep 3
    frames = browser.evaluate_async(SCROLL.sub('scrollTop', 'scrollLeft'), 30)
    [['lattice 60 × 1,000: a frame while it scrolls, median', median(frames)],
     ['19 of 20 frames within', frames.sort[(frames.size * 0.95).floor] / 1000.0]]
  end

  def median(times) = times.sort[times.size / 2] / 1000.0
  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
