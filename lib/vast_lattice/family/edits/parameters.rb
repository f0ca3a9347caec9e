# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of parameters.
      module Parameters
        FIELDS = %w[kind label note unit default formula least most step choices applies_when].freeze

        # Adds a parameter, or changes fields of one. +fields+ maps names to texts; an empty text clears.
        def self.put_parameter(family, name:, fields: {})
          stray = fields.keys - FIELDS
          raise Error, "A parameter has no #{stray.join(', ')}." if stray.any?

          present = family.parameter(name)
          tree = (present ? present.to_tree : { 'name' => Edits.checked_name(name), 'kind' => 'number' }).merge(fields)
          unless Parameter::KINDS.include?(tree['kind'])
            raise Error.new("\"#{tree['kind']}\" is no kind of parameter.", remedy: "Choose #{Parameter::KINDS.join(', ')}.")
          end

          parameter = Parameter.from_tree(tree.reject { |key, value| key != 'name' && (value.nil? || value.empty?) })

          family.with(parameters: Edits.put(family.parameters, parameter))
        end

        # Makes a parameter from one text, "80 mm as frame_depth". +unit+ is that of a number without one.
        def self.name_value(family, text:, kind: 'number', unit: 'mm')
          naming = Naming.read(text, kind == 'count' ? '' : unit)
          return naming.apply(family, kind: kind) if naming && Parameter::KINDS.include?(kind)

          raise Error.new('This names nothing.', remedy: 'Write the value, then "as", then the name: 80 mm as frame_depth.')
        end

        # Removes a parameter; what still uses it becomes an error of the family.
        def self.remove_parameter(family, name:)
          family.with(parameters: Edits.drop(family.parameters, name, 'parameter'))
        end
      end
    end
  end
end
