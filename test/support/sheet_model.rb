# frozen_string_literal: true

# A variant table as a person at the keyboard thinks of it: rows with a name and cells, blocks of cells, undo. What the grid
# must have stored after any walk of keys is worked out here, without the program.
class SheetModel
  attr_reader :rows

  # +rows+ are [name, {column => text}] pairs; +columns+ the names of the columns after the name.
  def initialize(columns, rows)
    @columns = columns
    @rows = rows.map { |name, cells| [name, cells.dup] }
    @past = []
    @undone = []
  end

  def width = @columns.size + 1

  # Types a text into a cell; column 0 is the name.
  def type(row, column, text)
    column.zero? ? change { @rows[row][0] = text } : change { put(row, column, text) }
  end

  # Clears a block; names stay.
  def clear(top, left, bottom, right)
    change { each_cell(top, left, bottom, right) { |row, column| put(row, column, '') } }
  end

  # The first row of a block into those below it.
  def fill_down(top, left, bottom, right)
    change { each_cell(top, left, bottom, right) { |row, column| put(row, column, at(top, column)) } }
  end

  # Lays texts over the cells from one on; rows beyond the last are added.
  def paste(row, column, block)
    change do
      block.each_with_index do |line, down|
        @rows << [fresh, {}] unless @rows[row + down]
        line.each_with_index { |text, along| put(row + down, column + along, text) }
      end
    end
  end

  def add(after) = change { @rows.insert(after + 1, [fresh, {}]) }

  # Copies of rows, each after itself, numbered.
  def duplicate(top, bottom)
    change do
      (top..bottom).to_a.reverse_each { |row| @rows.insert(row + 1, ['?', @rows[row][1].dup]) }
      copies = @rows.each_index.select { |row| @rows[row][0] == '?' }
      copies.each { |row| @rows[row][0] = numbered(@rows[row - 1][0]) }
    end
  end

  def remove(top, bottom) = change { @rows.slice!(top..bottom) }

  def move(top, bottom, by)
    return if (top + by).negative? || bottom + by >= @rows.size

    change { @rows.insert(top + by, *@rows.slice!(top..bottom)) }
  end

  # Whether undo stays within the walk.
  def undoable? = @past.any?
  def undo = step(@past, @undone)
  def redo = step(@undone, @past)

  # Cells as stored: nil where there is nothing.
  def stored = @rows.map { |name, cells| [name, @columns.map { |column| cells[column] }] }

  private

  def copy = @rows.map { |name, cells| [name, cells.dup] }

  # A change counts for undo only if it changes something.
  def change
    before = copy
    yield
    return if before == @rows

    @past << before
    @undone.clear
  end

  def step(from, to)
    return if from.empty?

    to << copy
    @rows = from.pop
  end

  def put(row, column, text)
    name = @columns[column - 1]
    text.empty? ? @rows[row][1].delete(name) : @rows[row][1][name] = text
  end

  def at(row, column) = @rows[row][1][@columns[column - 1]].to_s

  def each_cell(top, left, bottom, right)
    (top..bottom).each { |row| ([left, 1].max..right).each { |column| yield row, column } }
  end

  def taken?(name) = @rows.any? { |other, _| other.casecmp?(name) }
  def fresh = "new #{(1..).find { |number| !taken?("new #{number}") }}"

  # "A" becomes "A 2", "A 2" becomes "A 3" where there is an A, else "A 2 2".
  def numbered(name)
    stripped = name.sub(/ \d+\z/, '')
    base = taken?(stripped) ? stripped : name
    "#{base} #{(2..).find { |number| !taken?("#{base} #{number}") }}"
  end
end
