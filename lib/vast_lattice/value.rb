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
      names = required.to_h { |name| [name, REQUIRED] }.merge(optional).freeze
      Class.new(self) do
        @fields = names
        attr_reader(*names.keys)
      end
    end

    class << self
      # Field names with their defaults (REQUIRED where there is none).
      def fields = @fields ||= superclass.fields

      # Fields with the instance variables that hold them.
      def slots = @slots ||= fields.keys.to_h { |name| [name, :"@#{name}"] }.freeze
    end

    # Raises ArgumentError for a missing or an unknown field.
    def initialize(**given)
      fields = self.class.fields
      known = 0
      self.class.slots.each do |name, slot|
        if given.key?(name)
          value = given[name]
          known += 1
        else
          value = fields[name]
          raise ArgumentError, "#{self.class}: missing #{name}" if REQUIRED.equal?(value)
        end
        instance_variable_set(slot, kept(value))
      end
      refuse_unknown(given) unless known == given.size
      freeze
    end

    # A copy with some fields changed.
    def with(**changes) = self.class.new(**to_h, **changes)

    # Fields and their values, shallow.
    def to_h = self.class.fields.keys.to_h { |name| [name, public_send(name)] }

    def ==(other) = equal?(other) || (other.class == self.class && other.to_h == to_h)
    alias eql? ==

    def hash = [self.class, to_h].hash

    # Short: values hold values.
    def inspect
      "#<#{self.class} #{to_h.map { |name, value| "#{name}=#{value.is_a?(Value) ? value.class : value.inspect[0, 40]}" }.join(' ')}>"
    end

    private

    def kept(value) = Ractor.shareable?(value) ? value : Ractor.make_shareable(value)

    def refuse_unknown(given)
      raise ArgumentError, "#{self.class}: unknown #{(given.keys - self.class.fields.keys).join(', ')}"
    end
  end
end
