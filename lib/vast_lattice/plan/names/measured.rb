# frozen_string_literal: true

module VastLattice
  class Plan
    # A name for what is measured on the finished shape: frame.mass, windows.count, product.mass. Prices, and rules that only
    # say something (forbid, warn, price, operation) or limit what is measured, may use it; values and states may not, since
    # the shape follows from them. +fact+ is what is measured of +owner+, a part, a feature or a
    # +component+ (nil for the whole product); of a component with a pattern it is a list.
    class Measured < Value.with(:variable, :fact, :owner, :unit, component: false)
      PRODUCT = 'product'
      UNITS = { mass: 'kg', volume: 'cm3', surface: 'm2', area: 'm2', count: '', price: 'EUR' }.freeze
      OF_PARTS = %i[mass volume surface area].freeze
      private_constant :PRODUCT, :UNITS, :OF_PARTS

      LIKE = /\.(#{UNITS.keys.join('|')})\b/i
      private_constant :LIKE

      # Whether a text may speak of something that is measured.
      def self.like?(text) = text.match?(LIKE)

      # All of a family, with numbers from +first+ on; names that something else has are left out. Prices are in the +currency+ (a
      # Unit) of the family.
      def self.all(family, first, taken, currency)
        free = named(family, currency).reject { |name, *| taken.include?(name.downcase) }.uniq { |name, *| name.downcase }
        free.each_with_index.map { |(name, owner, fact, component), at| made(name, owner, fact, component, first + at, currency) }
      end

      # [name, owner, fact, Family::Component or nil] of each.
      def self.named(family, currency)
        facts = currency ? [*OF_PARTS, :price] : OF_PARTS
        all = family.components.flat_map { |own| facts.map { |fact| [own.name, own.name, fact, own] } } +
              OF_PARTS.map { |fact| [PRODUCT, nil, fact] } +
              family.parts.flat_map { |part| OF_PARTS.map { |fact| [part.name, part.name, fact] } } +
              family.features.map { |feature| [feature.name, feature.name, :count] }
        all.map { |name, owner, fact, component| [Name.of(name, fact).to_s, owner, fact, component] }
      end

      def self.made(name, owner, fact, component, index, currency)
        unit = fact == :price ? currency : Units[UNITS.fetch(fact)]
        type = Formula::Type.number(unit.dimension)
        type = Formula::Type.list(type) if component&.pattern
        new(variable: Formula::Variable.new(name: name, type: type, index: index), fact: fact, owner: owner, unit: unit,
            component: !component.nil?)
      end
      private_class_method :named, :made

      def name = variable.name
      def index = variable.index

      # A value as text for people.
      def text(value)
        return value.map { |one| text(one) }.join(', ') if value.is_a?(Array)

        Undefined.text(value) { Units::Format.quantity(Rounding.of(value), unit) }
      end
    end
  end
end
