# frozen_string_literal: true

require 'nokogiri'
require 'digest'

module VastLattice
  module Exchange
    # Rule tables as decision tables of DMN 1.3 XML (OMG DMN 1.3, chapters 8 and 13.3), out and in. FEEL has no units: numbers are
    # written in the unit of their input or output, bare, and read back so.
    module DecisionFile
      MODEL = 'https://www.omg.org/spec/DMN/20191111/MODEL/'
      NAMESPACE = 'https://vast-lattice.invalid/decisions'
      # Bytes of a file, and tables in one.
      LARGEST = 2_000_000
      MOST = 50
      TYPES = { number: 'number', boolean: 'boolean', text: 'string' }.freeze
      private_constant :TYPES

      module_function

      # The XML of some rule tables of a plan's family.
      def write(plan, tables = plan.family.rule_tables)
        Nokogiri::XML::Builder.new(encoding: 'UTF-8') do |xml|
          xml.definitions('xmlns' => MODEL, 'id' => 'decisions', 'name' => plan.family.name, 'namespace' => NAMESPACE) do
            tables.each { |table| Writing.new(xml, plan, table).decision }
          end
        end.to_xml
      end

      # Rule tables in plain form, of a plan's family. Raises Unreadable.
      def read(bytes, plan)
        refuse('The file is larger than 2 MB.', 'Split it.') if bytes.bytesize > LARGEST
        root = Nokogiri::XML(bytes) { |options| options.nonet.strict }.root
        found = root ? root.xpath('.//*[local-name()="decision"][*[local-name()="decisionTable"]]') : []
        refuse('There is no decision table in this file.', 'Bring in a DMN file with one at least.') if found.empty?
        refuse("The file holds more than #{MOST} decision tables.", 'Split it.') if found.size > MOST

        found.map { |decision| Reading.new(decision, plan).tree }
      rescue Nokogiri::XML::SyntaxError
        refuse('The file is no XML that can be read.', 'Save it again as DMN.')
      end

      def refuse(message, remedy) = raise(Unreadable.because(message, remedy: remedy))

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
          @table.outputs.each_with_index do |text, at|
            @xml.output('id' => "#{@id}_o#{at}", 'name' => text, 'typeRef' => TYPES.fetch(@outputs[at].kind)) do
              order = priorities[at]
              next if order.to_a.empty?

              @xml.outputValues('id' => "#{@id}_v#{at}") { written(order.map { |value| @outputs[at].result(value) }.join(', ')) }
            end
          end
        end

        # {number of an output => its values by priority}: those of what is set, in their order.
        def priorities
          set = @table.columns.each_index.select { |at| @table.columns[at].sets? }
          set.zip(@table.priorities_by_output).to_h
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

      # Texts of one column, as FEEL has them and back.
      class Cells < Value.with(:kind, :unit, type: nil)
        # What FEEL has where nothing is said.
        BLANK = 'null'

        # Values, limits and amounts have units; all else is text. A name that nobody knows counts as a number.
        def self.of_output(plan, output)
          target = output.named? ? plan.symbols[output.target] : nil
          return of_target(target) if target && (output.sets? || output.kind == 'limit')

          new(kind: output.sets? ? :number : :text, unit: Units::PLAIN)
        end

        def self.of_target(target) = new(kind: target.type.kind, unit: target.unit, type: target.type)

        # A lone name has its unit, all else base units.
        def self.of_input(plan, text)
          plan = plan.reading(text)
          typed = Formula.type(text, plan.symbols.scope)
          target = typed.kind == :name ? plan.targets[typed.data.index] : nil
          unit = target&.unit || Units[typed.type.number? && !typed.type.plain? ? typed.type.dimension.base_unit : '']
          new(kind: typed.type.kind, unit: unit, type: typed.type)
        end

        def test(text) = text.strip == '-' ? '-' : bare(Plan::RuleTableBinder.quoted(text, type))

        def result(text)
          text = text.to_s.strip
          return BLANK if text.empty?
          return bare(text.delete_prefix('=').strip) if kind == :number || text.start_with?('=')
          return Words.boolean(text).nil? ? text : Words.boolean(text).to_s if kind == :boolean

          JSON.generate(text)
        end

        # A result as it is typed: a quoted text without its quotes, a formula after =.
        def typed(text)
          return '' if text == BLANK
          return text unless kind == :text

          parsed = Formula::Parser.parse(text)
          parsed.kind == :text ? parsed.data : "= #{text}"
        rescue Formula::Error
          text
        end

        private

        # Numbers with a unit, in that of the column.
        def bare(text)
          letters = text.chars
          Formula::Lexer.tokens(text).select { |token| token.kind == :number && token.unit }.reverse_each do |token|
            next unless token.unit.dimension == unit.dimension

            amount = unit.from_base(token.unit.to_base(token.value)).then { |exact| Rounding.of(exact.to_f) }
            letters[token.span.start, token.span.length] = Units::Format.exact(amount).chars
          end
          letters.join
        rescue Formula::Error
          text
        end
      end

      # Reads one decision.
      class Reading
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
            DecisionFile.refuse("\"#{@name}\" has the hit policy #{policy.upcase}.", "Choose one of #{known}.")
          end
        end

        # Without an operator a table collects a list: of prices and words that is what they do anyway; a value is one.
        def aggregate
          return unless policy == 'collect'
          return @table['aggregation'].downcase if @table['aggregation']

          set = outputs.find { |text| Family::Output.read(text).sets? } or return
          DecisionFile.refuse("\"#{@name}\" collects a list of values for #{set}, which has one value.",
                              'Give the table an aggregation: SUM, MIN, MAX or COUNT, or another hit policy.')
        end

        def heads = outputs.one? ? { 'output' => outputs.first } : { 'outputs' => outputs }

        # The name of each output; of a lone one perhaps that of the decision.
        def outputs
          @outputs ||= begin
            found = inner(@table, 'output')
            DecisionFile.refuse("\"#{@name}\" has no output.", 'Bring in tables with one at least.') if found.empty?

            named = found.map { |output| output['name'] || output['label'] }
            named = [named.first || inner(@decision, 'variable').first&.[]('name') || @name] if named.size == 1
            DecisionFile.refuse("\"#{@name}\" has an output without a name.", 'Give each of several outputs a name.') unless named.all?
            named
          end
        end

        def inputs = inner(@table, 'input').map { |input| text(inner(input, 'inputExpression').first || input) }

        def cells = @cells ||= outputs.map { |text| Cells.of_output(@plan, Family::Output.read(text)) }

        # Of each output that is set; of one alone a plain list. Without a list of the first, nothing is ranked.
        def priorities
          set = outputs.each_index.select { |at| Family::Output.read(outputs[at]).sets? }
          found = set.map { |at| allowed(at) }
          found.drop(1).any?(&:any?) ? found : found.first.to_a
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
          unless policy == 'first'
            DecisionFile.refuse("\"#{@name}\" has a default output (#{values.reject(&:empty?).join(', ')}) and the hit policy #{policy.upcase}.",
                                'Give it the hit policy FIRST, where the default becomes the last line; or take the default out and let the ' \
                                'parameter have it.')
          end
          { 'tests' => inputs.map do
            '-'
          end, **(values.size == 1 ? { 'value' => values.first } : { 'values' => values }), 'note' => 'Default' }
        end

        def read_rows
          inner(@table, 'rule').map do |rule|
            tests = inner(rule, 'inputEntry').map { |entry| text(entry).then { |test| test.empty? ? '-' : test } }
            entries = inner(rule, 'outputEntry')
            values = cells.each_with_index.map { |cell, at| entries[at] ? cell.typed(text(entries[at])) : '' }
            note = said(rule, 'description')
            { 'tests' => tests, **(values.size == 1 ? { 'value' => values.first } : { 'values' => values }),
              **(note.empty? ? {} : { 'note' => note }) }
          end
        end
      end
      private_constant :Writing, :Cells, :Reading
    end
  end
end
