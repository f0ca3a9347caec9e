# frozen_string_literal: true

module VastLattice
  module Variants
    # Lines of a lattice for what is in a component, on all levels: of its first instance, where it has many. What is in a component
    # that is not built is not built, by the same decider.
    class Nested
      # What stands before a title for each level below the first: blanks that stay.
      INDENT = "\u00A0" * 4

      # +outcomes+ of the variants around, nil where one is not there; +around+ are for each the Placings that they are within.
      def initialize(outcomes, component, path: [], around: outcomes.map { [] })
        @around = around
        @placings = outcomes.map { |outcome| outcome&.placing(component.name) }
        @path = [*path, component.name]
        @inner = @placings.map { |placing| placing&.instance }
        @plan = @inner.compact.first&.plan
      end

      # Lattice::Lines; none where no variant has an instance.
      def lines
        return [] unless @plan

        @plan.family.parts.flat_map { |part| [line(part), *part.features.map { |feature| line(feature) }] } +
          @plan.family.components.flat_map do |component|
            around = @placings.zip(@around).map { |placing, own| [placing, *own].compact }
            [line(component), *Nested.new(@inner, component, path: @path, around: around).lines]
          end
      end

      private

      def line(item)
        cells = @placings.zip(@inner, @around).map { |placing, own, around| cell(placing, own, around, item.name) }
        states, deciders = cells.transpose
        Lattice::Line.new(Name.of(*@path, item.name).to_s, (INDENT * (@path.size - 1)) + item.title, false, item.tier.to_s, states.join,
                          deciders.join)
      end

      # [letter of the state, letter of the decider]
      def cell(placing, own, around, name)
        return [Lattice::STATES[:suppressed], Lattice::DECIDERS['default']] unless own
        return of_placing(placing) unless placing.built?

        indexes = @plan.state_indexes.fetch(name)
        [Lattice::STATES.fetch(own.state(name)), Lattice::DECIDERS.fetch(decider(placing, own, around, indexes))]
      end

      def of_placing(placing)
        outcome = placing.outcome
        [Lattice::STATES.fetch(placing.state),
         Lattice::DECIDERS.fetch(Lattice.decider(outcome, *outcome.plan.state_indexes.fetch(placing.name)))]
      end

      # Whoever decides it from outside, where that is so.
      def decider(placing, own, around, (built, shown))
        given = [built, shown].map do |index|
          placing.decision(@plan.targets[index], around)
        end.find { |decision| %w[rule table person].include?(decision.word) }
        given ? given.word : Lattice.decider(own, built, shown)
      end
    end
  end
end
