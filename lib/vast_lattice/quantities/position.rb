# frozen_string_literal: true

module VastLattice
  module Quantities
    # A line of a parts list: equal things, as often as they are there.
    #
    # +number+ says where it stands ("2.1"); +names+ are the paths of what it counts ("rollers", "leg.brace"); +quantity+ is within
    # one of what is around it, +total+ in the whole. +mass+ (kg, NaN where it is undefined) and +price+ (a Price) are of one, with all
    # that is in it. +key+ is equal for equal configured
    # results, +made+ for what is made alike, whatever it was configured by. +reasons+ say who decides the quantity: sentences.
    # +called+ are the names of its instances, by the pattern of the component. +family+ is nil for a part.
    Position = Struct.new(:number, :names, :title, :family, :part_number, :description, :quantity, :total, :material, :mass, :price,
                          :reasons, :called, :positions, :key, :made, keyword_init: true) do
      def part? = family.nil?
      def level = number.empty? ? 0 : number.count('.') + 1

      # Of all that are there in the whole.
      def total_mass = mass && (mass * total)
      def total_price = price && (price * total)

      # The names of its instances in short: "Roller 1 … Roller 26".
      def called_in_short = called.to_a.size > 2 ? "#{called.first} … #{called.last}" : called.to_a.join(', ')

      # Itself and all that is in it, in the order of numbers.
      def all = [self, *positions.flat_map(&:all)]

      # Plain form.
      def to_tree
        { 'position' => number, 'level' => level, 'names' => names, 'title' => title, 'called' => called, 'family' => family,
          'part_number' => part_number, 'description' => description, 'quantity' => quantity, 'total' => total, 'unit' => 'pcs',
          'material' => material, 'mass_each' => mass, 'mass_total' => total_mass, 'price_each' => price,
          'price_total' => total_price, 'decided_by' => reasons }
          .transform_values { |value| Position.plain(value) }.compact
      end

      # What has no result has no number in plain form.
      def self.plain(value)
        return value.plain if value.is_a?(Price)

        value.is_a?(Float) ? Undefined.text(value, &:itself) : value
      end
    end
  end
end
