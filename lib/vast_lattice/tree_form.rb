# frozen_string_literal: true

module VastLattice
  # Gives a Value class its plain form: hashes, lists, texts and booleans, as the family file, the
  # database and the API carry it. Fields keep their names; a field equal to its default is left out;
  # +nested+ names the class of fields that are values themselves or lists of them; +rest+ names
  # the field that takes every further key.
  module TreeForm
    def self.extended(base)
      base.include(Writer)
    end

    # Fields that hold other values: name => class.
    def nested = {}

    # The field that holds all keys that are no field, or nil.
    def rest = nil

    # Builds the value from a tree. Without a +rest+, unknown keys are ignored (the schema refuses them).
    def from_tree(tree)
      given = tree.compact.transform_keys(&:to_sym)
      known, others = given.partition { |name, _| fields.key?(name) && name != rest }.map(&:to_h)
      known = known.to_h { |name, value| [name, read(name, value)] }
      known[rest] = others.transform_keys(&:to_s) if rest
      new(**known)
    end

    private

    def read(name, value)
      type = nested[name]
      return value unless type

      value.is_a?(Array) ? value.map { |item| type.from_tree(item) } : type.from_tree(value)
    end

    # The instance side.
    module Writer
      # The plain form of this value: hashes, lists, texts and booleans.
      def to_tree
        rest = self.class.rest
        to_h.reject { |name, value| name == rest || value == self.class.fields[name] }
            .to_h { |name, value| [name.to_s, plain(value)] }
            .merge(rest ? public_send(rest) : {})
      end

      private

      def plain(value)
        case value
        when Array then value.map { |item| plain(item) }
        when Value then value.to_tree
        else value
        end
      end
    end
  end
end
