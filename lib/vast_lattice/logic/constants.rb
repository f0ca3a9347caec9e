# frozen_string_literal: true

module VastLattice
  module Logic
    # Values as constants of the solver, texts as whole numbers; and names that nothing is known of.
    class Constants
      NONE = -1

      def initialize
        @codes = {}
        @free = 0
      end

      # A value as the program holds it, by its Formula::Type. Texts that are not there stand for none.
      def constant(value, type)
        return Logic.real(value) if type.number?
        return Logic.truth(value) if type.boolean?

        INT.from_const(code(value))
      end

      def code(text) = text.nil? ? NONE : (@codes[text] ||= @codes.size)

      # Something of a type of which nothing is known.
      def free(type)
        @free += 1
        sort(type).var("free#{@free}")
      end

      def sort(type)
        return REAL if type.number?

        type.boolean? ? BOOL : INT
      end
    end
  end
end
