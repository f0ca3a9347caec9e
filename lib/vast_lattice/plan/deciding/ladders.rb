# frozen_string_literal: true

module VastLattice
  class Plan
    # Builds the Ladder of every target from what is bound of a family.
    class Ladders
      OVERRIDE = Rung::Override.new
      ANSWER = Rung::Answer.new
      ALWAYS = Rung::Always.new
      NOBODY = Rung::Nobody.new
      SAID = Rung::Said.new
      UNGIVEN = Rung::Ungiven.new
      private_constant :OVERRIDE, :ANSWER, :ALWAYS, :NOBODY, :SAID, :UNGIVEN

      # Arguments as the fields of Bound::Family. +opted_out+ gives the sets of rules that a part or feature opts out of.
      def initialize(targets:, items:, rules:, tables:, stocks:, rule_tables: [], overrides: [], opted_out: {})
        @targets = targets
        @items = items
        @tables = tables
        @said = by_target(rules + rule_tables)
        @opted_out = opted_out
        @overrides = overrides.group_by { |own| own.target.index }
        @columns = {}
        tables.flat_map(&:columns).each { |column| @columns[column.target.index] ||= column }
        @parents = parents(stocks)
      end

      # Ladders in the order of the targets.
      def all
        @items.map do |item|
          target = item.target
          Ladder.new(target: target, rungs: rungs(target, item), checks: checks(target, item), parents: @parents.fetch(target.index, []))
        end
      end

      private

      # {class of consequence => {index of target => [[Rule, branch, consequence], …]}}
      def by_target(rules)
        placed = rules.flat_map { |rule| rule.placed.map { |branch, item| [rule, branch, item] } }
        placed.group_by { |_, _, item| item.class }.transform_values do |list|
          list.first.last.respond_to?(:target) ? list.group_by { |_, _, item| item.target.index } : {}
        end
      end

      def said(type, target) = @said.fetch(type, {}).fetch(target.index, [])

      def rungs(target, item)
        case target.kind
        when :row then return [Rung::Picked.new(table: table_of(target), names: target.type.choices)]
        when :count then return [Rung::Counted.new(component: item.component)]
        when :read then return [Rung::Inside.new(outlets: target.port)]
        end

        column = @columns[target.index]
        cells = column && Rung::Cells.new(column: column)
        [*first(target, item), SAID, by_rules(target), (cells unless column&.open?), (ANSWER unless target.computed?),
         (cells if column&.open?), last(target, item)].compact
      end

      # What is stronger than rules.
      def first(target, item)
        [(Rung::Applies.new(condition: item.applies) if item.applies), OVERRIDE, overrides(target), by_hand(target)]
      end

      def table_of(target) = @tables.index { |bound| bound.table.name == target.subject.name }

      # Those with the most rows first.
      def overrides(target)
        own = @overrides[target.index] or return
        Rung::Overrides.new(overrides: own.sort_by { |one| [-one.rows.size, one.override.name] })
      end

      # A person settles a state: built and shown, built and hidden, or suppressed.
      def by_hand(target)
        return unless target.state? && target.subject.respond_to?(:by_hand) && target.subject.by_hand

        said = { built: { 'suppressed' => false, 'built' => true }, shown: { 'hidden' => false, 'built' => true } }
        value = said.fetch(target.kind)[target.subject.by_hand]
        Rung::ByHand.new(value: value) unless value.nil?
      end

      def by_rules(target)
        found = said(Consequence::Decision, target).reject { |source, _, _| opted_out?(source, target) }
        return if found.empty?

        tables, branches = found.partition { |source, _, _| source.is_a?(Bound::RuleTable) }
        by_tables = tables.map(&:first).uniq(&:index).sort_by { |source| source.table.name }
        Rung::Rules.new(sayings: branches.sort_by { |rule, branch, _| [rule.rule.name, branch] }.map { |one| saying(*one) } +
                                 by_tables.map { |source| saying_of(source, target) })
      end

      def saying(rule, branch, decision)
        Rung::Saying.new(source: rule, branch: branch, value: decision.value, place: decision.place)
      end

      # Values are of no part or feature.
      def opted_out?(source, target)
        return false if @opted_out.empty? || target.value? || target.given? || source.source.set.empty?

        @opted_out.fetch(target.subject.name.downcase, []).any? { |set| set.casecmp?(source.source.set) }
      end

      def saying_of(table, target)
        decisions = table.decisions
        values = decisions.fetch(target).map { |decision| decision&.value }
        Rung::Saying.new(source: table, values: values, leading: decisions.keys.first == target)
      end

      def last(target, item)
        return Rung::Own.new(typed: item.formula, kind: :formula) if item.formula
        return Rung::Own.new(typed: item.default, kind: :default) if item.default

        return UNGIVEN if target.given?

        target.state? ? ALWAYS : NOBODY
      end

      def checks(target, item)
        return row_checks(target, item) if target.kind == :row
        return read_checks(target) if target.read?
        return [] unless target.value?

        [(Check::Whole.new if target.type.number? && target.subject.kind == 'count'), (between(target, item) if target.type.number?),
         (Check::Offered.new(choices: item.choices, offers: offers(target)) if item.choices)].compact
      end

      # So is what is read of components.
      def read_checks(target)
        found = offers(target)
        narrowings = said(Consequence::Limit, target).map { |rule, branch, limit| by_rule(rule, branch, limit) }
        [(Check::Between.new(narrowings: narrowings) if narrowings.any?),
         (Check::Offered.new(choices: target.innermost.type.choices.to_a, offers: found) if found.any?)].compact
      end

      # Rows are checked only where a rule narrows them.
      def row_checks(target, item)
        found = offers(target)
        found.empty? ? [] : [Check::Offered.new(choices: item.choices, offers: found)]
      end

      def offers(target) = said(Consequence::Offer, target).map { |rule, branch, offer| [rule, branch, offer.values, offer] }

      def between(target, item)
        own = { least: item.least, most: item.most, step: item.step }
        narrowings = said(Consequence::Limit, target).map { |rule, branch, limit| by_rule(rule, branch, limit) } + by_column(target)
        Check::Between.new(**own, narrowings: narrowings) if own.values.any? || narrowings.any?
      end

      def by_rule(rule, branch, limit)
        Check::Narrowing.new(kind: :rule, numbers: [rule.index, branch], place: limit.place, source: rule, item: limit,
                             least: limit.least, most: limit.most, step: limit.step)
      end

      # An open column narrows as soon as a row of its table is picked.
      def by_column(target)
        column = @columns[target.index]
        return [] unless column&.limits&.any?

        place = Place.at('tables', @tables[column.table].table.name, 'columns', column.column.target)
        [Check::Narrowing.new(kind: :table, numbers: [column.table], place: place, **column.limits)]
      end

      # {index of a target "built" => the Targets "built" of what its subject needs: its part, the feature it sits on, the flange
      # that carries its face}
      def parents(stocks)
        built = @targets.select { |target| target.kind == :built }
        by_name = built.to_h { |target| [target.subject.name.downcase, target] }
        owners = stocks.flat_map { |stock| stock.part.features.map { |feature| [feature.name.downcase, stock.part.name] } }.to_h
        built.to_h do |target|
          names = [owners[target.subject.name.downcase], *target.subject.bases].compact
          [target.index, names.filter_map { |name| by_name[name.downcase] } - [target]]
        end
      end
    end
  end
end
