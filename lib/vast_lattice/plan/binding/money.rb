# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads amounts of money: "4.50 EUR", "6.40 EUR/m * length", or an amount per something, "3.20 EUR/m2" per "frame.surface".
    # A plain number is in the currency of the family, if that has one.
    module Money
      module_function

      # A Typed amount, or nil where it cannot be read, which is told. +place+ is where "amount" and "per" stand.
      def read(reader, amount, per, place)
        at = Place.at(*place.path, 'amount')
        typed = per.to_s.strip.empty? ? one(reader, amount, at) : product(reader, amount, per, place)
        typed if typed && money?(typed, reader, at)
      end

      def one(reader, text, place)
        text = text.to_s
        currency = reader.symbols.currency
        reader.late(currency && text.match?(Formula::PLAIN_NUMBER) ? "#{text} #{currency.symbol}" : text, place)
      end

      # Each by itself first, so that what is wrong is told where it stands.
      def product(reader, amount, per, place)
        parts = [one(reader, amount, Place.at(*place.path, 'amount')), reader.late(per.to_s, Place.at(*place.path, 'per'))]
        return unless parts.all?
        unless parts.last.type.number?
          return reader.error(:not_a_number, Wording[:an_amount_per_per_is_no_number, per: per], Place.at(*place.path, 'per'),
                              Wording[:write_a_number_a_length_an_area])
        end

        reader.late("(#{amount}) * (#{per})", Place.at(*place.path, 'amount'))
      end

      def money?(typed, reader, place)
        currency = reader.symbols.currency
        return true if typed.type.number? && (currency ? [currency.dimension] : Units::CURRENCIES).include?(typed.type.dimension)

        wanted = currency ? Wording[:currency_the_currency_of_the_family, currency: currency.symbol] : 'money'
        reader.error(:dimension, Wording[:the_price_is_type_but_wanted, type: typed.type, wanted: wanted], place,
                     Wording[:write_an_amount_of_currency, currency: currency&.symbol || 'EUR'])
      end
    end
  end
end
