# frozen_string_literal: true

require 'securerandom'

module VastLattice
  # What a process remembers of what it has worked out, of all plans together, so that these are plain values: each has a mark, under
  # which what follows from it is found. It is bounded as a whole; what has not been asked for the longest is forgotten.
  class Memory
    # About a kilobyte is one.
    SHAPES = 60_000
    PICTURES = 20_000
    RUNS = 40_000
    # Masses and sizes: a few numbers each.
    FIGURES = 100_000
    # What components came to, and lists of variants.
    MODELS = 8_000
    VARIANTS = 8

    class << self
      # That of this process.
      attr_accessor :here

      # What a thing that is made but once in the world is known by.
      def mark = SecureRandom.random_number(1 << 62)

      # About how many kilobytes plain data take: texts, and lists and groups of numbers.
      def size(data)
        case data
        when String then data.bytesize / 1000
        when Hash then data.each_value.sum { |value| size(value) }
        when Array then data.first.is_a?(Numeric) ? data.size / 100 : data.sum { |value| size(value) }
        else 0
        end
      end
    end

    # Memos by [mark, key]: solids; pictures; Runs of components; masses and sizes of variants; models, figures and prices of components;
    # variants by what they come to.
    attr_reader :shapes, :pictures, :runs, :figures, :models, :amounts, :prices, :variants

    # +share+ is how much of all that is kept.
    def initialize(share = 1)
      @shapes = Memo.new(SHAPES * share) { |solid, _| solid ? solid.weight : 1 }
      @pictures = Memo.new(PICTURES * share) { |picture| 1 + Memory.size(picture) }
      @runs = Memo.new(RUNS * share) { |run| 1 + (run.values.size / 8) }
      @figures = Memo.new(FIGURES * share)
      @models = Memo.new(MODELS * share)
      @amounts = Memo.new(MODELS * share)
      @prices = Memo.new(FIGURES * share)
      @variants = Memo.new(VARIANTS * share)
    end

    self.here = new
  end
end
