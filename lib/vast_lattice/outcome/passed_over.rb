# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words for deciders that could have decided a target and did not, for Because.
    module PassedOver
      private

      # Rules that could decide this target but do not apply now, and an empty table cell.
      def passed_over(target, decision)
        rules_over(target, decision) + opted_out_over(target) + table_over(target, decision)
      end

      def rules_over(target, decision)
        rules = @bound.ladder(target).rules.grep(Plan::Bound::Rule).reject { |rule| rule.rule.name == decision.name }
        rules.map do |rule|
          next Wording[:rule_rule_could_but_this_variant_opts, rule: rule.rule.name, set: rule.rule.set] if opted_out?(rule)
          next Wording[:rule_rule_decides_it_but_is_overridden, rule: rule.rule.name] if overridden?(target, rule, decision)

          conditions = rule.rule.branches.map(&:condition).join('; ')
          with_numbers(Wording[:rule_rule_could_but_not_here_when, rule: rule.rule.name, conditions: conditions], uses(*rule.conditions))
        end
      end

      # Rules that a part or a feature has opted out of.
      def opted_out_over(target)
        return [] if target.value? || @plan.family.opt_outs.empty?

        @plan.family.opted_out(target.subject.name).flat_map do |own|
          rules = @bound.conditionals.select { |source| own.from?(source.source.set) && source.decides.include?(target.name) }
          rules.map do |rule|
            Wording[:rule_could_but_subject_opts_out, rule: rule.title.sub(/\A./, &:upcase), subject: own.subject, set: own.set,
                                                      reason: own.reason]
          end
        end
      end

      def opted_out?(rule) = @outcome.branches[rule.index].to_i > rule.conditions.size

      # Whether a rule applies that would decide a target.
      def overridden?(target, rule, decision)
        decision.kind == :override && @bound.ladder(target).saying(rule.index, @outcome.branches[rule.index])
      end

      def table_over(target, decision)
        column = @bound.ladder(target).column
        return [] if column.nil? || %i[table rule].include?(decision.kind)

        table = @bound.tables[column.table]
        return cell_overridden(column, table.table) if decision.kind == :override

        row = @outcome.pick.rows[column.table]
        fault = row && table.faults.fetch(row, []).find { |finding| finding.place.path.last == column.column.target }
        if fault
          return [Wording[:row_of_table_cannot_be_read, row: table.table.rows[row].name, table: table.table.name, fault: fault.wording]]
        end

        [Wording[:table_table_leaves_it_open, table: table.table.name]]
      end

      def cell_overridden(column, table)
        row = table.rows[@outcome.pick.rows[column.table] || table.rows.size]
        said = row&.cell(column.column.target).to_s
        said.empty? ? [] : [Wording[:row_row_of_table_table_says_said, row: row.name, table: table.name, said: said]]
      end
    end
  end
end
