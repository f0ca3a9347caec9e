# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Renaming. A new name follows through every formula, condition, cell, column, rule and form.
      module Renames
        # Renames a parameter.
        def self.rename_parameter(family, name:, to:)
          found = Edits.find(family.parameters, name, 'parameter')
          name = found.name
          to = free_name(family, name, to)
          changed = listed(family) { |used| to if used.casecmp?(name) }
          renamed = Formulas.map(family) { |text| Formula::Rewrite.names(text, &changed) }
          renamed = renamed.with(parameters: renamed.parameters.map { |item| item.name == name ? item.with(name: to) : item })
          References.map(renamed) { |target| target.casecmp?(name) ? to : target }
        end

        # Renames a feature; its states follow: windows.built becomes openings.built.
        def self.rename_feature(family, name:, to:)
          from = Edits.find(family.features, name, 'feature').name
          to = free_name(family, from, to)
          changed = ->(target) { rename_dotted(target, from, to) }
          names = listed(family, &changed)
          renamed = rename_in_recipes(Formulas.map(family) { |text| Formula::Rewrite.names(text, &names) }, from, to)
          References.map(renamed) { |target| target.casecmp?(from) ? to : changed.call(target) || target }
        end

        # Renames a part; its material follows: frame.material becomes side.material.
        def self.rename_part(family, name:, to:)
          from = Edits.find(family.parts, name, 'part').name
          to = free_name(family, from, to)
          changed = ->(target) { rename_dotted(target, from, to) }
          names = listed(family, &changed)
          renamed = Formulas.map(family) { |text| Formula::Rewrite.names(text, &names) }
          renamed = renamed.with(parts: renamed.parts.map { |part| part.name == from ? part.with(name: to) : part })
          References.map(leaning(renamed, from, to)) { |target| target.casecmp?(from) ? to : changed.call(target) || target }
        end

        # Renames a component; what is inside follows: leg.height becomes post.height.
        def self.rename_component(family, name:, to:)
          from = Edits.find(family.components, name, 'component').name
          to = free_name(family, from, to)
          changed = ->(target) { rename_dotted(target, from, to) }
          renamed = Formulas.map(family) { |text| Formula::Rewrite.names(text, &changed) }
          renamed = renamed.with(components: renamed.components.map { |own| own.name == from ? own.with(name: to) : own })
          References.map(leaning(renamed, from, to)) { |target| target.casecmp?(from) ? to : changed.call(target) || target }
        end

        # Renames a form.
        def self.rename_form(family, name:, to:)
          raise Error.new(Wording[:there_is_a_form_to_already, to: to], remedy: Wording[:choose_another_name]) if taken?(family.forms,
                                                                                                                         name, to)

          family.with(forms: Edits.change(family.forms, name, 'form') { |form| form.with(name: Edits.checked_name(to)) })
        end

        # Renames a table; its columns as lists and its picked row follow: bolts.length, size.row.
        def self.rename_table(family, name:, to:)
          raise Error.new(Wording[:there_is_a_table_name_already, name: to], remedy: Wording[:choose_another_name]) if taken?(family.tables,
                                                                                                                              name, to)

          from = Edits.find(family.tables, name, 'table').name
          changed = ->(target) { rename_dotted(target, from, Edits.checked_name(to)) }
          renamed = Formulas.map(family) { |text| Formula::Rewrite.names(text, &changed) }
          renamed = renamed.with(tables: Edits.change(renamed.tables, from, 'table') { |table| table.with(name: Edits.checked_name(to)) },
                                 **RowNames.on_rows(renamed) { |table, row| [table == from ? to : table, row] })
          References.map(renamed) { |target| changed.call(target) || target }
        end

        # Renames a property, which is a column of a table; where it is used as a list, that follows: size.remark.
        def self.rename_property(family, table:, name:, to:)
          found = Edits.find(family.tables, table, 'table')
          column = property(found, name)
          to = Edits.checked_name(to)
          if found.column(to) && !to.casecmp?(column)
            raise Error.new(Wording[:there_is_a_column_name_already, name: to], remedy: Wording[:choose_another_name])
          end

          names = [Name.of(found.name, column).to_s, Name.of(found.name, to).to_s]
          renamed = Formulas.map(family) { |text| Formula::Rewrite.names(text) { |used| names.last if used.casecmp?(names.first) } }
          renamed.with(tables: Edits.change(renamed.tables, found.name, 'table') { |own| with_property(own, column, to) })
        end

        # The property's name as the table writes it.
        def self.property(table, name)
          names = table.columns.select(&:property?).map(&:target)
          names.find { |own| own.casecmp?(name.to_s) } ||
            raise(Error.new(Wording[:there_is_no_property_name, name: name], remedy: Nearest.remedy(name.to_s, names, kind: 'property')))
        end
        private_class_method :property

        def self.with_property(table, from, to)
          table.with(columns: table.columns.map { |column| column.target == from ? column.with(target: to) : column },
                     rows: table.rows.map { |row| row.with(cells: row.cells.transform_keys { |key| key == from ? to : key }) })
        end
        private_class_method :with_property

        # Renames a rule.
        def self.rename_rule(family, name:, to:)
          raise Error.new(Wording[:there_is_a_rule_to_already, to: to], remedy: Wording[:choose_another_name]) if taken?(family.rules,
                                                                                                                         name, to)

          family.with(rules: Edits.change(family.rules, name, 'rule') { |rule| rule.with(name: Edits.checked_title(to, 'rule')) })
        end

        # A function from names in formulas to new ones: that of the block, also for columns that are used as lists
        # (size.length follows length).
        def self.listed(family)
          lambda do |used|
            changed = yield(used) and next changed
            path = Name.read(used)
            column = path.rest && family.table(path.first)&.column(path.rest.to_s)
            to = column && !column.property? && yield(path.rest.to_s)
            Name.of(path.first, to).to_s if to
          end
        end
        private_class_method :listed

        # Recipes and alternatives with a feature under its new name.
        def self.rename_in_recipes(family, from, to)
          parts = family.parts.map { |part| part.with(features: part.features.map { |feature| renamed_feature(feature, from, to) }) }
          groups = family.alternatives.map do |group|
            group.with(features: group.features.map { |feature| feature.casecmp?(from) ? to : feature })
          end
          family.with(parts: parts, alternatives: groups)
        end
        private_class_method :rename_in_recipes

        # A feature under its new name, or on one that has it.
        def self.renamed_feature(feature, from, to)
          feature = feature.with(on: to) if feature.on&.casecmp?(from)
          feature = feature.with(face: renamed_face(feature.face, from, to)) if feature.face
          feature = feature.with(horizontal: renamed_anchor(feature.horizontal, from, to),
                                 vertical: renamed_anchor(feature.vertical, from, to))
          feature.name == from ? feature.with(name: to) : feature
        end
        private_class_method :renamed_feature

        # A flange's faces are called after it.
        def self.renamed_face(face, from, to)
          path = Name.read(face)
          path.of?(from) ? path.under(to).to_s : face
        end
        private_class_method :renamed_face

        def self.renamed_anchor(anchor, from, to) = anchor&.from&.casecmp?(from) ? anchor.with(from: to) : anchor
        private_class_method :renamed_anchor

        # "windows.built" under a new feature name, or nil when it is another's.
        def self.rename_dotted(target, from, to)
          path = Name.read(target)
          path.under(to).to_s if path.rest && path.of?(from)
        end
        private_class_method :rename_dotted

        # Components lean on what has the new name.
        def self.leaning(family, from, to)
          family.with(components: family.components.map do |component|
            component = component.with(twin: to) if component.twin.casecmp?(from)
            next component unless component.at

            axes = component.at.axes.transform_values { |axis| axis.on.casecmp?(from) ? axis.with(on: to) : axis }
            component.with(at: component.at.with(**axes))
          end)
        end
        private_class_method :leaning

        # A name that nothing else has; a change of case only is fine.
        def self.free_name(family, from, to)
          to = Edits.checked_name(to)
          others = Edits.named(family).reject { |item| item.name.casecmp?(from) }
          return to unless others.any? { |item| item.name.casecmp?(to) }

          raise Error.new(Wording[:the_name_name_is_taken, name: to], remedy: Wording[:choose_another_name])
        end
        private_class_method :free_name

        def self.taken?(list, name, to) = list.any? { |item| item.name.casecmp?(to.to_s) && !item.name.casecmp?(name.to_s) }
        private_class_method :taken?
      end
    end
  end
end
