# frozen_string_literal: true

require 'digest'

module VastLattice
  module Exchange
    module DecisionFile
      # Writes one table.
      class Writing
        def initialize(xml, plan, table)
          @xml = xml
          @plan = plan
          @table = table
          @id = "t#{::Digest::SHA256.hexdigest(table.name)[0, 12]}"
          @inputs = table.inputs.map { |text| Cells.of_input(plan, text) }
          @outputs = table.columns.map { |output| Cells.of_output(plan, output) }
        end

        def decision
          @xml.decision('id' => @id, 'name' => @table.name) do
            @xml.description(@table.note) unless @table.note.empty?
            policy = { 'hitPolicy' => @table.policy.upcase }
            policy['aggregation'] = @table.aggregate.upcase if @table.policy == 'collect' && @table.aggregate
            @xml.decisionTable('id' => "#{@id}_table", **policy) { columns && rows }
          end
        end

        private

        def columns
          @table.inputs.each_with_index do |text, at|
            @xml.input('id' => "#{@id}_i#{at}", 'label' => text) do
              @xml.inputExpression('id' => "#{@id}_e#{at}", 'typeRef' => TYPES.fetch(@inputs[at].kind)) { written(text) }
            end
          end
          ranks = @table.ranks
          @table.outputs.each_with_index do |text, at|
            @xml.output('id' => "#{@id}_o#{at}", 'name' => text, 'typeRef' => TYPES.fetch(@outputs[at].kind)) do
              order = ranks[at].to_a
              next if order.empty?

              @xml.outputValues('id' => "#{@id}_v#{at}") { written(order.map { |value| @outputs[at].result(value) }.join(', ')) }
            end
          end
        end

        def rows
          @table.rows.each_with_index do |row, line|
            @xml.rule('id' => "#{@id}_r#{line}") do
              @xml.description(row.note) unless row.note.empty?
              row.tests.each_with_index { |test, at| @xml.inputEntry('id' => "#{@id}_r#{line}_#{at}") { written(@inputs[at].test(test)) } }
              row.values.each_with_index do |text, at|
                @xml.outputEntry('id' => "#{@id}_r#{line}_o#{at}") do
                  written(@outputs[at].result(text))
                end
              end
            end
          end
        end

        def written(text) = @xml.text_(text)
      end
    end
  end
end
