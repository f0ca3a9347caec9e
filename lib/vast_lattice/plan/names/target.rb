# frozen_string_literal: true

module VastLattice
  class Plan
    # Something that gets decided: a parameter's value, whether a feature is built or shown, what a part is
    # made of and its colour, or which row of a table is picked. +kind+ is :value, :built, :shown, :material,
    # :colour, :finish or :row; or :count, how often a component is there, :given, what it is given, and :read, what is read of it.
    # +path+ is its Name; +subject+ is the Family::Parameter, Feature, Part, Table or Component;
    # +unit+ is the unit it is shown in; +place+ the path of the subject in the family. +port+ is the Inlet of what is given, the
    # Outlets of what is read.
    class Target < Value.with(:path, :index, :kind, :type, :subject, :unit, :place, port: nil)
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

      def given? = kind == :given
      def read? = kind == :read
      def port? = !port.nil?

      # The Target within a component that it stands for; itself, where it is none of a component's.
      def innermost
        case port
        when Inlet then port.target
        when Array then port.first.target
        else self
        end
      end

      # The parameter, feature or table that it is about, in whatever family that is.
      def about = innermost.subject

      # Whether a person can answer it: a parameter, here or in a component, or the row of a component's table.
      def answerable? = (value? && !computed?) || (given? && (innermost.kind == :row || (innermost.value? && !innermost.computed?)))

      # Whether it may differ from instance to instance of a component, and then is a list by instance.
      def varied? = given? && !subject.pattern.nil?

      # Whether it is chosen from a list that rules may narrow.
      def chosen? = !read? && (innermost.kind == :row || (innermost.value? && about.kind == 'choice'))

      # A value of this target as text for people; "undefined" where it has none. +unit+ may be another of its dimension.
      def text(value, unit = self.unit)
        return listed(value, unit) if value.is_a?(Array)
        return Undefined::WORD if Undefined.is?(value)
        return innermost.text(value, unit) if port?
        return STATE_WORDS[kind][value ? 0 : 1] if state?
        return value ? 'yes' : 'no' if type.boolean?

        type.number? ? Units::Format.quantity(value, unit) : value
      end

      # What it is called for people: "Frame depth", "Windows: built?", "Sizes: row".
      def title
        return subject.title if value?
        return "#{subject.title}: #{port? ? path.rest.to_s.tr('_', ' ') : kind}" if subject.is_a?(Family::Component) && !state?

        "#{subject.title}: #{state? ? "#{STATE_WORDS[kind].first}?" : kind}"
      end

      # Whether it is the same as another one, as far as can be told from outside: of a feature or part nothing counts but the state or look
      # that it stands for, and what that is called.
      def alike?(other)
        return self == other unless state? || look?

        with(subject: nil) == other.with(subject: nil) && subject.title == other.subject.title
      end

      def computed? = value? && subject.computed?

      # The entries (texts) among which a choice is made, with their values.
      def variable = Formula::Variable.new(name: name, type: type, index: index)

      private

      # Values told of one list.
      MOST = 6
      private_constant :MOST

      # Of a list by instance, each different value once.
      def listed(values, unit)
        return 'nothing' if values.empty?

        texts = values.uniq.map { |value| text(value, unit) }
        [*texts.first(MOST), *('…' if texts.size > MOST)].join(', ')
      end
    end
  end
end
