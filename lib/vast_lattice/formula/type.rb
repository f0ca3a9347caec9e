# frozen_string_literal: true

module VastLattice
  module Formula
    # What kind of value a formula yields: a number of some dimension, a yes/no, a text (perhaps one of
    # known +choices+), or a list of one +element+ type.
    class Type < Value.with(:kind, dimension: nil, choices: nil, element: nil)
      # A number of that dimension: one object for each dimension that has a name, since a plan holds hundreds.
      def self.number(dimension = Units::NONE) = COMMON[dimension] || new(kind: :number, dimension: dimension)
      def self.text(choices = nil) = new(kind: :text, choices: choices)
      def self.list(element) = new(kind: :list, element: element)

      def number? = kind == :number
      def text? = kind == :text
      def boolean? = kind == :boolean
      def list? = kind == :list
      def plain? = number? && dimension.none?

      # Whether a value of +other+ type may stand where this type is wanted.
      def accepts?(other)
        return false unless kind == other.kind
        return dimension == other.dimension if number?
        return element.accepts?(other.element) if list?

        true
      end

      def to_s
        case kind
        when :number then dimension.to_s
        when :boolean then 'yes or no'
        when :text then 'a text'
        else "a list of #{element.to_s.sub(/\Aan? /, '')} values"
        end
      end

      COMMON = [Units::NONE, *Units::DimensionNames::TABLE.keys].to_h do |dimension|
        [dimension, new(kind: :number, dimension: dimension)]
      end.freeze
      private_constant :COMMON
    end
  end
end
