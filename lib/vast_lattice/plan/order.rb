# frozen_string_literal: true

module VastLattice
  class Plan
    # Puts rules and targets into an order in which each comes after all it uses. Users never need to
    # know it: any such order gives the same outcome.
    class Order
      # +steps+ are Bound::Rule and Target values; +circle+ lists those that use each other in a circle, each the next, the
      # first again at the end, and +cycle+ their names; both are nil where there is none.
      attr_reader :steps, :circle

      def initialize(bound)
        @bound = bound
        @steps = []
        @state = {}
        @trail = []
        catch(:cycle) { bound.targets.each { |target| visit(target) } }
        bound.rules.each { |rule| visit(rule) } unless circle
      end

      def cycle = circle&.map { |step| name(step) }

      private

      def visit(step)
        key = [step.class, step.index]
        return if @state[key] == :done
        return close(step) if @state[key] == :open

        @state[key] = :open
        @trail.push(step)
        uses(step).each { |used| visit(used) }
        @trail.pop
        @state[key] = :done
        @steps << step
      end

      # A rule between two targets is on the circle too.
      def close(step)
        @circle = [*@trail.drop(@trail.index(step)), step]
        throw :cycle
      end

      def name(step) = step.is_a?(Bound::Rule) ? "rule #{step.rule.name}" : step.name

      def uses(step)
        return targets(step.variables) if step.is_a?(Bound::Rule)

        trees = trees(step).compact.flat_map(&:variables)
        column = @bound.column(step)
        rules = @bound.decisions(step).map(&:first).uniq
        rules + @bound.parents(step) + targets(trees + (column ? column.variables : []))
      end

      # Every formula that may have a say in a target.
      def trees(step)
        item = @bound.items[step.index]
        [item.formula, item.default, item.applies, *@bound.decisions(step).map { |_, _, decision| decision.value },
         *@bound.rule_tables_for(step).flat_map { |table| table.rows.flatten }]
      end

      def targets(variables) = variables.map { |variable| @bound.targets[variable.index] }.uniq
    end
  end
end
