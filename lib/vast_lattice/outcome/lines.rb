# frozen_string_literal: true

module VastLattice
  class Outcome
    # What rules add to an outcome: prices and operations, with the sums over all that it is made of.
    module Lines
      # Prices, rounded to the cent per line, without those that wait for the shape: Lines.
      def prices = lines.select { |line| line.list == 'price' }

      # Their sum as text, with those of the components, by currency; '' where there is none.
      def price = Line.price_of(price_sums)

      # The same as amounts.
      def price_sums
        inside = placings.select(&:built?).flat_map { |placing| placing.instances.map { |_, own| own.price_sums } }
        Line.total([Line.sums(lines), *inside])
      end

      # Operations that rules add: Lines.
      def operations = lines.select { |line| line.list == 'operation' }

      def lines
        @lines ||= @raw_lines.map { |raw| Line.of(plan.family, raw) }
      end
    end
  end
end
