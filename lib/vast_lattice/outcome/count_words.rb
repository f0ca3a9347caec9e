# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words what is wrong with how often a component is there; a part of FindingWords.
    module CountWords
      private

      def impossible_count(index, at, amount)
        measure = measure_of(index, at)
        error(:impossible_dimension, target(index), "The pattern's #{measure.label} of #{target(index).subject.title} comes out as " \
                                                    "#{Units::Format.number(amount)}#{" #{measure.unit}" unless measure.unit.empty?}, " \
                                                    'which is not possible.', 'Change what it depends on.')
      end

      def parted_count(index, at, amount)
        found = target(index)
        error(:not_whole, found, "The pattern's #{measure_of(index, at).label} of #{found.subject.title} is " \
                                 "#{Units::Format.number(amount)}, but a count is a whole number.", 'Use floor, ceiling or round_to.')
      end

      def too_many(index, number)
        error(:too_many, target(index), "The pattern of #{target(index).subject.title} asks for #{number} instances; at most " \
                                        "#{Family::Component::MOST} are possible.", 'Make it shorter, or its pitch larger.')
      end

      def measure_of(index, at) = component_of(index).measures.keys[at]
      def component_of(index) = @plan.bound.ladder(target(index)).rung(Plan::Rung::Counted).component
    end
  end
end
