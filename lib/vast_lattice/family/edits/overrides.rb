# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Overrides of what rules, tables and formulas decide.
      module Overrides
        # Overrides a value or a state, for all variants or for those of the +rows+ (table => row); in place of the one that
        # is there. The reason is not optional: whoever meets it later must be able to judge it.
        def self.put_override(family, target:, value:, reason:, rows_of: {})
          raise Error.new("An override of #{target} needs a reason.", remedy: 'Say why it is so here.') if reason.strip.empty?
          raise Error.new("An override of #{target} needs a value.", remedy: 'Type one.') if value.strip.empty?

          rows = rows_of.to_h { |table, row| [Edits.find(family.tables, table, 'table').name, row] }
          family.with(overrides: Edits.put(family.overrides,
                                           Override.of(target: target, value: value.strip, reason: reason.strip, rows: rows)))
        end

        # Lifts an override, by its name.
        def self.lift_override(family, name:) = family.with(overrides: Edits.drop(family.overrides, name, 'override'))
      end
    end
  end
end
