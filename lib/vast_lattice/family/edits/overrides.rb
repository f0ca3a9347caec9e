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
          raise Error.new("An override of #{target} needs a reason.", remedy: 'Say why it is so here.') if reason.strip.empty?
          raise Error.new("An override of #{target} needs a value.", remedy: 'Type one.') if value.strip.empty?

          rows = rows(family, rows_of)
          family.with(overrides: Edits.put(family.overrides,
                                           Override.from_tree('target' => target, 'value' => value.strip,
                                                              'reason' => reason.strip, 'rows' => rows,
                                                              'person' => person, 'date' => date)))
        end

        # Lets a feature or a part (+subject+), or the variants of some rows, opt out of a named set of rules, with the reason.
        def self.put_opt_out(family, set:, reason:, subject: '', rows_of: {})
          Edits.refuse_set(family, set)
          raise Error.new("Opting out of #{set} needs a reason.", remedy: 'Say why it is so here.') if reason.strip.empty?
          raise Error.new("Nothing opts out of #{set}.", remedy: 'Name a feature or a part, or rows.') if subject.empty? == rows_of.empty?

          subject = Edits.find(family.parts + family.features, subject, 'part or feature').name unless subject.empty?
          made = OptOut.from_tree('set' => set, 'subject' => subject, 'reason' => reason.strip, 'rows' => rows(family, rows_of))
          family.with(opt_outs: Edits.put(family.opt_outs, made))
        end

        # Lets two things (by their paths) run into each other, with the reason.
        def self.allow_pair(family, one:, other:, reason:)
          raise Error.new("Allowing #{one} and #{other} needs a reason.", remedy: 'Say why it is so.') if reason.strip.empty?

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
