# frozen_string_literal: true

module VastLattice
  module Checks
    # What would mend a finding of a family, as edits that a person may take by one click; nothing is offered where it is not
    # plain what is meant.
    class Remedies
      # Words of what is done, and the edits (plain form) that do it.
      Remedy = Struct.new(:title, :edits) do
        def to_tree = { 'title' => title, 'edits' => edits }
      end

      # Code of a finding => the method that knows its remedy.
      BY_CODE = { never_built: :without_step, unused_parameter: :without_parameter, same_rows: :without_row, never_fires: :without_branch,
                  can_disagree: :joined, rules_disagree: :joined, no_default: :otherwise,
                  row_refused: :allowed, unknown_name: :nearest_name, unknown_choice: :nearest_choice }.freeze
      private_constant :BY_CODE

      def initialize(plan)
        @plan = plan
        @family = plan.family
      end

      # The Remedy of a Gathering::Found, or nil.
      def of(found)
        known = BY_CODE[found.finding.code]
        path = found.finding.place&.path
        send(known, found, path) if known && path
      end

      private

      def remedy(title, *edits) = Remedy.new(title.to_s, edits)

      def without_step(_found, path)
        name = path.last
        remedy(Wording[:remove_the_step_name, name: name], { 'do' => 'remove_feature', 'feature' => name }) unless spoken_of?('feature',
                                                                                                                              name)
      end

      def without_parameter(_found, path) = remedy("Remove #{path[1]}", { 'do' => 'remove_parameter', 'name' => path[1] })

      def without_row(_found, path)
        remedy(Wording[:remove_the_row_path, path: path[3]], { 'do' => 'remove_rows', 'table' => path[1], 'rows' => [path[3]] })
      end

      # The branch that is never taken; all of the rule where nothing else is left.
      def without_branch(_found, path)
        rule = @family.rule(path[1]) or return
        return put(Wording[:remove_the_otherwise_of_rule, rule: rule.name], rule.with(otherwise: [])) if path[2] == 'otherwise'

        branch = path[2] == 'when' ? 0 : path[3].to_i + 1
        left = rule.branches.dup.tap { |list| list.delete_at(branch) }
        return put(Wording[:remove_that_branch_of_rule, rule: rule.name], rule.with(branches: left)) if left.any?
        return unless rule.otherwise.empty?

        remedy(Wording[:remove_the_rule_rule, rule: rule.name], { 'do' => 'remove_rule', 'name' => rule.name })
      end

      def put(title, *rules, without: [])
        remedy(title, *without.map { |name| { 'do' => 'remove_rule', 'name' => name } }, *rules.map do |rule|
          { 'do' => 'put_rule', 'rule' => rule.to_tree }
        end)
      end

      # Two rules that disagree, in one chain: the first of the page comes first.
      def joined(found, _path)
        names = found.finding.about.fetch('rules', [])
        one, other = @family.rules.select { |rule| names.include?(rule.name) && @family.on?(rule) }
        return unless names.size == 2 && one && other && one.otherwise.empty? && one.set == other.set

        chain = one.with(branches: one.branches + other.branches, otherwise: other.otherwise)
        put(Wording[:join_them_in_one_chain_one_else, one: one.name, other: other.name], chain, without: [other.name])
      end

      # What a rule sets in some cases only gets the otherwise: the value that it has by the first branch, to be changed.
      def otherwise(_found, path)
        rule = @family.rules.find { |own| own.otherwise.empty? && own.branches.all? { |branch| set(branch, path[1]) } } or return
        effect = set(rule.branches.last, path[1])
        put(Wording[:add_an_otherwise_to_rule_path_arguments, rule: rule.name, path: path[1], arguments: effect.arguments['to']],
            rule.with(otherwise: [effect]))
      end

      def set(branch, name) = branch.effects.find { |effect| effect.kind == 'set' && effect.target.casecmp?(name) }

      # The cells of a row that are beyond a limit, at the limit.
      def allowed(found, _path)
        name, row = found.rows.first
        table = @family.table(name)
        picked = @family.tables.map { |own| own.equal?(table) ? own.row_index(row) : own.default_row_index }
        outcome = @plan.outcome_at(picked)
        cells = table.columns.reject(&:property?).filter_map { |column| within(outcome, column.target) }
        return if cells.empty?

        remedy("Set #{cells.map { |target, text| "#{target} to #{text}" }.join(', ')}",
               *cells.map { |target, text| { 'do' => 'set_cell', 'table' => name, 'row' => row, 'column' => target, 'text' => text } })
      end

      # [name, text of the nearest limit] of a number that is beyond one, or nil.
      def within(outcome, name)
        target = @plan.symbols.decided(name) or return
        least, most, = outcome.limits_of(target)
        value = outcome.value_of(target)
        return unless value.is_a?(Float) && !Undefined.is?(value)

        nearest = [least, most].compact.find { |limit| limit.equal?(least) ? value < limit : value > limit }
        [name, target.text(nearest)] unless Undefined.is?(nearest)
      end

      # The text of a cell with the nearest name in place of the one that nobody knows.
      def nearest_name(found, path)
        span = found.finding.place.span
        text = cell(path) || in_rule(path)
        return unless text.is_a?(String)

        span ||= Formula::Span.new(start: 0, length: text.size)
        wrong = text[span.start, span.length]
        meant = Nearest.to(wrong, @plan.symbols.scope.names) or return
        typed = text.dup.tap { |own| own[span.start, span.length] = meant }
        title = Wording[:type_meant_for_wrong, meant: meant, wrong: wrong]
        path.first == 'rules' ? changed_rule(path, typed, title) : in_cell(path, typed, title)
      end

      # What stands in a rule at a path, such as its condition or the value of an effect; the target of an effect where the path
      # leads to the effect.
      def in_rule(path)
        return unless path.first == 'rules'

        found = dug(@family.rule(path[1]).to_tree, path.drop(2))
        found.is_a?(Hash) ? found.values.first : found
      end

      def dug(tree, path) = path.reduce(tree) { |part, key| part.is_a?(Array) ? part[key.to_i] : part && part[key] }

      def changed_rule(path, text, title)
        tree = JSON.parse(JSON.generate(@family.rule(path[1]).to_tree))
        *way, last = path.drop(2)
        found = dug(tree, [*way, last])
        found.is_a?(Hash) ? found[found.keys.first] = text : dug(tree, way)[last] = text
        remedy(title, { 'do' => 'put_rule', 'rule' => tree })
      end

      def nearest_choice(_found, path)
        text = cell(path) or return
        meant = Nearest.to(text, @plan.symbols.decided(path[5])&.type&.choices.to_a)
        in_cell(path, meant, "Choose #{meant}") if meant
      end

      # The text of a cell, by its path.
      def cell(path)
        return unless path[4] == 'cells'

        @family.table(path[1])&.row(path[3])&.cells&.fetch(path[5], nil)
      end

      def in_cell(path, text, title)
        remedy(title, { 'do' => 'set_cell', 'table' => path[1], 'row' => path[3], 'column' => path[5], 'text' => text })
      end

      def spoken_of?(kind, name) = Family::Uses.new(@family, kind, name).changes.any?
    end
  end
end
