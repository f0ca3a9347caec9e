# frozen_string_literal: true

module VastLattice
  class Plan
    # What is not wrong, but worth knowing about a definition.
    class Advice
      # Columns by which rows are told apart first.
      LEADING = 4

      # +lists+ as in Program; +more+ are Typed trees that use names besides, such as conditions of forms.
      def initialize(bound, family, lists, more: [])
        @bound = bound
        @family = family
        @lists = lists
        @more = more
      end

      def findings = unused + undecided + dead_branches + same_rows + never_offered + idle_limits

      private

      def unused
        used = used_indexes
        values.reject { |target| used.include?(target.index) || asked.include?(target.name.downcase) }.map do |target|
          note(:unused_parameter, :note, target, Wording[:nothing_uses_target, target: target.name],
               Wording[:use_it_in_a_formula_or_remove])
        end
      end

      def undecided
        values.filter_map do |target|
          ladder = @bound.ladder(target)
          next if written?(target) || ladder.rung(Rung::Own) || always_in_table?(ladder)

          note(:no_default, :warning, target, Wording[:target_has_no_default, target: target.name], Wording[:give_it_one_so_that_it_always])
        end
      end

      # Whether a formula or a default stands there, readable or not.
      def written?(target) = target.computed? || !target.subject.default.to_s.strip.empty?

      # Branches whose condition depends on nothing and does not hold, and those behind one that always does.
      def dead_branches
        @bound.rules.flat_map do |rule|
          always = rule.conditions.index { |condition| condition.constant? && Formula.value(condition, @lists) }
          dead = rule.conditions.each_index.select do |index|
            condition = rule.conditions[index]
            (always && index > always) || (condition.constant? && !Formula.value(condition, @lists))
          end
          dead.map { |index| dead_branch(rule.rule, index) }
        end
      end

      def dead_branch(rule, index)
        Finding.new(code: :never_fires, level: :warning, place: Place.at('rules', rule.name, *rule.condition_path(index)),
                    wording: Wording[:this_condition_can_never_apply], advice: Wording[:let_it_depend_on_a_value])
      end

      # Limits by rules that are no narrower than those that a parameter has by itself.
      def idle_limits
        values.flat_map do |target|
          own = @bound.items[target.index].fixed_limits(@lists)
          narrowings = @bound.ladder(target).checks.grep(Check::Between).flat_map(&:narrowings).select { |one| one.kind == :rule }
          narrowings.flat_map { |one| idle(one, own).map { |field, limit| idle_limit(one, target, field, limit) } }
        end
      end

      # {least or most => its value} of a Check::Narrowing that narrows nothing.
      def idle(narrowing, (least, most))
        given = { least: narrowing.least, most: narrowing.most }.compact.select { |_, typed| typed.constant? }
        given.transform_values { |typed| Formula.value(typed, @lists) }.select do |field, limit|
          field == :least ? least && limit <= least : most && limit >= most
        end
      end

      def idle_limit(narrowing, target, field, limit)
        Finding.new(code: :idle_limit, level: :note, place: narrowing.place, advice: Wording[:narrow_it_or_remove],
                    wording: Wording[:the_field_of_limit_narrows_nothing_target,
                                     field: field, limit: target.text(limit), target: target.name])
      end

      # Choices that some rule leaves out in each of its branches, and that nothing sets.
      def never_offered
        values.select(&:chosen?).flat_map do |target|
          ladder = @bound.ladder(target)
          set = [*ladder.sayings.flat_map { |saying| saying.trees.filter_map(&:data) }, *ladder.column&.literals&.uniq]
          (@bound.items[target.index].choices - offered_somewhere(ladder, @bound.items[target.index].choices) - set).map do |choice|
            note(:never_offered, :note, target,
                 Wording[:choice_is_never_offered_for_target, choice: target.text(choice), target: target.name],
                 Wording[:offer_it_in_a_rule_or_drop])
          end
        end
      end

      # What each rule with an offer in every branch leaves, of all choices.
      def offered_somewhere(ladder, choices)
        offers = ladder.checks.grep(Check::Offered).flat_map(&:offers).group_by(&:first)
        covering = offers.select { |rule, list| list.map { |_, branch, _| branch }.uniq.size == rule.consequences.size }.values
        covering.map { |list| list.flat_map { |offer| offer[2] } }.reduce(choices, :&)
      end

      # Rows of one table that say the same.
      def same_rows
        @bound.tables.reject { |bound| bound.columns.empty? }.flat_map do |bound|
          table = bound.table
          doubled = said_by_row(bound).values.select { |same| same.size > 1 }.map { |same| same.map { |index| table.rows[index] } }
          doubled.map do |same|
            Finding.new(code: :same_rows, level: :warning, place: Place.at('tables', table.name, 'rows', same[1].name),
                        wording: Wording[:same_say_the_same, same: same.first(4).map(&:name)],
                        advice: Wording[:remove_one_or_let_them_differ])
          end
        end
      end

      # Numbers of rows by what they say; rows that differ in a property alone differ. Long tables are told apart by a few
      # columns first.
      def said_by_row(bound)
        properties = bound.table.columns.select(&:property?).map { |column| bound.table.rows.map { |row| row.cell(column.target) } }
        columns = bound.columns.map(&:signs) + properties
        alike = alike(columns.first(LEADING), bound.table.rows.size)
        alike.group_by { |row| columns.map { |column| column[row] } }
      end

      # Numbers of rows that are not alone in what some columns say.
      def alike(columns, size)
        sums = Array.new(size, 17)
        columns.each { |column| column.each_with_index { |value, row| sums[row] = ((sums[row] * 31) ^ value.hash) & 0x3fffffffffff } }
        sums.each_index.group_by { |row| sums[row] }.values.select { |rows| rows.size > 1 }.flatten
      end

      def always_in_table?(ladder)
        cells = ladder.column ? ladder.column.cells : []
        cells.any? && cells.all?
      end

      def values = @bound.targets.select(&:value?)
      def asked = @asked ||= @family.forms.flat_map(&:fields).select(&:asks?).to_set { |field| field.ask.downcase }

      def used_indexes
        typed = @bound.ladders.flat_map(&:all_trees) + @bound.sources.flat_map { |rule| rule.conditions + rule.amounts } + shape_trees
        labels = @bound.patterns + @bound.sheet_texts + @bound.labels.map { |_, _, label| label.pattern }
        (typed + labels.flat_map(&:formulas) + @more).flat_map(&:variables).to_set(&:index)
      end

      def shape_trees = (@bound.stocks + @bound.shapes).flat_map(&:trees) + @bound.components.flat_map(&:all_trees)

      def note(code, level, target, message, remedy)
        Finding.new(code: code, level: level, wording: message, place: target.place, advice: remedy)
      end
    end
  end
end
