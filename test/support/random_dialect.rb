# frozen_string_literal: true

# A CSV as one spreadsheet or another would write it: which separator, decimal mark, quotes, ends of lines, marks and
# encoding, which order of columns and rows, what else stands in it.
class RandomDialect
  SEPARATORS = [',', ';', "\t", '|'].freeze
  ENDS = ["\n", "\r\n", "\r"].freeze
  ENCODINGS = [['', 'UTF-8'], ["\uFEFF", 'UTF-8'], ["\uFEFF", 'UTF-16LE'], ["\uFEFF", 'UTF-16BE']].freeze

  attr_reader :separator, :line_end, :mark, :encoding

  def initialize(random)
    @random = random
    @separator = sample(SEPARATORS)
    @line_end = sample(ENDS)
    @mark, @encoding = sample(ENCODINGS)
    @quote_all = chance(3)
    @commas = @separator != ',' && chance(2)
    @named = chance(4) && @encoding == 'UTF-8' && @mark.empty? && @line_end != "\r"
    @title = chance(4)
    @stray = chance(3)
    @last_end = chance(2)
  end

  # The bytes of a table: +columns+ are headings, +rows+ lists of texts; texts that are numbers may get a decimal comma.
  def write(columns, rows)
    order = columns.each_index.to_a.shuffle(random: @random)
    lines = [columns.map(&:to_s), *rows.map { |row| row.map { |cell| number(cell) } }].map { |line| line.values_at(*order) }
    lines = lines.each_with_index.map { |line, index| [*line, index.zero? ? 'remarks of the buyer' : 'ok'] } if @stray
    lines.unshift(['Sizes', *([''] * (lines.first.size - 1))]) if @title
    text = lines.map { |line| line.map { |cell| quoted(cell) }.join(separator) }.join(line_end)
    text += line_end if @last_end
    text = "sep=#{separator}#{line_end}#{text}" if @named
    (mark + text).encode(encoding).b
  end

  def to_s = { separator: separator, ends: line_end, encoding: encoding, mark: !mark.empty?, named: @named, title: @title, commas: @commas }.inspect

  private

  def sample(list) = list.sample(random: @random)
  def chance(parts) = @random.rand(parts).zero?
  def number(cell) = @commas && cell.match?(/\A-?\d+\.\d+\z/) ? cell.tr('.', ',') : cell

  def quoted(cell)
    needed = @quote_all || cell.match?(/["\r\n]/) || cell.include?(separator) || cell != cell.strip
    needed ? "\"#{cell.gsub('"', '""')}\"" : cell
  end
end
