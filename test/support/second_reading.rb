# frozen_string_literal: true

# Reads a drawing sheet as somebody who makes the part does: from the lines and texts of its dimensions and from its list, without the model.
class SecondReading
  # A dimension as it is drawn: the places of its two ends along its direction in mm of the view, and what its text says.
  Dimension = Struct.new(:owner, :of, :upright, :ends, :words) do
    # What it says in mm: the last number of "7 × 75 (= 525)", the first of "12 H7".
    def amount = Float(words[/= ([\d.]+)/, 1] || words[/[\d.]+/])

    # The places of a row.
    def row
      count = words[/\A(\d+) ×/, 1]&.to_i || 1
      first, last = ends.minmax
      Array.new(count + 1) { |index| first + ((last - first) * index / count) }
    end
  end

  # +placed+ is a DrawingSheets::Placed.
  def self.dimensions(placed)
    marks = placed.around.select(&:of).group_by { |mark| [mark.owner, mark.of] }
    marks.flat_map { |(owner, of), own| of_one(placed, owner, of, own) }
  end

  # A place can be said in several directions; each has its text, and two lines across its direction.
  def self.of_one(placed, owner, what, marks)
    marks.grep(VastLattice::Drawing::Marks::Text).map do |text|
      upright = text.turn == 90
      axis = upright ? 1 : 0
      across = marks.grep(VastLattice::Drawing::Marks::Line).select { |line| (line.from[axis] - line.till[axis]).abs < 1e-9 }
      ends = across.map { |line| (line.from[axis] - placed.origin[axis]) / placed.scale }.uniq { |place| place.round(6) }
      Dimension.new(owner, what, upright, ends, text.words)
    end
  end
  private_class_method :of_one

  # {title: what the list says of it, …}, lines that go on joined.
  def self.list(page)
    texts = page.other.grep(VastLattice::Drawing::Marks::Text).select { |text| text.height == VastLattice::DrawingSheets::Listed::TEXT }
    texts.map(&:words).filter_map { |words| words.split(': ', 2) if words.include?(': ') }.to_h
  end
end
