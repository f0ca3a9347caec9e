# frozen_string_literal: true

module VastLattice
  module Checks
    # Values at which conditions turn: the constants that a name is compared with, each with its neighbours just below and just
    # above it; all choices; yes and no; all rows of a table. What decides between two rules happens at one of them.
    class Borders
      # The smallest step from a value, in the unit that it is shown in, where it has none of its own.
      FINE = 0.001
      # Rows of a table that are tried.
      MOST_ROWS = 200

      # Of some Typed conditions of a plan.
      def initialize(plan, conditions)
        @plan = plan
        @found = Hash.new { |targets, index| targets[index] = {} }
        conditions.each { |condition| look(condition) }
      end

      # {Target => the constants that it is compared with}.
      def constants = @found.to_h { |index, constants| [@plan.targets[index], constants.keys] }

      # {Target => its values, as the program holds them, in order}.
      def values
        @found.to_h do |index, constants|
          target = @plan.targets[index]
          [target, within(target, spread(target, constants.keys))]
        end
      end

      # [Target, value, :below | :at | :above] for each number that a name is compared with.
      def cases
        @found.flat_map do |index, constants|
          target = @plan.targets[index]
          next [] unless target.type.number?

          constants.keys.sort.flat_map { |value| around(target, value).map { |near, where| [target, near, where] } }
        end
      end

      private

      def look(node)
        compared(node) if %i[compare in between].include?(node.kind)
        note(node) if node.kind == :name
        node.parts.each { |part| look(part) }
      end

      # A name that stands anywhere in a condition matters, also without a constant.
      def note(node) = own?(node.data) && @found[node.data.index]

      def own?(variable) = variable.index >= 0 && variable.index < @plan.targets.size

      def compared(node)
        names, others = node.parts.partition { |part| part.kind == :name && own?(part.data) }
        constants = others.flat_map { |part| literals(part) }
        names.each { |name| constants.each { |value| @found[name.data.index][value] = true } }
      end

      # Constant values in a test, also those that are computed from constants: 1 m / 2.
      def literals(node)
        return node.parts.flat_map { |part| literals(part) } if %i[range list against].include?(node.kind)

        node.constant? ? [Formula.value(node, @plan.lists)].reject { |value| Undefined.is?(value) } : []
      rescue Formula::Error, ZeroDivisionError
        []
      end

      def spread(target, constants)
        return [true, false] if target.type.boolean?
        return constants.flat_map { |value| around(target, value).keys }.uniq.sort if target.type.number?

        (target.type.choices.to_a.first(MOST_ROWS) + constants).uniq
      end

      # {value => :below, :at or :above}: a constant, if the name can have it, and what it can have next to that.
      def around(target, value)
        grid = Grid.of(@plan, target)
        if grid
          return { grid.till(value, open: true) => :below, **(grid.on?(value) ? { value => :at } : {}),
                   grid.from(value, open: true) => :above }
        end

        fine = FINE * target.unit.factor.to_f
        { value - fine => :below, value => :at, value + fine => :above }.transform_keys do |near|
          Rounding.of(near, target.type.dimension.decimals)
        end
      end

      # Values that the limits of the parameter allow.
      def within(target, values)
        return values unless target.type.number?

        least, most = @plan.bound.items[target.index].fixed_limits(@plan.lists)
        values.select { |value| (least.nil? || value >= least) && (most.nil? || value <= most) }
      end
    end
  end
end
