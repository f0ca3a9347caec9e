# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Naming on the spot: "90 mm as depth" gives a value and names it in one go.
      class Naming < Value.with(:text, :name, :unit)
        SHAPE = /\A\s*(?<text>.+?)\s+as\s+(?<name>\S.*?)\s*\z/m

        # Reads a text; nil when it names nothing. +unit+ is the unit of a number that has none.
        def self.read(text, unit)
          match = SHAPE.match(text.to_s) or return
          new(text: match[:text].sub(/\A\s*=\s*/, ''), name: Edits.checked_name(match[:name]), unit: unit)
        end

        # A text that may name a parameter: the family with that parameter, and the text that uses it; else both as they
        # are.
        def self.named(family, text, unit)
          naming = read(text, unit)
          naming ? [naming.apply(family), naming.name] : [family, text]
        end

        # Fields that hold a condition.
        CONDITIONS = %w[built_when shown_when].freeze

        # The same of a text that is a condition: "length > 1 m as is_long" names a yes or no.
        def self.condition(family, text)
          naming = read(text, '')
          naming ? [naming.apply(family, kind: 'yes_no'), naming.name] : [family, text]
        end

        # The family with the new parameter. A formula makes it computed.
        def apply(family, kind: nil)
          if family.parameter(name)
            raise Error.new(Wording[:there_is_a_parameter_name_already, name: name], remedy: Wording[:type_just_name_to_use, name: name])
          end

          family.with(parameters: [*family.parameters, kind ? parameter_of(kind) : parameter])
        end

        # A parameter of another kind from the same words: "oak, ash as wood" for a choice, "yes as drilled"
        # for a yes/no.
        def parameter_of(kind)
          return parameter.then { |made| made.kind == 'yes_no' ? made : made.with(kind: kind) } if %w[number count].include?(kind)
          return yes_or_no(kind) unless kind == 'choice'

          choices = text.split(',').map(&:strip).reject(&:empty?)
          Parameter.new(name: name, kind: kind, choices: choices, default: choices.first)
        end

        private

        # A yes or no that is typed is a default; a condition decides.
        def yes_or_no(kind)
          typed = kind == 'yes_no' && YesNo.boolean(text).nil? ? { formula: text } : { default: text }
          Parameter.new(name: name, kind: kind, **typed)
        end

        def parameter
          return yes_or_no('yes_no') unless YesNo.boolean(text).nil?

          literal = Formula::Parser.parse(text)
          own = literal.unit&.symbol if literal.kind == :number
          kind = unit.empty? ? 'count' : 'number'
          shown = kind == 'count' ? '' : (own || unit)
          entry = literal.kind == :number ? { default: text } : { formula: text }
          Parameter.new(name: name, kind: kind, unit: shown, **entry)
        end
      end
    end
  end
end
