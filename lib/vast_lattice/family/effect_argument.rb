# frozen_string_literal: true

module VastLattice
  class Family
    # What an effect takes beside its target: its name (the key in the file), what it is called and what may be typed
    # (+title+ and +hint+), whether it must be there, and whether it is a list of entries.
    #
    #   EffectArgument.new(name: 'amount', title: 'Amount', hint: '4.50 EUR', required: true)
    class EffectArgument < Value.with(:name, :title, hint: '', required: false, many: false)
      # JSON Schema of its value.
      def schema
        entry = { '$ref' => '#/$defs/entry' }
        many ? { 'type' => 'array', 'minItems' => 1, 'items' => entry } : entry
      end

      def to_tree = { 'name' => name, 'title' => title, 'hint' => hint, 'many' => many }
    end
  end
end
