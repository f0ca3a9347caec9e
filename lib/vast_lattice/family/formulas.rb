# frozen_string_literal: true

module VastLattice
  class Family
    # Every text of a family that is or may be a formula, as one function over families: what renaming and
    # searching need.
    class Formulas
      # The family with each formula text replaced by what the block makes of it. Texts and choices that are
      # meant as they stand are left alone.
      def self.map(family, &change) = new(family, change).map

      # Calls the block with each of these texts.
      def self.each(family, &)
        map(family) do |text|
          yield text
          text
        end
        nil
      end

      def initialize(family, change)
        @family = family
        @change = change
      end

      def map
        lists = { parameters: :parameter, parts: :part, components: :component, tables: :table, rules: :rule, rule_tables: :rule_table,
                  forms: :form, drawing_sheets: :drawing_sheet }
        changed = lists.to_h { |list, one| [list, @family.public_send(list).map { |item| send(one, item) }] }
        @family.with(base_price: formula(@family.base_price), patterns: @family.patterns.transform_values { |text| pattern_text(text) },
                     overrides: @family.overrides.map { |own| own.with(value: entry(own.value, @family.parameter(own.target))) }, **changed)
      end

      private

      # The formulas of a label pattern stand in braces.
      def pattern_text(text) = LabelText.map(text) { |inner| formula(inner) }

      def formula(text) = text && @change.call(text)

      # An entry for a parameter: a text is a formula only after =.
      def entry(text, parameter)
        return text unless text.is_a?(String)

        parameter&.textual? ? worded(text) : formula(text)
      end

      def parameter(parameter)
        parameter.with(default: entry(parameter.default, parameter), formula: formula(parameter.formula),
                       least: formula(parameter.least), most: formula(parameter.most), step: formula(parameter.step),
                       applies_when: formula(parameter.applies_when))
      end

      def part(part)
        part.with(stock: part.stock.map_entries { |text| dimension(text) }, at: place(part.at), least_wall: formula(part.least_wall),
                  built_when: formula(part.built_when), shown_when: formula(part.shown_when),
                  features: part.features.map { |feature| feature(feature) })
      end

      def component(component)
        component.with(rows: component.rows.transform_values { |text| row_pick(text) },
                       values: component.values.transform_values { |text| given(text) }, called: pattern_text(component.called),
                       at: component_place(component.at), pattern: pattern(component.pattern),
                       envelope: component.envelope&.map { |text| formula(text) },
                       built_when: formula(component.built_when), shown_when: formula(component.shown_when))
      end

      def row_pick(text)
        pick = RowPick.read(text)
        changed = pick.formula? ? formula(pick.text) : pick.text
        changed == pick.text ? text : pick.with(text: changed).to_s
      end

      # What a component is given may be a word of the other family: a name alone is a formula only where it is one of a number.
      def given(text)
        text = text.to_s
        return worded(text) if text.start_with?('=')
        return formula?(text) ? formula(text) : text unless text.match?(NAME)

        own = @family.parameter(text.strip)
        text.include?('.') || (own && !own.textual?) ? formula(text) : text
      end
      NAME = /\A\s*[\p{L}_][\p{L}\p{N}_.]*\s*\z/
      private_constant :NAME

      def formula?(text)
        Formula::Parser.parse(text) && true
      rescue Formula::Error
        false
      end

      def component_place(place)
        place&.with(**place.axes.transform_values { |axis| axis.with(offset: formula(axis.offset)) },
                    **ComponentPlace::TURNS.to_h { |turn| [turn, formula(place.public_send(turn))] })
      end

      def place(place) = place&.with(**place.to_h.transform_values { |text| formula(text) })

      def feature(feature)
        texts = FEATURE_KINDS.key?(feature.kind) ? FEATURE_KINDS.fetch(feature.kind).measures.reject(&:number?).map(&:name) : []
        dimensions = feature.dimensions.to_h { |name, text| [name, texts.include?(name) ? worded(text) : formula(text)] }
        feature.with(dimensions: dimensions, horizontal: anchor(feature.horizontal), vertical: anchor(feature.vertical),
                     pattern: pattern(feature.pattern), built_when: formula(feature.built_when), shown_when: formula(feature.shown_when))
      end

      # Of stocks it is not known which entries are words; a word that is no formula is left alone.
      def dimension(text) = text.to_s.start_with?('=') ? worded(text) : formula(text)

      # A text is a formula only after =.
      def worded(text) = text.to_s.start_with?('=') ? "=#{formula(text[1..])}" : text

      def anchor(anchor) = anchor&.with(offset: formula(anchor.offset))

      def pattern(pattern)
        pattern&.with(dimensions: pattern.dimensions.transform_values { |text| formula(text) }, skip_when: formula(pattern.skip_when))
      end

      def table(table)
        columns = table.columns.map do |column|
          column.with(least: formula(column.least), most: formula(column.most), step: formula(column.step))
        end
        table.with(columns: columns, rows: table.rows.map do |row|
          row.with(cells: row.cells.to_h { |target, text| [target, entry(text, @family.parameter(target))] })
        end)
      end

      def form(form)
        form.with(pages: form.pages.map do |page|
          groups = page.groups.map do |group|
            group.with(shown_when: formula(group.shown_when), fields: group.fields.map do |field|
              field(field)
            end)
          end
          page.with(shown_when: formula(page.shown_when), groups: groups)
        end)
      end

      # What is said on it stands in braces, as in patterns.
      def drawing_sheet(sheet)
        sheet.with(notes: sheet.notes.map { |text| pattern_text(text) },
                   dimensions: sheet.dimensions.map { |own| own.with(text: pattern_text(own.text)) },
                   title_block: sheet.title_block.transform_values { |text| pattern_text(text) })
      end

      def field(field)
        narrowings = field.narrowings.map do |own|
          own.with(condition: formula(own.condition), least: formula(own.least), most: formula(own.most))
        end
        field.with(shown_when: formula(field.shown_when), locked_when: formula(field.locked_when), narrowings: narrowings)
      end

      def rule(rule)
        branches = rule.branches.map { |branch| branch.with(condition: formula(branch.condition), effects: effects(branch.effects)) }
        rule.with(branches: branches, otherwise: effects(rule.otherwise))
      end

      # Tests are lists of formulas with signs before them; names in them are replaced just the same.
      def rule_table(table)
        columns = table.columns
        rows = table.rows.map do |row|
          row.with(tests: row.tests.map { |text| formula(text) },
                   values: row.values.each_with_index.map { |text, at| result(text, columns[at]) })
        end
        table.with(inputs: table.inputs.map { |text| formula(text) }, rows: rows)
      end

      # What is said and choices that are offered are no formulas.
      def result(text, output)
        if output.nil? || output.argument.nil? || output.effect(text).nil? || output.effect(text).arguments.values.first.is_a?(Array)
          return text
        end

        return pattern_text(text.to_s) if output.kind == 'label'

        entry(text, output.sets? ? @family.parameter(output.target) : nil)
      end

      def effects(list)
        list.map do |effect|
          next effect.with(arguments: effect.arguments.transform_values { |text| pattern_text(text.to_s) }) if effect.kind == 'label'

          parameter = @family.parameter(effect.target)
          effect.with(arguments: effect.arguments.transform_values { |text| entry(text, parameter) })
        end
      end
    end
  end
end
