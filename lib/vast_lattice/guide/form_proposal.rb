# frozen_string_literal: true

module VastLattice
  module Guide
    # A form to begin with, made from what a family has: a page for choosing, with a group for each group of parameters, or for
    # what they drive where they have none; computed values that depend on the answers are shown at the end.
    class FormProposal
      # Read-outs that are shown at most.
      RESULTS = 6

      def initialize(plan)
        @plan = plan
        @dependencies = Plan::Dependencies.new(plan)
      end

      # Plain form of a form of that name.
      def to_tree(name)
        groups = asked.group_by { |target| heading(target) }
        made = groups.map { |title, targets| { 'title' => title, 'fields' => targets.map { |target| field(target) } } }
        shown = results.map { |target| { 'ask' => target.name, 'control' => 'readout' } }
        made << { 'title' => 'Results', 'fields' => shown } if shown.any?
        { 'name' => name, 'pages' => [{ 'title' => 'Choose', 'groups' => made }] }
      end

      private

      def values = @plan.targets.select(&:value?)

      # What a person can answer: what no formula, and no rule in every case, decides.
      def asked = @asked ||= values.reject { |target| target.computed? || always_ruled?(target) }

      def always_ruled?(target)
        sayings = @plan.bound.ladder(target).sayings.reject(&:table?)
        sayings.group_by(&:source).any? { |source, list| list.map(&:branch).uniq.size == source.consequences.size }
      end

      def results = @results ||= values.select { |target| target.computed? && depends?(target) }.first(RESULTS)

      def depends?(target) = @dependencies.inputs(@plan.bound.ladder(target).trees).any? { |name| asked.any? { |own| own.name == name } }

      # The group of a parameter, else the part that most of what it drives belongs to, else "Options".
      def heading(target)
        return target.subject.group unless target.subject.group.empty?

        family = @plan.family
        parts = @dependencies.driven(target).map { |name| family.part(name) || family.part_of(name) }.compact
        part = parts.tally.max_by { |_, count| count }&.first
        part && family.parts.size > 1 ? part.title : general(target)
      end

      def general(target)
        return 'Options' unless target.type.number? && target.subject.kind == 'number'

        target.type.dimension == Units::LENGTH ? 'Sizes' : 'Values'
      end

      # A slider where limits say from where to where.
      def field(target)
        least, most = @plan.bound.items[target.index].fixed_limits(@plan.lists)
        control = 'slider' if target.subject.kind == 'number' && least && most
        control = 'buttons' if target.subject.kind == 'choice' && target.subject.choices.size <= 4
        { 'ask' => target.name, 'control' => control }.compact
      end
    end
  end
end
