# frozen_string_literal: true

module VastLattice
  # Base of the immutable values that travel through the core.
  #
  #   Point = Value.with(:x, :y, label: nil)
  #   Point.new(x: 1, y: 2).with(y: 3)
  #
  # Positional names are required, keywords carry their default. A value is deeply frozen, equal by
  # its fields, and copied with changes by +with+.
  class Value
    REQUIRED = Object.new.freeze

    # Returns a new base class with the given fields.
    def self.with(*required, **optional)
      names = required.to_h { |name| [name, REQUIRED] }.merge(Ractor.make_shareable(optional)).freeze
      Class.new(self) do
        @fields = names
        attr_reader(*names.keys)

        take_fields
      end
    end

    class << self
      # Field names with their defaults (REQUIRED where there is none).
      def fields = @fields ||= superclass.fields

      private

      # Defines +initialize+ with the fields as keywords, and what values are equal by. It is written out for each class, since half
      # of what compiling a family does is to make values. Raises ArgumentError for a missing or an unknown field, as any method does.
      def take_fields
        keywords = fields.map { |name, default| "#{name}:#{" self.class.fields[:#{name}]" unless REQUIRED.equal?(default)}" }
        kept = fields.keys.map { |name| "@#{name} = kept(#{name})" }
        held = "[#{['self.class', *fields.keys.map { |name| "@#{name}" }].join(', ')}]"
        class_eval("def initialize(#{keywords.join(', ')})\n#{kept.join("\n")}\nfreeze\nend\ndef held = #{held}\nprotected :held",
                   __FILE__, __LINE__ - 1)
      end
    end

    # A copy with some fields changed.
    def with(**changes) = self.class.new(**to_h, **changes)

    # Fields and their values, shallow.
    def to_h = self.class.fields.keys.to_h { |name| [name, public_send(name)] }

    def ==(other) = equal?(other) || (other.class == self.class && other.held == held)
    alias eql? ==

    def hash = held.hash

    # Short: values hold values.
    def inspect
      "#<#{self.class} #{to_h.map { |name, value| "#{name}=#{value.is_a?(Value) ? value.class : value.inspect[0, 40]}" }.join(' ')}>"
    end

    private

    def kept(value) = Ractor.shareable?(value) ? value : Ractor.make_shareable(value)
  end
end
