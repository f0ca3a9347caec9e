# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Lets new names of rows follow through all that speaks of the picked row: conditions such as size.row = "A",
      # restrictions of rows, tests of rule tables.
      module RowNames
        # +name+ is that of the picked row (size.row), +to+ new names by old ones.
        def self.followed(family, name, to)
          changed = ->(text) { to.find { |old, _| old == text }&.last }
          family = with_rows(with_fields(family, name, &changed), name, &changed)
          return family unless spoken_of?(family, name)

          renamed = Formulas.map(family) { |text| Formula::Rewrite.compared(text, name, &changed) }
          renamed.with(rules: renamed.rules.map { |rule| rule_with(rule, name, &changed) },
                       rule_tables: renamed.rule_tables.map { |table| table_with(table, name, &changed) })
        end

        # {list => what stands for some rows}: overrides and opt-outs with each table and row as the block gives them.
        def self.on_rows(family, &block)
          %i[overrides opt_outs].to_h do |list|
            [list, family.public_send(list).map do |own|
              own.on_rows(own.rows.to_h(&block))
            end]
          end
        end

        def self.with_rows(family, name)
          return family if family.overrides.empty? && family.opt_outs.empty?

          family.with(**on_rows(family) { |table, row| [table, (yield(row) if Name.of(table, 'row').to_s.casecmp?(name)) || row] })
        end
        private_class_method :with_rows

        # Fields of forms that ask for a row of the table.
        def self.with_fields(family, name)
          return family unless family.forms.any? { |form| form.field(name) }

          family.with(forms: family.forms.map do |form|
            form.map_fields { |field| field.ask.casecmp?(name) ? field.with(default: yield(field.default) || field.default) : field }
          end)
        end
        private_class_method :with_fields

        # A quick look, so that long tables stay the objects that they are.
        def self.spoken_of?(family, name)
          lean = JSON.generate(family.with(tables: []).to_tree).downcase
          cells = family.tables.flat_map(&:rows).lazy.flat_map { |row| row.cells.values }
          lean.include?(name.downcase) || cells.any? { |text| text.to_s.downcase.include?(name.downcase) }
        end
        private_class_method :spoken_of?

        def self.rule_with(rule, name, &)
          rule.with_effects { |list| effects(list, name, &) }
        end
        private_class_method :rule_with

        def self.effects(list, name)
          list.map do |effect|
            next effect unless effect.target.casecmp?(name)

            effect.with(arguments: effect.arguments.transform_values do |texts|
              if texts.is_a?(Array)
                texts.map do |text|
                  yield(text) || text
                end
              else
                texts
              end
            end)
          end
        end
        private_class_method :effects

        # Tests of the column whose input is the picked row, and rows that a column offers; a name may stand there without
        # quotes.
        def self.table_with(table, name, &)
          tests = places(table.inputs) { |text| text.strip.casecmp?(name) }
          offers = places(table.columns) { |output| output.kind == 'offer' && output.target.casecmp?(name) }
          return table if tests.empty? && offers.empty?

          table.with(rows: table.rows.map { |row| row.with(tests: at(row.tests, tests, &), values: at(row.values, offers, &)) })
        end
        private_class_method :table_with

        def self.places(list) = list.each_index.select { |index| yield(list[index]) }
        private_class_method :places

        def self.at(texts, places, &) = texts.each_with_index.map { |text, index| places.include?(index) ? test(text.to_s, &) : text }
        private_class_method :at

        def self.test(text, &)
          return text.split(',').map { |word| (yield word.strip) || word.strip }.join(', ') unless text.include?('"')

          Formula::Rewrite.texts(text, &)
        end
        private_class_method :test
      end
    end
  end
end
