# frozen_string_literal: true

module VastLattice
  class Family
    # A dimension that a kind of stock, feature or pattern asks for. Without a +default+ it must be given, unless
    # it is +optional+; then +hint+ says what none of it means. +kind+ is number, choice (one of +choices+) or
    # text; +least+, of a number, is :above_zero, :zero, or :any. +begins+ is the entry with which a new thing begins.
    class Measure < Value.with(:name, :label, kind: 'number', unit: 'mm', default: nil, least: :above_zero, choices: nil, optional: false,
                                              hint: '', begins: nil)
      # Entries that new things begin with where a measure has none of its own, by unit.
      USUAL = { 'mm' => '10 mm', 'deg' => '45 deg', '' => '2' }.freeze

      COUNTS = %w[count rows].freeze

      # What a new thing begins with: entries by name, of those measures that must be given.
      def self.beginnings(measures) = measures.select(&:asked?).to_h { |measure| [measure.name, measure.example] }

      # Where its entry stands below that of which it is one.
      def path = Name.read(name).segments

      # Whether it must be given.
      def asked? = default.nil? && !optional

      # Whether it says how many there are, which is a whole number.
      def counts? = COUNTS.include?(name)

      # An entry that it could have.
      def example = begins || choices&.first || (number? ? USUAL.fetch(unit, "1 #{unit}") : 'text')

      def number? = kind == 'number'

      # Whether a computed amount is possible.
      def allows?(amount)
        return optional if amount.nil?
        return true unless number?
        return false if Undefined.is?(amount)

        { above_zero: amount.positive?, zero: amount >= 0, any: true }.fetch(least)
      end

      def type
        case kind
        when 'number' then Formula::Type.number(Units[unit].dimension)
        else Formula::Type.text(choices)
        end
      end
    end
  end
end
