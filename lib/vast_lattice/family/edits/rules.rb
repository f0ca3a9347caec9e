# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of rules.
      module Rules
        # Adds a rule given in plain form, or replaces the one called +replaces+ (else the one of its name).
        def self.put_rule(family, rule:, replaces: nil)
          made = Rule.from_tree(rule.merge('name' => Edits.checked_title(rule['name'], 'rule')))
          if made.placed_effects.empty?
            raise Error.new(Wording[:rule_made_has_no_effect, made: made.name], remedy: Wording[:add_at_least_one])
          end
          return family.with(rules: Edits.put(family.rules, made)) unless replaces

          family.with(rules: Edits.change(family.rules, replaces, 'rule') { made })
        end

        # Adds a rule table given in plain form, or replaces the one of its name.
        def self.put_rule_table(family, rule_table:)
          made = RuleTable.from_tree(rule_table.merge('name' => Edits.checked_title(rule_table['name'], 'rule table')))
          family.with(rule_tables: Edits.put(family.rule_tables, made))
        end

        # Removes a rule table.
        def self.remove_rule_table(family, name:)
          family.with(rule_tables: Edits.drop(family.rule_tables, name, 'rule table'))
        end

        # Adds a group of alternatives, or replaces the one of its name; without features it goes.
        def self.put_alternatives(family, name:, features:, none: false)
          group = Alternatives.from_tree('name' => Edits.checked_title(name, 'group'), 'features' => features, 'none' => none)
          return family.with(alternatives: Edits.drop(family.alternatives, name, 'group')) if features.empty?

          family.with(alternatives: Edits.put(family.alternatives, group))
        end

        # Switches a rule or a rule table on or off.
        def self.switch_rule(family, name:, active:)
          list = family.rule_tables.any? { |table| table.name.casecmp?(name) } ? :rule_tables : :rules
          switched = Edits.change(family.public_send(list), name, 'rule') { |rule| rule.with(active: YesNo.boolean(active) == true) }
          family.with(list => switched)
        end

        # Switches all rules and rule tables of a set on or off; each keeps what it is by itself.
        def self.switch_set(family, set:, active:)
          Edits.refuse_set(family, set)
          others = family.sets_off.reject { |own| own.casecmp?(set) }
          family.with(sets_off: YesNo.boolean(active) == true ? others : [*others, set])
        end

        # Moves a rule before another, or to the end. The order of rules never changes what they mean.
        def self.move_rule(family, name:, before: nil) = family.with(rules: Edits.moved(family.rules, name, before, 'rule'))

        # Removes a rule.
        def self.remove_rule(family, name:) = family.with(rules: Edits.drop(family.rules, name, 'rule'))
      end
    end
  end
end
