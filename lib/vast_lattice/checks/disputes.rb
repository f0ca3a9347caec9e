# frozen_string_literal: true

module VastLattice
  module Checks
    # Rules and rule tables that can disagree: a pick, of allowed values, for which two of them decide the same thing differently,
    # though perhaps no row of the variant tables shows it. Picks are tried at the Borders of the two conditions, which finds
    # every dispute between conditions that compare names with constants; each is replayed on the plan before it is told.
    class Disputes
      # Picks that are tried for two rules.
      MOST_PICKS = 3000
      # Disputes that are told, picks that are tried in all for rows of rule tables, of which there may be many, and for all.
      MOST = 20
      FOR_TABLES = 12_000
      IN_ALL = 40_000

      # What a branch of a rule, or a row of a rule table, says: +conditions+ are those that lead there.
      Claim = Struct.new(:source, :branch, :value, :conditions) do
        def table? = source.is_a?(Plan::Bound::RuleTable)

        # What must hold for it; nil of an otherwise.
        def condition = source.conditions[branch]

        # Whether it applies where these branches are taken.
        def applies?(branches) = source.applies?(branch, branches)
      end
      private_constant :Claim

      # A pick by which two rules disagree: what is +picked+ [[Target, value], …] and the Finding of its outcome.
      Dispute = Struct.new(:target, :rules, :picked, :finding, keyword_init: true) do
        # "length = 900 mm, finish = painted"
        def example = picked.map { |target, value| "#{target.name} = #{target.text(value)}" }.join(', ')

        def to_tree
          { 'target' => target.name, 'rules' => rules, 'example' => example, 'message' => finding.message,
            'pick' => picked.to_h { |target, value| [target.name, target.text(value)] } }
        end

        # The same as a finding of the family.
        def told
          both = rules.map { |name| "\"#{name}\"" }.join(' and ')
          Finding.new(code: :can_disagree, level: :warning, place: finding.place, data: { 'rules' => rules },
                      wording: Wording[:rules_can_disagree_on_target_with_example, target: target.name, example: example, both: both],
                      advice: Wording[:change_the_condition_of_one_or_join])
        end
      end

      # +for_tables+ picks are tried in all where a rule table has a say.
      def initialize(plan, for_tables: FOR_TABLES)
        @plan = plan
        @left = for_tables
        @left_in_all = IN_ALL
        @exclusions = {}.compare_by_identity
      end

      # Disputes, at most one for two rules and what they decide; those of the rule of that name alone, if one is given.
      def found(name = nil)
        return [] unless @plan.runnable?

        told = {}
        contests(name).filter_map do |target, one, other|
          key = [target, one, other].map { |item| item.is_a?(Claim) ? item.source.index : item.index }
          told[key] ? nil : dispute(target, one, other)&.tap { told[key] = true }
        end.first(MOST)
      end

      # Findings that tell what was not looked at for want of room: none, or one.
      def left_out
        return [] unless @left_in_all.negative?

        [Finding.new(code: :sampled, level: :note, place: Place.at('rules'), advice: Wording[:try_a_single_rule_to_see_all],
                     wording: Wording[:of_rules_that_may_disagree_in_all, in_all: IN_ALL])]
      end

      private

      # [Target, Claim, Claim] of two that may say different things of it, one by one; those that can never apply together are passed
      # over.
      def contests(name)
        @plan.bound.ladders.lazy.flat_map do |ladder|
          claims = ladder.sayings.flat_map { |saying| claims(saying) }
          claims.combination(2).lazy.filter_map do |one, other|
            next if one.source.equal?(other.source) || same?(one.value, other.value)
            next if name && [one, other].none? { |claim| claim.source.source.name == name }

            [ladder.target, one, other] unless apart?(one, other)
          end
        end
      end

      def apart?(one, other)
        first, second = [one, other].map(&:condition)
        first && second && exclusion(first).apart?(exclusion(second))
      end

      def exclusion(condition) = @exclusions[condition] ||= Exclusion.new(condition, @plan.lists)

      # What rows come to together is not for one of them to say.
      def claims(saying)
        source = saying.source
        return [Claim.new(source, saying.branch, saying.value, source.conditions)] unless saying.table?
        return [] if source.table.policy == 'collect'

        saying.values.each_with_index.filter_map { |value, row| Claim.new(source, row, value, [source.conditions[row]]) if value }
      end

      def same?(one, other) = one.literal? && other.literal? && one.data == other.data

      def dispute(target, one, other)
        picks([one, other]).each do |values|
          break if (one.table? || other.table?) && (@left -= 1).negative?
          break if (@left_in_all -= 1).negative?
          next unless [one, other].all? { |claim| claim.applies?(outcome(values).branches) }

          finding = disagreement(target, values) or next
          return Dispute.new(target: target, rules: [one, other].map { |claim| claim.source.source.name }, picked: values, finding: finding)
        end
        nil
      end

      # All values at the borders of two claims, in every combination.
      def picks(claims)
        conditions = claims.flat_map(&:conditions)
        borders = Borders.new(@plan, conditions).values.select { |target, _| target.kind == :row || (target.value? && !target.computed?) }
        names, values = borders.sort_by { |target, _| target.index }.transpose
        return [[]] if names.nil?

        # As many of each as there is room for.
        room = (MOST_PICKS**(1.0 / values.size)).floor
        first, *others = values.map { |list| list.first([room, 2].max) }
        first.product(*others).first(MOST_PICKS).map { |picked| names.zip(picked) }
      end

      def outcome(values)
        @outcomes ||= {}
        @outcomes[values] ||= begin
          rows = Array.new(@plan.family.tables.size)
          chosen, others = values.partition { |target, _| target.kind == :row }
          chosen.each { |target, name| rows[@plan.family.table_index(target.subject.name)] = target.subject.row_index(name) }
          @plan.outcome_at(rows, others.to_h { |target, value| [target.name, value] })
        end
      end

      def disagreement(target, values)
        outcome(values).findings.find { |finding| finding.code == :rules_disagree && finding.place == target.place }
      end
    end
  end
end
