# frozen_string_literal: true

module VastLattice
  class Plan
    # A pattern such as "SF-{length}-{finish}", read: fixed texts and formulas in turn. Numbers are written in
    # the unit they are shown in, without the unit.
    class LabelPattern < Value.with(:name, :pieces)
      # Reads a pattern that is written at +place+; what is wrong with its formulas goes to the reader.
      def self.read(name, text, reader, place = Place.at('patterns', name), scope: reader.symbols.scope)
        new(name: name, pieces: Family::LabelText.pieces(text).map do |kind, piece|
          kind == :text ? piece : reader.free(piece, place, scope)
        end)
      end

      # Typed trees of its formulas.
      def formulas = pieces.grep(Formula::Typed)

      # The label for a list of values of its formulas, in order; nil where one is undefined. The block gives the unit of a
      # number, which is written with every digit that it has: two numbers that differ never make one part number.
      def write(values, &block)
        return if values.any? { |value| Undefined.is?(value) }

        at = -1
        Formula::Runtime.limited(pieces.map { |piece| piece.is_a?(Formula::Typed) ? written(piece, values[at += 1], &block) : piece }.join)
      end

      private

      def written(typed, value)
        return value ? 'yes' : 'no' if typed.type.boolean?

        typed.type.number? ? Units::Format.exact(yield(typed).from_base(value)) : value
      end
    end
  end
end
