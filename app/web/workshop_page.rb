# frozen_string_literal: true

module VastLattice
  module Web
    # What the workshop is, of the house and for one family, as it is filled in: texts by field.
    class WorkshopPage
      FIELDS = { 'each' => 'min for each', 'feed' => 'mm per min', 'hour' => 'cost an hour' }.freeze
      # Kinds of operations that need tools of a size.
      TOOLS = %w[drill mill counterbore countersink bend].freeze

      # +house+ and +own+ are workshops as Workshop::Reading takes them.
      def initialize(house, own)
        @house = house
        @own = own
        @usual = Workshop::USUAL
      end

      def fields = FIELDS

      # Kinds of operations that take time: [name, title].
      def kinds = Workshop::OPERATIONS.values.reject { |kind| kind.name == 'rule' }.map { |kind| [kind.name, kind.title] }

      def tools = TOOLS.map { |kind| [kind, Workshop::OPERATIONS.fetch(kind).tool.capitalize] }

      # What is typed of a rate: [of the house, for this family, what holds where the house says nothing].
      def rate(kind, field)
        [@house.dig('rates', kind, field), @own.dig('rates', kind, field), number(@usual.rate(kind).public_send(field))]
      end

      def sizes(kind) = [@house.dig('tools', kind), @own.dig('tools', kind), numbers(@usual.sizes(kind).to_a)]

      # Of bars, saw and currency.
      def field(name)
        usual = { 'bars' => numbers(@usual.bars), 'saw' => number(@usual.saw), 'currency' => @usual.currency }
        [@house[name], @own[name], usual.fetch(name)]
      end

      private

      def number(amount) = Units::Format.number(amount.to_f)
      def numbers(amounts) = amounts.empty? ? 'any' : amounts.map { |amount| number(amount) }.join(', ')
    end
  end
end
