# frozen_string_literal: true

module VastLattice
  module Quantities
    # Which pieces are cut from which stock bars, so that as little as can be is bought (the cutting stock problem in one dimension): as a
    # CuttingPlan says, as far as that are whole bars; the pieces that are left bar by bar. Small lists are searched through, and of others
    # the bars that waste most, some at a time. Lengths in mm; between two pieces the saw takes its width. Equal lists are nested in the
    # same way.
    class Nesting
      # A bar: its stock length, its pieces in the order of cutting, and what is left.
      Bar = Struct.new(:stock, :pieces, :offcut)

      # Pieces that are searched through at once, and how many patterns are looked at for them.
      SMALL = 14
      PATTERNS = 8000
      # Patterns that are looked at for one bar.
      EACH = 60
      # Bars that are worked out anew together, and how often.
      TOGETHER = 4
      ROUNDS = 40
      # Different lengths with which a CuttingPlan is made: of more it takes long, and bars are filled well anyway.
      KINDS = 40
      # Points of work that a bar is at least (Watch).
      BAR = 400
      NEAR = 1e-6
      private_constant :SMALL, :PATTERNS, :EACH, :TOGETHER, :ROUNDS, :KINDS, :BAR, :NEAR

      # +lengths+ of all pieces, +stock+ lengths that there are, +saw+ the width of a cut.
      def initialize(lengths, stock, saw)
        @lengths = lengths.sort.reverse
        @stock = stock.uniq.sort
        @saw = saw
      end

      # Pieces that are longer than any bar.
      def too_long = @lengths.select { |length| length > @stock.last + NEAR }

      # Bars, the fullest first.
      def bars = @bars ||= improved(begun).sort_by { |bar| [bar.offcut, bar.stock, bar.pieces] }

      # Stock that is bought, and what no way of cutting could do without, mm.
      def bought = bars.sum(&:stock)

      def bound
        @bound ||= begin
          least = [bound_of(pieces), plan ? plan.least : 0.0].max
          whole_bars(least)
        end
      end

      private

      def pieces = @pieces ||= @lengths - too_long
      def kinds = @kinds ||= pieces.tally
      def plan = @plan ||= kinds.size.between?(1, KINDS) ? CuttingPlan.new(kinds, @stock, @saw) : nil

      # What bars add up to: all of it is a multiple of what their lengths have in common.
      def whole_bars(length) = common.zero? ? length : ((length / common) - NEAR).ceil * common
      def common = @common ||= @stock.all? { |own| own == own.to_i } ? @stock.map(&:to_i).reduce(:gcd).to_f : 0.0

      # By material alone: as much as the pieces and their cuts need.
      def bound_of(lengths)
        needed = lengths.sum { |length| length + @saw }
        whole_bars([needed * @stock.map { |own| own / (own + @saw) }.min, lengths.sum].max)
      end

      # The better of two: as the plan says as far as that are whole bars, or all bar by bar.
      def begun
        return [] if pieces.empty?

        [filled(pieces), *([planned] if plan)].min_by { |bars| bars.sum(&:stock) }
      end

      def planned
        left = kinds.dup
        whole = plan.patterns.flat_map do |pattern, amount|
          Array.new((amount + NEAR).floor) { cut(pattern, left) }
        end.compact
        whole + filled(left.flat_map { |length, count| [length] * count }.sort.reverse)
      end

      # A bar of a pattern, with what is left to be cut of it.
      def cut(pattern, left)
        counts = plan.lengths.zip(pattern.counts).map { |length, count| [length, [count, left[length]].min] }
        counts.each { |length, count| left[length] -= count }
        cut = counts.flat_map { |length, count| [length] * count }.sort.reverse
        bar(pattern.stock, cut) if cut.any?
      end

      # Bar by bar, each with the longest piece that is left and what fills it best.
      def filled(lengths)
        left = lengths.dup
        bars = []
        until left.empty?
          bar = @stock.select { |own| own >= left.first - NEAR }.map { |own| fullest(own, left) }.min_by { |one| one.offcut / one.stock }
          Watch.count(BAR + left.size)
          bars << bar
          bar.pieces.each { |piece| left.delete_at(left.index(piece)) }
        end
        bars
      end

      def fullest(stock, left)
        patterns = patterns(stock, left, 4 * EACH)
        bar(stock, patterns.max_by { |pieces| [taken(pieces), -pieces.size] })
      end

      def bar(stock, pieces) = Bar.new(stock, pieces, [stock - taken(pieces) - @saw, 0.0].max)

      # What pieces take of a bar, with the cuts between them.
      def taken(pieces) = pieces.sum + (@saw * (pieces.size - 1))

      # Lists of pieces with the longest that is left, to which none can be added; at most so many.
      def patterns(stock, left, most)
        kinds = left.drop(1).tally.to_a
        found = []
        grow([left.first], stock - left.first, kinds, 0, found, most)
        found
      end

      def grow(pieces, room, kinds, from, found, most)
        return if found.size >= most

        grown = false
        (from...kinds.size).each do |at|
          length, count = kinds[at]
          next if count.zero? || length + @saw > room + NEAR

          grown = true
          kinds[at] = [length, count - 1]
          grow([*pieces, length], room - length - @saw, kinds, at, found, most)
          kinds[at] = [length, count]
        end
        found << pieces unless grown || fits_before?(kinds, from, room)
      end

      # Whether one of an earlier kind could be added: that list is found otherwise.
      def fits_before?(kinds, from, room) = kinds.first(from).any? { |length, count| count.positive? && length + @saw <= room + NEAR }

      # Groups of bars that waste most are searched through as small lists, as long as that helps.
      def improved(bars)
        return searched(bars) if bars.sum { |bar| bar.pieces.size } <= SMALL

        random = Random.new(bars.size)
        ROUNDS.times do
          break if bars.sum(&:stock) <= bound + NEAR

          chosen = some(bars, random)
          better = searched(chosen)
          bars = bars.reject { |bar| chosen.any? { |own| own.equal?(bar) } } + better if better.sum(&:stock) < chosen.sum(&:stock) - NEAR
        end
        bars
      end

      # The one that wastes most, and some others.
      def some(bars, random)
        worst = bars.max_by(&:offcut)
        [worst, *(bars - [worst]).sample(TOGETHER - 1, random: random)]
      end

      # The best bars for the pieces of some bars, or these.
      def searched(bars)
        @best = bars
        @left = PATTERNS
        @seen = {}
        search(bars.flat_map(&:pieces).sort.reverse, [], 0.0)
        @best
      end

      def search(left, made, used)
        return (@best = made if used < @best.sum(&:stock) - NEAR) if left.empty?
        return unless promising?(left, used)

        @seen[left] = used
        choices(left).each do |stock, cut|
          search(without(left, cut), [*made, bar(stock, cut)], used + stock)
        end
      end

      # Whether what is left could still be cut from less than the best, as far as more may be looked at.
      def promising?(left, used)
        !@left.negative? && used + bound_of(left) < @best.sum(&:stock) - NEAR && used < (@seen[left] || Float::INFINITY)
      end

      # Bars for the longest that is left, the fullest first.
      def choices(left)
        @stock.select { |own| own >= left.first - NEAR }.flat_map do |stock|
          found = patterns(stock, left, EACH)
          @left -= found.size
          found.sort_by { |cut| -taken(cut) }.map { |cut| [stock, cut] }
        end
      end

      def without(left, cut) = cut.reduce(left.dup) { |rest, piece| rest.tap { rest.delete_at(rest.index(piece)) } }
    end
  end
end
