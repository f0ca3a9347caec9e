# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Overrides of what rules, tables and formulas decide.
      module Overrides
        # Overrides a value or a state, for all variants or for those of the +rows+ (table => row); in place of the one that
        # is there. The reason is not optional: whoever meets it later must be able to judge it; +person+ and +date+ say whom to
        # ask.
        def self.put_override(family, target:, value:, reason:, rows_of: {}, person: '', date: '')
          if reason.strip.empty?
            raise Error.new(Wording[:an_override_of_target_needs_a_reason, target: target], remedy: Wording[:say_why_it_is_so_here])
          end
          raise Error.new(Wording[:an_override_of_target_needs_a_value, target: target], remedy: Wording[:type_one]) if value.strip.empty?

          rows = rows(family, rows_of)
          family.with(overrides: Edits.put(family.overrides,
                                           Override.from_tree('target' => target, 'value' => value.strip,
                                                              'reason' => reason.strip, 'rows' => rows,
                                                              'person' => person, 'date' => date)))
        end

        # Lets a feature or a part (+subject+), or the variants of some rows, opt out of a named set of rules, with the reason.
        def self.put_opt_out(family, set:, reason:, subject: '', rows_of: {})
          Edits.refuse_set(family, set)
          if reason.strip.empty?
            raise Error.new(Wording[:opting_out_of_set_needs_a_reason, set: set], remedy: Wording[:say_why_it_is_so_here])
          end
          if subject.empty? == rows_of.empty?
            raise Error.new(Wording[:nothing_opts_out_of_set, set: set], remedy: Wording[:name_a_feature_or_a_part])
          end

          subject = Edits.find(family.parts + family.features, subject, 'part or feature').name unless subject.empty?
          made = OptOut.from_tree('set' => set, 'subject' => subject, 'reason' => reason.strip, 'rows' => rows(family, rows_of))
          family.with(opt_outs: Edits.put(family.opt_outs, made))
        end

        # Lets two things (by their paths) run into each other, with the reason.
        def self.allow_pair(family, one:, other:, reason:)
          if reason.strip.empty?
            raise Error.new(Wording[:allowing_one_and_other_needs_a_reason, one: one, other: other], remedy: Wording[:say_why])
          end

          [one, other].each { |path| Edits.find(family.parts + family.components, path.split('.').first.to_s, 'part or component') }
          made = Allowance.from_tree('one' => one, 'other' => other, 'reason' => reason.strip)
          family.with(allowances: Edits.put(family.allowances, made))
        end

        # Takes that back, by its name.
        def self.lift_allowance(family, name:) = family.with(allowances: Edits.drop(family.allowances, name, 'allowed pair'))

        # Takes an opting out back, by its name.
        def self.lift_opt_out(family, name:) = family.with(opt_outs: Edits.drop(family.opt_outs, name, 'opting out'))

        def self.rows(family, given) = given.to_h { |table, row| [Edits.find(family.tables, table, 'table').name, row] }
        private_class_method :rows

        # Lifts an override, by its name.
        def self.lift_override(family, name:) = family.with(overrides: Edits.drop(family.overrides, name, 'override'))
      end
    end
  end
end
