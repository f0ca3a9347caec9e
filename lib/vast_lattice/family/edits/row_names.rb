# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Lets new names of rows follow through all that speaks of the picked row: conditions such as size.row = "A",
      # restrictions of rows, tests of rule tables.
      module RowNames
        # +name+ is that of the picked row (size.row), +to+ new names by old ones.
        def self.followed(family, name, to)
          return family unless spoken_of?(family, name)

          changed = ->(text) { to.find { |old, _| old == text }&.last }
          renamed = Formulas.map(family) { |text| Formula::Rewrite.compared(text, name, &changed) }
          renamed.with(rules: renamed.rules.map { |rule| rule_with(rule, name, &changed) },
                       rule_tables: renamed.rule_tables.map { |table| table_with(table, name, &changed) })
        end

        # A quick look, so that long tables stay the objects that they are.
        def self.spoken_of?(family, name)
          lean = JSON.generate(family.with(tables: []).to_tree).downcase
          cells = family.tables.flat_map(&:rows).lazy.flat_map { |row| row.cells.values }
          lean.include?(name.downcase) || cells.any? { |text| text.to_s.downcase.include?(name.downcase) }
        end
        private_class_method :spoken_of?

        def self.rule_with(rule, name, &)
          rule.with(branches: rule.branches.map { |branch| branch.with(effects: effects(branch.effects, name, &)) },
                    otherwise: effects(rule.otherwise, name, &))
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

        # Tests of the column whose input is the picked row; a name may stand there without quotes.
        def self.table_with(table, name, &block)
          at = table.inputs.index { |text| text.strip.casecmp?(name) } or return table

          rows = table.rows.map do |row|
            tests = row.tests.each_with_index.map { |text, index| index == at ? test(text, &block) : text }
            row.with(tests: tests)
          end
          table.with(rows: rows)
        end
        private_class_method :table_with

        def self.test(text, &)
          return text.split(',').map { |word| (yield word.strip) || word.strip }.join(', ') unless text.include?('"')

          Formula::Rewrite.texts(text, &)
        end
        private_class_method :test
      end
    end
  end
end
