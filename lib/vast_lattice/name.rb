# frozen_string_literal: true

module VastLattice
  # What something in a family is called, from the outside in: windows, built; or leg, brace, built. Written, its segments
  # stand between dots. Names match regardless of case, and are shown as they were written first.
  #
  #   Name.read('leg.brace.built').first          # "leg"
  #   Name.read('leg.brace.built').rest.to_s      # "brace.built"
  class Name < Value.with(:segments)
    BETWEEN = '.'

    def self.of(*segments) = new(segments: segments.map(&:to_s))

    # The name that a text writes.
    def self.read(text) = new(segments: text.to_s.split(BETWEEN))

    # Its outermost and its innermost segment.
    def first = segments.first.to_s
    def last = segments.last.to_s

    # What it is called within the outermost, nil where that is all.
    def rest = (Name.new(segments: segments.drop(1)) if segments.size > 1)

    # Equal for all ways to write it.
    def key = to_s.downcase

    # Whether the outermost segment is that name.
    def of?(name) = first.casecmp?(name.to_s)

    # The same with another outermost segment.
    def under(name) = Name.of(name, *segments.drop(1))

    def to_s = segments.join(BETWEEN)
  end
end
