# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Another unit for a parameter changes no value: numbers that are written without a unit, and are meant in the one that it had,
      # get it. Cells, limits, choices, effects, tests of rule tables, fields of forms, overrides, what components are given.
      class UnitChange
        # The family in which every such number of what is called +name+ (a parameter, or a path into a component) has the +unit+,
        # as text.
        def self.kept(family, name, unit) = new(name, unit).kept(family)

        # Whether a parameter with a unit gets another one of the same dimension.
        def self.needed?(parameter, unit)
          return false if parameter.nil? || parameter.unit.to_s == unit.to_s

          return false unless [parameter.unit, unit].all? { |one| !one.to_s.strip.empty? && Units.unit?(one.to_s) }

          Units[parameter.unit].dimension == Units[unit.to_s].dimension
        end

        def initialize(name, unit)
          @name = name
          @unit = unit
        end

        def kept(family)
          family.with(parameters: family.parameters.map { |own| parameter(own) }, tables: family.tables.map { |own| table(own) },
                      rules: family.rules.map { |own| own.with_effects { |list| list.map { |one| effect(one) } } },
                      rule_tables: family.rule_tables.map { |own| rule_table(own) },
                      forms: family.forms.map { |own| own.map_fields { |field| asked(field) } },
                      overrides: family.overrides.map { |own| override(own) },
                      components: family.components.map { |own| component(own) })
        end

        private

        def mine?(name) = name.to_s.casecmp?(@name)

        # A text with the unit, if it is a number without one.
        def number(text) = text.is_a?(String) && text.match?(Formula::PLAIN_NUMBER) ? "#{text.strip} #{@unit}" : text
        def numbers(hash, *keys) = hash.merge(hash.slice(*keys).transform_values { |text| number(text) })

        def override(own) = mine?(own.target) ? own.with(value: number(own.value)) : own

        def parameter(own)
          return own unless mine?(own.name)

          fields = %i[default formula least most step].to_h { |field| [field, number(own.public_send(field))] }
          own.with(**fields, choices: own.choices.map { |choice| number(choice) })
        end

        # A column that has a unit of its own keeps it.
        def table(own)
          columns = own.columns.select { |column| mine?(column.target) && column.unit.nil? }
          return own if columns.empty?

          targets = columns.map(&:target)
          own.with(columns: own.columns.map { |column| columns.include?(column) ? limited(column) : column },
                   rows: own.rows.map { |row| row.with(cells: numbers(row.cells, *targets)) })
        end

        def limited(column) = column.with(**%i[least most step].to_h { |field| [field, number(column.public_send(field))] })

        def effect(own)
          return own if own.message? || !mine?(own.target)

          own.with(arguments: own.arguments.transform_values do |given|
            given.is_a?(Array) ? given.map { |text| number(text) } : number(given)
          end)
        end

        def rule_table(own)
          inputs = own.inputs.each_index.select { |at| mine?(own.inputs[at]) }
          outputs = own.columns.each_index.select { |at| own.columns[at].named? && mine?(own.columns[at].target) }
          return own if inputs.empty? && outputs.empty?

          own.with(rows: own.rows.map do |row|
            row.with(tests: at(row.tests, inputs) { |text| test(text) }, values: at(row.values, outputs) { |text| number(text) })
          end)
        end

        # A list with what the block makes of the texts at some places.
        def at(texts, places) = texts.each_with_index.map { |text, index| places.include?(index) ? yield(text) : text }

        # Every number of a test that has no unit: [100..200], < 900.
        def test(text)
          letters = text.chars
          bare = Formula::Lexer.tokens(text).select { |token| token.kind == :number && token.unit.nil? }
          bare.reverse_each { |token| letters.insert(token.span.start + token.span.length, " #{@unit}") }
          letters.join
        rescue Formula::Error
          text
        end

        def asked(field)
          return field unless mine?(field.ask) && field.unit.empty?

          given = %i[least most step default].to_h { |name| [name, number(field.public_send(name))] }
          narrowings = field.narrowings.map do |own|
            own.with(least: number(own.least), most: number(own.most), choices: own.choices.map { |text| number(text) })
          end
          field.with(**given, order: field.order.map { |text| number(text) }, narrowings: narrowings)
        end

        def component(own)
          values = own.values.to_h { |path, text| [path, mine?(Name.of(own.name, *Name.read(path).segments).to_s) ? number(text) : text] }
          own.with(values: values)
        end
      end
    end
  end
end
