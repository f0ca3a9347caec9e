# frozen_string_literal: true

module VastLattice
  class Plan
    # Something that gets decided: a parameter's value, whether a feature is built or shown, what a part is
    # made of and its colour, or which row of a table is picked. +kind+ is :value, :built, :shown, :material,
    # :colour, :finish or :row;
    # +path+ is its Name; +subject+ is the Family::Parameter, Feature, Part or Table;
    # +unit+ is the unit it is shown in; +place+ the path of the subject in the family.
    class Target < Value.with(:path, :index, :kind, :type, :subject, :unit, :place)
      # Its path as text.
      attr_reader :name

      def initialize(path:, **others)
        @name = path.to_s.freeze
        super
      end

      # Quick: a plan has many, and its numbers tell them apart.
      def hash = index.hash

      STATE_WORDS = { built: %w[built suppressed], shown: %w[shown hidden] }.freeze

      # What a part looks like: kinds of which the part itself says one.
      LOOKS = %i[material colour finish].freeze

      def value? = kind == :value
      def look? = LOOKS.include?(kind)
      def state? = STATE_WORDS.key?(kind)

      # Whether it is chosen from a list that rules may narrow.
      def chosen? = kind == :row || (value? && subject.kind == 'choice')

      # A value of this target as text for people; "undefined" where it has none. +unit+ may be another of its dimension.
      def text(value, unit = self.unit)
        return 'undefined' if Formula::Runtime.undefined?(value)
        return STATE_WORDS[kind][value ? 0 : 1] if state?
        return value ? 'yes' : 'no' if type.boolean?

        type.number? ? Units::Format.quantity(value, unit) : value
      end

      # What it is called for people: "Frame depth", "Windows: built?", "Sizes: row".
      def title
        return subject.title if value?

        "#{subject.title}: #{state? ? "#{STATE_WORDS[kind].first}?" : kind}"
      end

      def computed? = value? && subject.computed?

      # The entries (texts) among which a choice is made, with their values.
      def variable = Formula::Variable.new(name: name, type: type, index: index)
    end
  end
end
