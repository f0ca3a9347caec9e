# frozen_string_literal: true

module VastLattice
  class Outcome
    # What rules add to an outcome: prices and operations, with the sums over all that it is made of.
    module Lines
      # Prices, rounded to the cent per line, without those that wait for the shape: Lines.
      def prices = lines.select { |line| line.list == 'price' }

      # Their sum, with those of the components: a Price.
      def price = Price.total(lines, placings, &:price)

      # Operations that rules add: Lines.
      def operations = lines.select { |line| line.list == 'operation' }

      def lines
        @lines ||= @raw_lines.map { |raw| Line.of(plan.family, raw) }
      end
    end
  end
end
