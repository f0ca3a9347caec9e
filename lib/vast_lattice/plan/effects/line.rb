# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # price: Extra stiffener, amount: 4.50 EUR      operation: Deburr by hand
      #
      # Each adds a line to the prices or to the operations of the outcome.
      class Line
        attr_reader :name, :about, :arguments

        AMOUNT = Family::EffectArgument.new(name: 'amount', title: 'Amount', hint: '4.50 EUR', required: true)

        # +arguments+ are those that the effect takes: an amount for a price, none for an operation.
        def initialize(name, about, arguments)
          @name = name
          @about = about
          @arguments = arguments
        end

        def subject = :text

        # Returns the consequences; problems go to the reader.
        def consequences(effect, reader, place)
          return [Consequence::Line.new(list: name, text: effect.target)] if arguments.empty?

          at = Place.at(*place.path, 'amount')
          amount = reader.free(effect.arguments['amount'].to_s, at) or return []
          return [Consequence::Line.new(list: name, text: effect.target, amount: amount, place: at)] if money?(amount.type)

          reader.error(:dimension, "The price is #{amount.type}, but money is expected.", at, 'Write an amount such as 4.50 EUR.')
          []
        end

        private

        def money?(type) = type.number? && Units::CURRENCIES.include?(type.dimension)
      end
    end
  end
end
