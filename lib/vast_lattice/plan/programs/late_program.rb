# frozen_string_literal: true

module VastLattice
  class Plan
    # What rules and rule tables say that is known only when the shape is: prices by mass, warnings of weight, limits of what is
    # measured. Compiled like the Program.
    class LateProgram
      # What Emitter calls a variable.
      NAME = /\bv(\d+)\b/
      private_constant :NAME

      # The Measured that it uses.
      attr_reader :measured

      # +lists+ as in Program.
      def initialize(bound, symbols, lists)
        @bound = bound
        constants = Program::Constants.new
        body = [*bound.late_rules.map { |rule| Program::RuleSource.new(rule, constants).branch },
                *bound.late.map { |source, *said| Program::RuleSource.new(source, constants).said_late(*said) }]
        indexes = body.flat_map { |text| text.scan(NAME) }.flatten.map(&:to_i).uniq
        @measured = symbols.measured.select { |own| indexes.include?(own.index) }
        known = indexes.map { |index| "v#{index} = #{index > symbols.targets.size ? 'm' : 'v'}[#{index}]" }
        source = ['f = []', 'e = []', *constants.names, *taken, *known,
                  *('budget = Budget.new' if body.any? { |text| text.include?('budget') }), *body, "[f, e, #{result}]"]
        whole = "lambda { |constants, lists| lambda { |v, b, m, t| #{source.join("\n")} } }"
        @lambda = Formula.compiled(whole, 'late').call(constants.to_a, lists)
      end

      # +values+ of an outcome, its +branches+ by number, what is +measured+ by number, and the picked +rows+ as of Program:
      # [findings, lines, {number of a late rule => branch}].
      def call(values, branches, measured, rows) = @lambda.call(values, branches, measured, rows)

      private

      def taken = @bound.late.map(&:first).uniq.reject(&:late?).map { |source| "b#{source.index} = b[#{source.index}]" }
      def result = "{ #{@bound.late_rules.map { |rule| "#{rule.index} => b#{rule.index}" }.join(', ')} }"
    end
  end
end
