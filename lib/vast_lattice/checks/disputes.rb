# frozen_string_literal: true

module VastLattice
  module Checks
    # Rules that can disagree: a pick, of allowed values, for which two rules decide the same thing differently, though perhaps
    # no row of the tables shows it. Picks are tried at the Borders of the two conditions, which finds every dispute between
    # conditions that compare names with constants; each is replayed on the plan before it is told.
    class Disputes
      # Picks that are tried for two rules.
      MOST_PICKS = 3000
      # Disputes that are told.
      MOST = 20

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
          Finding.new(code: :can_disagree, level: :warning, place: finding.place,
                      message: "Rules can disagree on #{target.name}: with #{example}, #{both} say different things.",
                      remedy: 'Change the condition of one, or join them in one else-if chain.')
        end
      end

      def initialize(plan)
        @plan = plan
      end

      # Disputes, at most one for two rules and what they decide; those of the rule of that name alone, if one is given.
      def found(name = nil)
        return [] unless @plan.runnable?

        contests(name).lazy.filter_map { |target, one, other| dispute(target, one, other) }.first(MOST)
      end

      private

      # [Target, Saying, Saying] of two rules that may say different things of it.
      def contests(name)
        @plan.bound.ladders.flat_map do |ladder|
          ladder.sayings.reject(&:table?).combination(2).filter_map do |one, other|
            next if one.rule.equal?(other.rule) || same?(one.value, other.value)
            next if name && [one, other].none? { |saying| saying.rule.rule.name == name }

            [ladder.target, one, other]
          end
        end
      end

      def same?(one, other) = one.literal? && other.literal? && one.data == other.data

      def dispute(target, one, other)
        picks([one, other]).each do |values|
          next unless branches?(values, one, other)

          finding = disagreement(target, values) or next
          return Dispute.new(target: target, rules: [one, other].map { |saying| saying.rule.rule.name }, picked: values, finding: finding)
        end
        nil
      end

      # All values at the borders of two sayings, in every combination.
      def picks(sayings)
        conditions = sayings.flat_map { |saying| saying.rule.conditions }
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

      def branches?(values, *sayings)
        sayings.all? { |saying| outcome(values).branches[saying.index] == saying.branch }
      end
    end
  end
end
