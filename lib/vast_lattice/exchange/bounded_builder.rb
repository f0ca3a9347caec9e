# frozen_string_literal: true

require 'psych'

module VastLattice
  module Exchange
    # Builds the nodes of a YAML text while it is read, and stops at what a family file cannot have: nesting that is too
    # deep, too many keys in one place, anchors and references.
    class BoundedBuilder < Psych::TreeBuilder
      # Most keys of one mapping.
      MOST_KEYS = 1000

      # Reading stopped; the message says why, at +line+.
      class Refused < StandardError
        attr_reader :line

        def initialize(line, message)
          @line = line
          super(message)
        end
      end

      def initialize(deepest)
        super()
        @deepest = deepest
        @depth = 0
        @line = 1
      end

      def event_location(start_line, *others)
        @line = start_line + 1
        super
      end

      def start_mapping(anchor, *) = super.tap { entered(anchor) }
      def start_sequence(anchor, *) = super.tap { entered(anchor) }

      def end_mapping
        many = @last.children.size > 2 * MOST_KEYS
        raise Refused.new(@last.start_line + 1, "More than #{MOST_KEYS} keys stand in one place.") if many

        @depth -= 1
        super
      end

      def end_sequence
        @depth -= 1
        super
      end

      def scalar(_value, anchor, *)
        refuse_anchor(anchor)
        super
      end

      def alias(_anchor) = raise(Refused.new(@line, REFERENCE))

      REFERENCE = 'References (* and &) are not allowed; write the value out.'
      private_constant :REFERENCE

      private

      def entered(anchor)
        refuse_anchor(anchor)
        raise Refused.new(@line, 'The file is nested too deeply.') if (@depth += 1) > @deepest
      end

      def refuse_anchor(anchor)
        raise Refused.new(@line, REFERENCE) if anchor
      end
    end
  end
end
