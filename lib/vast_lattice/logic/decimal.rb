# frozen_string_literal: true

module VastLattice
  module Logic
    # Whether a computed number surely has no more decimals than are kept, so that rounding leaves it as it is: what is added,
    # subtracted, chosen or multiplied by whole numbers of what has none more.
    module Decimal
      SAME = %i[plus minus negate].freeze
      CHOSEN = %w[min max abs sum].freeze
      WHOLE = %w[floor ceiling ceil count].freeze

      module_function

      # +lists+ are those of the plan.
      def kept?(typed, lists)
        case typed.kind
        when :name, :round, :number then true
        when *SAME then typed.parts.all? { |part| kept?(part, lists) }
        when :if then typed.parts.drop(1).all? { |part| kept?(part, lists) }
        when :times then times?(typed, lists)
        when :call then call?(typed, lists)
        else false
        end
      end

      def times?(typed, lists)
        whole, others = typed.parts.partition { |part| part.constant? && whole?(Formula.value(part, lists)) }
        whole.size >= typed.parts.size - 1 && others.all? { |part| kept?(part, lists) }
      end

      def call?(typed, lists)
        name = typed.data.name
        return true if WHOLE.include?(name) || name.start_with?('lookup')

        CHOSEN.include?(name) && typed.parts.none? { |part| part.type.list? } && typed.parts.all? { |part| kept?(part, lists) }
      end

      def whole?(value) = value.is_a?(Float) && !Undefined.is?(value) && value == value.floor
    end
  end
end
