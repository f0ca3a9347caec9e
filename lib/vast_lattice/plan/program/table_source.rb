# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # A Bound::RuleTable as source: the list of the rows that count.
      class TableSource
        def initialize(table, constants)
          @table = table
          @constants = constants
        end

        # nil where it is undefined which rows count. Rows that may not hit together and decide nothing are told here.
        def branch
          b = "b#{@table.index}"
          given = [keep(@table.table.policy), "[#{hits.join(', ')}].compact", keep(@table.order)].join(', ')
          called = RuleSource.unless_opted_out(@table, "#{keep(HitPolicy.method(:rows))}.call(#{given})", '[]')
          ["#{b} = #{called}",
           "f << [:undefined_table, #{@table.index}] if #{b}.nil?", *(told_clash(b) if silent?)].join("\n")
        end

        private

        def hits
          ranked = @table.ranked
          @table.conditions.each_with_index.map do |condition, row|
            value = ranked[row] ? Formula::Emitter.settled(ranked[row]) : 'nil'
            Formula::Emitter.choice(condition, "[#{row}, #{value}]", 'nil', keep([row, HitPolicy::UNDEFINED]))
          end
        end

        def silent? = @table.table.policy == 'unique' && @table.decisions.empty?
        def told_clash(rows) = "f << [:hit_clash, #{@table.index}, nil, #{rows}] if #{rows} && #{rows}.size > 1"
        def keep(object) = @constants.keep(object)
      end
    end
  end
end
