# frozen_string_literal: true

module VastLattice
  module Exchange
    module DecisionFile
      # Reads one decision.
      class DecisionReader
        def initialize(decision, plan)
          @decision = decision
          @plan = plan
          @table = inner(decision, 'decisionTable').first
          @name = decision['name'].to_s.strip.then { |name| name.empty? ? decision['id'].to_s : name }
        end

        # Plain form of the rule table.
        def tree
          tree = { 'name' => @name, 'note' => said(@decision, 'description'), 'policy' => policy, 'aggregate' => aggregate,
                   **heads, 'inputs' => inputs, 'priorities' => priorities, 'rows' => rows }
          tree.reject { |_, value| value.nil? || value.empty? }
        end

        private

        def inner(node, name) = node.xpath("./*[local-name()=\"#{name}\"]")
        def said(node, name) = inner(node, name).first&.text.to_s.strip
        def text(node) = said(node, 'text')

        def policy
          (@table['hitPolicy'] || 'UNIQUE').downcase.tap do |policy|
            next if Family::RuleTable::POLICIES.include?(policy)

            known = Family::RuleTable::POLICIES.join(', ')
            DecisionFile.refuse(Wording[:name_has_the_hit_policy_policy, name: @name, policy: policy.upcase],
                                Wording[:choose_one_of_names, names: known])
          end
        end

        # Without an operator a table collects a list: of prices and words that is what they do anyway; a value is one.
        def aggregate
          return unless policy == 'collect'
          return @table['aggregation'].downcase if @table['aggregation']

          set = outputs.find { |text| Family::Output.read(text).sets? } or return
          DecisionFile.refuse(Wording[:name_collects_a_list_of_values, name: @name, set: set],
                              Wording[:give_the_table_an_aggregation_sum_min])
        end

        def heads = outputs.one? ? { 'output' => outputs.first } : { 'outputs' => outputs }

        # The name of each output; of a lone one perhaps that of the decision.
        def outputs
          @outputs ||= begin
            found = inner(@table, 'output')
            DecisionFile.refuse(Wording[:name_has_no_output, name: @name], Wording[:bring_in_tables_with_one_at_least]) if found.empty?

            named = found.map { |output| output['name'] || output['label'] }
            named = [named.first || inner(@decision, 'variable').first&.[]('name') || @name] if named.size == 1
            unless named.all?
              DecisionFile.refuse(Wording[:name_has_an_output_without_a_name, name: @name], Wording[:give_each_of_several_outputs_a_name])
            end
            named
          end
        end

        def inputs = inner(@table, 'input').map { |input| text(inner(input, 'inputExpression').first || input) }

        def cells = @cells ||= outputs.map { |text| Cells.of_output(@plan, Family::Output.read(text)) }

        # Of each output that is set; of one alone a plain list. Without a list of the first, nothing is ranked.
        def priorities
          set = outputs.each_index.select { |at| Family::Output.read(outputs[at]).sets? }
          Family::RuleTable.priorities(set.map { |at| allowed(at) })
        end

        # Values of an output in their order.
        def allowed(at)
          values = inner(inner(@table, 'output')[at], 'outputValues').first
          values ? text(values).scan(/"(?:[^"\\]|\\.)*"|[^,\s][^,]*/).map { |value| cells[at].typed(value.strip) } : []
        end

        def rows = read_rows + [default_row].compact

        # What holds where no rule fits: a last line that always does, where the first one counts.
        def default_row
          given = inner(@table, 'output').map { |output| inner(output, 'defaultOutputEntry').first }
          return if given.none?

          values = cells.each_with_index.map { |cell, at| given[at] ? cell.typed(text(given[at])) : '' }
          refuse_default(values.reject(&:empty?)) unless policy == 'first'
          { 'tests' => inputs.map { '-' }, **said_values(values), 'note' => 'Default' }
        end

        def refuse_default(values)
          DecisionFile.refuse(Wording[:name_has_a_default_output_values, name: @name, values: values, policy: policy.upcase],
                              Wording[:give_it_the_hit_policy_first_where])
        end

        def said_values(values) = values.one? ? { 'value' => values.first } : { 'values' => values }

        def read_rows
          inner(@table, 'rule').map do |rule|
            tests = inner(rule, 'inputEntry').map { |entry| text(entry).then { |test| test.empty? ? '-' : test } }
            entries = inner(rule, 'outputEntry')
            values = cells.each_with_index.map { |cell, at| entries[at] ? cell.typed(text(entries[at])) : '' }
            note = said(rule, 'description')
            { 'tests' => tests, **said_values(values), **(note.empty? ? {} : { 'note' => note }) }
          end
        end
      end
    end
  end
end
