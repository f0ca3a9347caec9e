# frozen_string_literal: true

module VastLattice
  module Quantities
    # How often which patterns of pieces are cut, fractions of a bar allowed, so that least is bought: the linear relaxation of the cutting
    # stock problem, by column generation (P. C. Gilmore and R. E. Gomory, A linear programming approach to the cutting-stock problem,
    # Operations Research 9, 1961). No way of cutting whole bars can do with less.
    class CuttingPlan
      NEAR = 1e-9
      # Columns that are generated at most, and how many choices a knapsack may look at.
      MOST = 400
      CHOICES = 20_000
      private_constant :NEAR, :MOST, :CHOICES

      # A pattern: a stock length, and how many of each kind are cut from it.
      Pattern = Struct.new(:stock, :counts)

      attr_reader :lengths

      # +kinds+ {length => number of pieces}; +stock+ lengths and +saw+ in mm.
      def initialize(kinds, stock, saw)
        @lengths = kinds.keys
        @demand = kinds.values.map(&:to_f)
        @stock = stock
        @saw = saw
      end

      # [[Pattern, how many bars of it], …]
      def patterns
        solve
        @basis.zip(@amounts).reject { |_, amount| amount < NEAR }
      end

      # What is bought, mm; a bound where all columns were looked at, else 0.
      def least
        solve
        @proven ? @basis.zip(@amounts).sum { |pattern, amount| pattern.stock * amount } : 0.0
      end

      private

      # The simplex method, with a pattern of one kind alone for each kind to begin with.
      def solve
        return if @basis

        @basis = @lengths.each_index.map { |kind| alone(kind) }
        @amounts = @demand.each_with_index.map { |wanted, kind| wanted / @basis[kind].counts[kind] }
        @proven = Array.new(MOST).any? { !enter(best(prices)) }
      end

      def alone(kind)
        stock = @stock.select { |own| own >= @lengths[kind] - 1e-6 }.min_by { |own| own / fits(own, kind) }
        Pattern.new(stock, @lengths.each_index.map { |other| other == kind ? fits(stock, kind) : 0 })
      end

      def fits(stock, kind) = ((stock + @saw + 1e-6) / (@lengths[kind] + @saw)).floor

      # What a piece of each kind costs in this basis.
      def prices = Linear.solve(@basis.map { |pattern| pattern.counts.map(&:to_f) }, @basis.map { |pattern| pattern.stock.to_f })

      # The pattern that is worth more than its stock, by most; nil where none is.
      def best(prices)
        found = @stock.map { |stock| [stock, *knapsack(stock, prices)] }.max_by { |stock, value, _| value - stock }
        stock, value, counts = found
        Pattern.new(stock, counts) if value > stock + (stock * 1e-9) + NEAR
      end

      # [value, counts] of the most valuable pattern: the densest kinds first, as long as the rest could still be worth more.
      def knapsack(stock, prices)
        @order = @lengths.each_index.select { |kind| prices[kind] > NEAR }.sort_by { |kind| -prices[kind] / (@lengths[kind] + @saw) }
        @best = [0.0, [0] * @lengths.size]
        @choices = CHOICES
        choose(0, stock + @saw, 0.0, [0] * @lengths.size, prices)
        @best
      end

      def choose(at, room, value, counts, prices)
        @best = [value, counts.dup] if value > @best[0] + NEAR
        kind = @order[at]
        return if kind.nil? || (@choices -= 1).negative?

        taken = @lengths[kind] + @saw
        return if value + (prices[kind] * room / taken) <= @best[0] + NEAR

        [((room + 1e-6) / taken).floor, @demand[kind].to_i].min.downto(0) do |number|
          counts[kind] = number
          choose(at + 1, room - (number * taken), value + (number * prices[kind]), counts, prices)
        end
        counts[kind] = 0
      end

      # Takes a pattern into the basis, for the one that ends first; false where there is none.
      def enter(pattern)
        return false unless pattern

        columns = @lengths.each_index.map { |kind| @basis.map { |own| own.counts[kind].to_f } }
        change = Linear.solve(columns, pattern.counts.map(&:to_f))
        leaving = change.each_index.select { |at| change[at] > NEAR }.min_by { |at| [@amounts[at] / change[at], at] } or return false
        step = @amounts[leaving] / change[leaving]
        @amounts = @amounts.each_with_index.map { |amount, at| at == leaving ? step : [amount - (step * change[at]), 0.0].max }
        @basis[leaving] = pattern
        true
      end
    end
  end
end
