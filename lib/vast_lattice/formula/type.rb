# frozen_string_literal: true

module VastLattice
  module Formula
    # What kind of value a formula yields: a number of some dimension, a yes/no, a text (perhaps one of
    # known +choices+), or a list of one +element+ type. +words+ know which texts are typed for a text, where that is not free: they
    # answer meant(text), which is nil where it means nothing, names (what lists offer) and kind (what one is called).
    class Type < Value.with(:kind, dimension: nil, choices: nil, element: nil, words: nil)
      # A number of that dimension: one object for each dimension that has a name, since a plan holds hundreds.
      def self.number(dimension = Units::NONE) = COMMON[dimension] || new(kind: :number, dimension: dimension)
      def self.text(choices = nil, words: nil) = new(kind: :text, choices: choices, words: words)
      def self.list(element) = new(kind: :list, element: element)

      def number? = kind == :number
      def text? = kind == :text
      def boolean? = kind == :boolean
      def list? = kind == :list
      def plain? = number? && dimension.none?

      # What lists offer for a text; nothing where it is free.
      def offered = words&.names || choices.to_a

      # Whether a text written in a formula may be of this type.
      def holds?(text) = choices ? choices.include?(text) : words.nil? || words.meant(text) == text

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

      # The Error that says that a text is none of a type.
      def self.refusal(text, type, span)
        kind = type.words&.kind || 'choice'
        said = Wording[:text_is_not_one_of_the_choices, text: text]
        said = Wording[:text_is_no_kind_that_is_known, text: text, kind: kind] if type.words
        Error.new(said, span: span, code: :unknown_choice, remedy: Nearest.remedy(text, type.offered, kind: kind))
      end

      COMMON = [Units::NONE, *Units::DimensionNames::TABLE.keys].to_h do |dimension|
        [dimension, new(kind: :number, dimension: dimension)]
      end.freeze
      private_constant :COMMON
    end
  end
end
