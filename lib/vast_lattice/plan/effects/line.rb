# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # price: Extra stiffener, amount: 4.50 EUR      price: Coating, amount: 3.20 EUR/m2, per: frame.surface
      # operation: Deburr by hand
      #
      # Each adds a line to the prices or to the operations of the outcome. An amount may be +per+ piece, length, area, mass or
      # whatever gives money with it.
      class Line
        attr_reader :name, :about, :arguments

        AMOUNT = Family::EffectArgument.new(name: 'amount', title: 'Amount', hint: '4.50 EUR', required: true)
        PER = Family::EffectArgument.new(name: 'per', title: 'per', hint: 'per: nothing, a number, a length, a mass')

        # +arguments+ are those that the effect takes: an amount for a price, none for an operation.
        def initialize(name, about, arguments)
          @name = name
          @about = about
          @arguments = arguments
        end

        def decided(_target) = []
        def subject = :text

        # Returns the consequences; problems go to the reader.
        def consequences(effect, reader, place)
          return [Consequence::Line.new(list: name, text: effect.target)] if arguments.empty?

          amount = Money.read(reader, effect.arguments['amount'], effect.arguments['per'], place) or return []
          [Consequence::Line.new(list: name, text: effect.target, amount: amount, place: Place.at(*place.path, 'amount'),
                                 late: reader.symbols.late?(amount))]
        end
      end
    end
  end
end
