# frozen_string_literal: true

module VastLattice
  class Plan
    # A name for what is measured on the finished shape: frame.mass, windows.count, product.mass. Prices, and rules that only
    # say something (forbid, warn, price, operation) or limit what is measured, may use it; values and states may not, since
    # the shape follows from them. +fact+ is what is measured of +owner+, a part or a feature (nil for the whole product).
    class Measured < Value.with(:variable, :fact, :owner, :unit)
      PRODUCT = 'product'
      UNITS = { mass: 'kg', volume: 'cm3', surface: 'm2', area: 'm2', count: '' }.freeze
      OF_PARTS = %i[mass volume surface area].freeze
      private_constant :PRODUCT, :UNITS, :OF_PARTS

      LIKE = /\.(#{UNITS.keys.join('|')})\b/i
      private_constant :LIKE

      # Whether a text may speak of something that is measured.
      def self.like?(text) = text.match?(LIKE)

      # All of a family, with numbers from +first+ on; names that something else has are left out.
      def self.all(family, first, taken)
        named = [*OF_PARTS.map { |fact| [PRODUCT, nil, fact] },
                 *family.parts.flat_map { |part| OF_PARTS.map { |fact| [part.name, part.name, fact] } },
                 *family.features.map { |feature| [feature.name, feature.name, :count] }]
        paths = named.map { |name, owner, fact| [Name.of(name, fact).to_s, owner, fact] }
        free = paths.reject { |name, _, _| taken.include?(name.downcase) }
        free.uniq { |name, _, _| name.downcase }.each_with_index.map { |(name, owner, fact), at| made(name, owner, fact, first + at) }
      end

      def self.made(name, owner, fact, index)
        unit = Units[UNITS.fetch(fact)]
        new(variable: Formula::Variable.new(name: name, type: Formula::Type.number(unit.dimension), index: index), fact: fact,
            owner: owner, unit: unit)
      end
      private_class_method :made

      def name = variable.name
      def index = variable.index

      # A value as text for people.
      def text(value) = value.finite? ? Units::Format.quantity(value.round(9), unit) : 'undefined'
    end
  end
end
