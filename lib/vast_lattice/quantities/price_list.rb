# frozen_string_literal: true

module VastLattice
  module Quantities
    # What the price of a product is made of: the base price and what rules add, then its components, position by position, so that
    # the lines add up to the total; and what has no price, so that the total is not complete.
    class PriceList
      # +outcome+ and its own +lines+, the base price first.
      def initialize(outcome, lines)
        @outcome = outcome
        @own = lines
      end

      # Outcome::Lines of the list "price"; those of components belong to no rule.
      def lines = @own.select { |line| line.list == 'price' } + positions.flat_map { |position| lines_of(position) }

      # Titles of components that have no price at all, in a product that has one.
      def unpriced
        return [] if lines.empty?

        positions.select { |position| position.price.empty? }.map(&:title).uniq
      end

      private

      def positions
        @positions ||= @outcome.plan.family.components.empty? ? [] : PartsList.new(@outcome).whole.positions.reject(&:part?)
      end

      def lines_of(position)
        position.total_price.cents.map do |unit, cents|
          Outcome::Line.new(list: 'price', text: words(position), rule: '', cents: cents, unit: unit, undefined: cents.nil?)
        end
      end

      # "26 × Roller RO-50-500"
      def words(position)
        count = "#{position.quantity} ×" if position.quantity > 1
        [count, position.title, position.part_number].reject { |text| text.to_s.empty? }.join(' ')
      end
    end
  end
end
