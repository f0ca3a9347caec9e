# frozen_string_literal: true

module VastLattice
  module Formula
    # The names a formula can see. Case does not matter; an unknown name is never accepted.
    class Scope
      attr_reader :variables

      def initialize(variables)
        @variables = variables.to_h { |variable| [variable.name.downcase, variable] }.freeze
        freeze
      end

      # The Variable of that name. Raises Formula::Error, with the nearest name.
      def fetch(name, span)
        variables.fetch(name.downcase) { unknown(name, span) }
      end

      def names = variables.values.map(&:name)

      private

      def unknown(name, span)
        choice = variables.values.find { |variable| variable.type.choices&.include?(name) }
        remedy = choice ? "It is a choice of #{choice.name}: write it in quotes, \"#{name}\"." : Nearest.remedy(name, names)
        raise Error.new("There is no name \"#{name}\".", span: span, remedy: remedy, code: :unknown_name)
      end
    end
  end
end
