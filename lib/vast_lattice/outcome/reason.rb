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
    # +chain+::    the Reasons of what it was taken from, one from the other, up to whoever decides
    class Reason < Value.with(:subject, :value, :decision, :sentence, :place, text: nil, uses: {}, over: [], chain: [])
      # For people.
      def sentence = @sentence.to_s
      def over = @over.map(&:to_s)

      # The same of something in a component, of an instance if it has a number.
      def within(component, number = nil)
        with(subject: Name.of(component, *number, subject).to_s, place: place&.within(component),
             uses: uses.transform_keys { |name| Name.of(component, name).to_s })
      end

      # Plain form for files and the API.
      def to_tree
        own = { 'subject' => subject, 'value' => value, 'decider' => decision.word, 'by' => decision.to_s, 'sentence' => sentence,
                'text' => text, 'uses' => uses, 'over' => over, 'place' => place.to_s, 'path' => place.path }
        own['component'] = place.component if place.component
        chain.empty? ? own : own.merge('chain' => chain.map(&:to_tree))
      end
    end
  end
end
