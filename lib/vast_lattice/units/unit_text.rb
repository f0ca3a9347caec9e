# frozen_string_literal: true

module VastLattice
  module Units
    # Reads the text of a unit: symbols with an optional power, joined by * or /, perhaps below 1.
    #
    #   "mm"  "m2"  "g/cm3"  "N/mm2"  "EUR/m2"  "kg*mm/s2"  "1/min"
    module UnitText
      SYMBOL = /[[:alpha:]°%]+/
      FACTOR = %r{(?<join>[*/])?(?<symbol>#{SYMBOL})(?:\^?(?<power>[1-9]))?}
      SUPERSCRIPTS = { '²' => '2', '³' => '3' }.freeze
      LONGEST = 40

      # Returns the Unit. Raises Units::Error with the nearest symbol.
      def self.read(text)
        text = text.to_s.strip.gsub(/[²³]/, SUPERSCRIPTS)
        return PLAIN if text.empty?

        Catalogue::UNITS[text] || compound(text)
      end

      def self.compound(text)
        unless text.size <= LONGEST && text.match?(%r{\A(?:1(?=/))?(?:#{FACTOR})+\z}o)
          raise Error.new(Wording[:text_is_not_a_unit, text: text[0, LONGEST]], remedy: Wording[:write_it_like_mm_m2_g_cm3])
        end

        factors(text).reduce(Unit.new(symbol: text, dimension: NONE, factor: 1r)) do |unit, (symbol, power)|
          part = Catalogue::UNITS.fetch(symbol) { unknown(symbol) }
          alone(symbol, text) unless part.offset.zero?
          unit.with(dimension: unit.dimension * (part.dimension**power), factor: unit.factor * (part.factor**power))
        end
      end
      private_class_method :compound

      # Pairs of symbol and signed power.
      def self.factors(text)
        text.scan(FACTOR).map { |join, symbol, power| [symbol, (power || 1).to_i * (join == '/' ? -1 : 1)] }
      end
      private_class_method :factors

      def self.alone(symbol, text)
        raise Error.new(Wording[:symbol_has_a_zero_of_its_own, symbol: symbol, text: text], remedy: Wording[:write_k_for_a_difference])
      end
      private_class_method :alone

      def self.unknown(symbol)
        raise Error.new(Wording[:there_is_no_unit_symbol, symbol: symbol],
                        remedy: Nearest.remedy(symbol, Catalogue.symbols, kind: 'unit'))
      end
      private_class_method :unknown
    end
  end
end
