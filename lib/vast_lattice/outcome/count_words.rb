# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words what is wrong with how often a component is there; a part of FindingWords.
    module CountWords
      private

      def impossible_count(index, at, amount)
        measure = measure_of(index, at)
        error(:impossible_dimension, target(index),
              Wording[:the_pattern_measure_of_subject_comes_out,
                      measure: measure.label, subject: target(index).subject.title,
                      amount: [Units::Format.number(amount), measure.unit].join(' ').strip], Wording[:change_what_it_depends_on])
      end

      def parted_count(index, at, amount)
        found = target(index)
        error(:not_whole, found,
              Wording[:the_pattern_measure_of_subject_is_not_whole,
                      measure: measure_of(index, at).label, subject: found.subject.title, amount: Units::Format.number(amount)],
              Wording[:use_floor_ceiling_or_round])
      end

      def too_many(index, number)
        error(:too_many, target(index),
              Wording[:the_pattern_of_subject_asks_for_number,
                      subject: target(index).subject.title, number: number, most: Family::Component::MOST],
              Wording[:make_it_shorter_or_its_pitch_larger])
      end

      def measure_of(index, at) = component_of(index).measures.keys[at]
      def component_of(index) = @plan.bound.ladder(target(index)).rung(Plan::Rung::Counted).component
    end
  end
end
