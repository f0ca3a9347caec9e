# frozen_string_literal: true

module VastLattice
  class Plan
    # What is not wrong, but worth knowing about a definition.
    class Advice
      def initialize(bound, family)
        @bound = bound
        @family = family
      end

      def findings = unused + undecided

      private

      def unused
        used = used_indexes
        values.reject { |target| used.include?(target.index) || asked.include?(target.name.downcase) }.map do |target|
          note(:unused_parameter, :note, target, "Nothing uses #{target.name}.", 'Use it in a formula, or remove it.')
        end
      end

      def undecided
        values.filter_map do |target|
          item = @bound.items[target.index]
          next if item.formula || item.default || always_in_table?(target) || !target.type.number? || item.choices

          note(:no_default, :warning, target, "#{target.name} has no default.", 'Give it one, so that it always has a value.')
        end
      end

      def always_in_table?(target)
        column = @bound.column(target)
        cells = column ? column.cells : []
        cells.any? && cells.all?
      end

      def values = @bound.targets.select(&:value?)
      def asked = @asked ||= @family.forms.flat_map(&:fields).to_set { |field| field.ask.downcase }

      def used_indexes
        typed = @bound.items.flat_map { |item| item_trees(item) } + rule_trees + shape_trees + @bound.patterns.flat_map(&:formulas)
        indexes = typed.compact.flat_map(&:variables).map(&:index)
        (indexes + @bound.tables.flat_map(&:columns).flat_map(&:variables).map(&:index)).to_set
      end

      def item_trees(item)
        return [item.condition] if item.is_a?(Bound::State)

        [item.formula, item.default, item.least, item.most, item.step]
      end

      def rule_trees
        @bound.rules.flat_map do |rule|
          rule.conditions + rule.placed.flat_map { |_, item| consequence_trees(item) }
        end
      end

      def consequence_trees(item)
        case item
        when Consequence::Decision then [item.value]
        when Consequence::Limit then [item.least, item.most]
        else []
        end
      end

      def shape_trees
        @bound.stocks.flat_map { |stock| stock.measures.values } +
          @bound.shapes.flat_map { |shape| [*shape.measures.values, shape.horizontal, shape.vertical, shape.count, shape.pitch] }
      end

      def note(code, level, target, message, remedy)
        Finding.new(code: code, level: level, message: message, place: target.place, remedy: remedy)
      end
    end
  end
end
