# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # set: gauge, to: 3 mm. Decides a parameter, the material of a part (set: frame.material), or a state (set:
      # windows.built, to: length > 1 m).
      module Set
        ARGUMENT = Family::EffectArgument.new(name: 'to', title: 'Value', hint: 'value or formula', required: true)
        private_constant :ARGUMENT

        def self.name = 'set'
        def self.arguments = [ARGUMENT]
        def self.about = 'set a value'
        def self.decided(target) = [target]
        def self.subject = :parameter

        # Returns the consequences; problems go to the reader.
        def self.consequences(effect, reader, place)
          target = reader.target(effect.target, place, among: reader.symbols.column_names) or return []
          value = reader.entry(effect.arguments['to'], target, Place.at(*place.path, 'to')) or return []
          [Consequence::Decision.new(target: target, value: value, place: Place.at(*place.path, 'to'))]
        end
      end
    end
  end
end
