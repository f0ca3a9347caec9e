# frozen_string_literal: true

module VastLattice
  class Outcome
    # Why a target has its value.
    #
    # +decision+:: who decided
    # +sentence+:: the reason in words, with the numbers
    # +text+::     the formula, condition or entry as typed, or nil
    # +uses+::     the names it depends on, each with its value as text
    # +over+::     deciders that could have decided and why they did not
    # +place+::    where to change it
    class Reason < Value.with(:subject, :value, :decision, :sentence, :place, text: nil, uses: {}, over: [])
      # Plain form for files and the API.
      def to_tree
        { 'subject' => subject, 'value' => value, 'decider' => decision.word, 'by' => decision.to_s, 'sentence' => sentence,
          'text' => text, 'uses' => uses, 'over' => over, 'place' => place.to_s, 'path' => place.path }
      end
    end
  end
end
