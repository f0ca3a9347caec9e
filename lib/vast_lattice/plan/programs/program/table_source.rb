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

        # Which of the rows that count do something by outputs that add or narrow, where that is not all of them: lists of rows, once all
        # values are known.
        def chosen
          b = "b#{@table.index}"
          @table.chosen_outputs.map do |at, rows|
            list = Program.chosen(@table, at)
            said = rows.map { |row, item| "when #{row} then [#{row}, #{said_by(item)}]" }.join(' ')
            given = "(#{b} || []).map { |r| case r #{said} end }.compact"
            ["#{list} = #{keep(HitPolicy.method(:chosen))}.call(#{keep(@table.policy)}, #{given})",
             "if #{list}.equal?(#{keep(HitPolicy::CLASH)}) then #{list} = []; " \
             "f << [:output_clash, #{@table.index}, #{at}, #{b}] end"].join("\n")
          end
        end

        private

        def hits
          ranked = @table.ranked
          @table.conditions.each_with_index.map do |condition, row|
            values = ranked[row].to_a.map { |typed| typed ? Formula::Emitter.settled(typed) : keep(HitPolicy::NOTHING) }
            Formula::Emitter.choice(condition, "[#{row}, [#{values.join(', ')}]]", 'nil', keep([row, HitPolicy::UNDEFINED]))
          end
        end

        # What is compared between rows.
        def said_by(item)
          case item
          when Consequence::Limit then Formula::Emitter.settled(item.least || item.most || item.step)
          when Consequence::Line then item.amount ? Formula::Emitter.settled(item.amount) : keep(item.text)
          when Consequence::Notice then keep(item.text)
          else keep(item.values)
          end
        end

        def silent? = @table.table.policy == 'unique' && @table.decisions.empty?
        def told_clash(rows) = "f << [:hit_clash, #{@table.index}, nil, #{rows}] if #{rows} && #{rows}.size > 1"
        def keep(object) = @constants.keep(object)
      end
    end
  end
end
