# frozen_string_literal: true

module VastLattice
  module Guide
    # Changes of answers that make a product valid: {FormField => value}. +cost+ ranks it: the number of changes, how important
    # what is changed is, how far it is changed.
    class Proposal < Value.with(:changes, :cost)
      # Of {Domain => value}, ranked by an Importance.
      def self.of(changes, importance)
        cost = [changes.size, changes.keys.sum { |domain| importance.of(domain.field) }, changes.sum do |domain, value|
          domain.distance(value)
        end]
        new(changes: changes.transform_keys(&:field), cost: cost)
      end

      # The answers that it comes to, as texts by name, on top of those of a filling (of +wish+, too).
      def answers(filling, wish = {})
        given = wish.merge(changes).to_h { |field, value| [field.target.name, field.answer(value)] }
        filling.answers.merge(given)
      end
    end
  end
end
