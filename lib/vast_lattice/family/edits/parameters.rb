# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of parameters.
      module Parameters
        FIELDS = %w[kind label group note unit default formula least most step choices applies_when source option].freeze
        WAYS = %w[typed computed].freeze

        # Adds a parameter, or changes fields of one. +fields+ maps names to texts; an empty text clears. Choices are a list, or
        # a text with commas. Another unit of the same dimension changes no value (UnitChange).
        def self.put_parameter(family, name:, fields: {})
          stray = fields.keys - FIELDS
          raise Error, Wording[:a_parameter_has_no_stray, stray: stray] if stray.any?

          family = with_units(family, name, fields)
          present = family.parameter(name)
          fields = fields.merge('choices' => fields['choices'].split(',').map(&:strip).reject(&:empty?)) if fields['choices'].is_a?(String)
          tree = (present ? present.to_tree : { 'name' => Edits.checked_name(name), 'kind' => 'number' }).merge(fields)
          unless Parameter::KINDS.include?(tree['kind'])
            raise Error.new(Wording[:tree_is_no_kind_of_parameter, tree: tree['kind']], remedy: Wording[:choose_choice, choice: Parameter::KINDS])
          end

          parameter = Parameter.from_tree(tree.reject { |key, value| key != 'name' && (value.nil? || value.empty?) })

          family.with(parameters: Edits.put(family.parameters, parameter))
        end

        # The family with the old unit written wherever another one would change a value.
        def self.with_units(family, name, fields)
          present = family.parameter(name)
          UnitChange.needed?(present, fields.fetch('unit', present&.unit)) ? UnitChange.kept(family, present.name, present.unit) : family
        end
        private_class_method :with_units

        # Turns what is typed into a formula, or a formula into what is typed where nothing decides: "computed" or "typed".
        def self.set_parameter_way(family, name:, way:)
          raise Error.new(Wording[:way_is_no_way_to_have, way: way], remedy: Wording[:choose_typed_or_computed]) unless WAYS.include?(way)

          family.with(parameters: Edits.change(family.parameters, name, 'parameter') do |parameter|
            entry = parameter.formula || parameter.default
            way == 'computed' ? parameter.with(formula: entry, default: nil) : parameter.with(formula: nil, default: entry)
          end)
        end

        # Moves a parameter before another, or to the end.
        def self.move_parameter(family, name:, before: nil)
          family.with(parameters: Edits.moved(family.parameters, name, before, 'parameter'))
        end

        # Makes a parameter from one text, "80 mm as frame_depth". +unit+ is that of a number without one.
        def self.name_value(family, text:, kind: 'number', unit: 'mm')
          naming = Naming.read(text, kind == 'count' ? '' : unit)
          return naming.apply(family, kind: kind) if naming && Parameter::KINDS.include?(kind)

          raise Error.new(Wording[:this_names_nothing], remedy: Wording[:write_the_value_then_as_then])
        end

        # Removes a parameter; what still uses it becomes an error of the family.
        def self.remove_parameter(family, name:)
          family.with(parameters: Edits.drop(family.parameters, name, 'parameter'))
        end
      end
    end
  end
end
