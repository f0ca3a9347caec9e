# frozen_string_literal: true

require_relative '../support/browser'
require_relative '../support/sheet_model'

# Walks of many keys over the grid, as quick as the browser takes them, against a model of a sheet: what is stored is what
# the model says, what is shown is what is stored, and undo goes all the way back.
class SheetWalkTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  COLUMNS = %w[length depth gauge load_class roller_pitch].freeze
  ROWS = Array.new(5) { |row| ["R#{row}", { 'length' => (600 + (100 * row)).to_s, 'depth' => '90', 'load_class' => 'light' }] }.freeze
  TEXTS = ['640', '1/2 in', 'depth * 9', 'heavy', 'so', '700 mm', '3', '7 kg', 'zinc'].freeze
  STEPS = ENV['LATTICE_LONG'] ? 30 : 12

  def stored
    table = store.find('side-frame').family.table('size')
    table.rows.map { |row| [row.name, COLUMNS.map { |column| row.cells[column] }] }
  end

  # Waits until what is stored is what the model says.
  def assert_stored(what)
    wait_until(15) { stored == @model.stored }
    assert_equal @model.stored, stored, -> { "#{what}: #{@log.last(10).join(' ')} #{all('.entry-wrong', wait: 0).map(&:text)}" }
  end

  # The texts of all names and of the typed cells as the sheet shows them.
  def shown
    page.evaluate_script(<<~JS)
      Array.from(document.querySelectorAll('.sheet-body .sheet-row:not([hidden])')).sort((a, b) => a.getAttribute('aria-rowindex') - b.getAttribute('aria-rowindex'))
        .map((row) => row.querySelector('[data-field=name]').textContent)
    JS
  end

  def select(top, left, bottom = top, right = left)
    press(%i[ctrl home], *([:down] * top), *([:right] * left), *([%i[shift down]] * (bottom - top)), *([%i[shift right]] * (right - left)))
  end

  def open_small_table(table)
    rows = table.map { |name, cells| { 'name' => name, 'cells' => cells } }
    edit = { 'do' => 'replace_table', 'table' => 'size', 'columns' => COLUMNS.map { |target| { 'target' => target } }, 'rows' => rows }
    store.edit('side-frame', version: nil, person: 'x') { |family| Family::Edits.apply(family, edit) }
    open_stage('vary')
    assert_selector '.sheet-cell .cell-unit'
    page.execute_script("document.querySelector('.sheet-view').focus()")
    @model = SheetModel.new(COLUMNS, table)
  end

  def block(random)
    top = random.rand(@model.rows.size)
    left = random.rand(@model.width)
    [top, left, [top + random.rand(3), @model.rows.size - 1].min, [left + random.rand(3), @model.width - 1].min]
  end

  # One thing that a person does; structural ones are waited for, as a person would.
  def step(random)
    top, left, bottom, right = block(random)
    case random.rand(12)
    when 0..3 then typed(top, left, left.zero? ? "N#{random.rand(10_000)}" : TEXTS.sample(random: random))
    when 4 then log(:clear) && selected(top, left, bottom, right) { press(:delete) } && @model.clear(top, left, bottom, right)
    when 5 then log(:fill) && selected(top, left, bottom, right) { press([:ctrl, 'd']) } && @model.fill_down(top, left, bottom, right)
    when 6 then pasted(top, [left, 1].max, random)
    when 7 then log(:add) && selected(top, left) { press([:alt, 'n']) } && @model.add(top)
    when 8 then log(:dup) && selected(top, left, bottom) { press([:alt, 'c']) } && @model.duplicate(top, bottom)
    when 9 then removed(top, bottom)
    when 10 then moved(top, bottom, [-1, 1].sample(random: random))
    else walked(random.rand(3).zero? ? :redo : :undo)
    end
  end

  # Tells what was done, for a walk that went wrong.
  def log(*what) = (@log ||= []) << what.inspect

  # Typed one after the other without waiting.
  def typed(row, column, text)
    log(:type, row, column, text)
    select(row, column)
    press(text, :enter)
    @model.type(row, column, text)
  end

  def selected(top, left, bottom = top, right = left)
    log(:select, top, left, bottom, right)
    assert_stored('before a block')
    select(top, left, bottom, right)
    yield
    true
  end

  def pasted(row, column, random)
    lines = Array.new(random.rand(1..3)) { Array.new(random.rand(1..2)) { TEXTS.sample(random: random) } }
    lines = lines.map { |line| line.first(@model.width - column) }
    lines = lines.map { |line| (line + ['12']).first(lines.map(&:size).max) }
    return if lines == [[lines[0][0]]]

    selected(row, column) { paste(lines.map { |line| line.join("\t") }.join("\n")) }
    log(:paste, lines)
    @model.paste(row, column, lines)
  end

  def removed(top, bottom)
    log(:remove)
    return if bottom - top + 3 > @model.rows.size

    selected(top, 0, bottom) { press(%i[alt delete]) }
    @model.remove(top, bottom)
  end

  def moved(top, bottom, by)
    log(:move, by)
    selected(top, 0, bottom) { press([:alt, by.negative? ? :up : :down]) }
    @model.move(top, bottom, by)
  end

  def walked(way)
    return if way == :undo && !@model.undoable?

    log(way)
    assert_stored("before #{way}")
    settle
    press([:ctrl, way == :undo ? 'z' : 'y'])
    @model.public_send(way)
  end

  (ENV['LATTICE_LONG'] ? [3, 10] : [10]).each do |seed|
    define_method("test_a_walk_#{seed}") do
      open_small_table(ROWS)
      random = Random.new(seed)
      STEPS.times do |number|
        step(random)
        assert_stored("seed #{seed}, step #{number}") if number % 5 == 4
      end
      assert_stored("seed #{seed}, at the end")
      wait_until { shown == @model.rows.map(&:first) }
      assert_equal @model.rows.map(&:first), shown, "seed #{seed}"
    end
  end
end
