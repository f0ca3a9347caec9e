# frozen_string_literal: true

module VastLattice
  class Plan
    # What the rows of a rule table that hit come to, by hit policy (OMG DMN 1.5, 8.2.11). +hits+ lists [row, value] in
    # the order of the rows. Where nothing hits, the table says nothing, whatever its policy.
    module HitPolicy
      # The rows contradict the policy.
      CLASH = Object.new.freeze
      # The value of a row of which it is undefined whether it hits; and what the table comes to then.
      UNDEFINED = Object.new.freeze

      module_function

      # The value, nil where nothing hits, CLASH, or UNDEFINED where a row that counts has no value or may hit or not.
      # +order+ lists the values of the policy priority, the most important first.
      def decide(policy, hits, order)
        return if hits.empty?

        hits = hits.first(1) if policy == 'first'
        values = hits.map(&:last)
        values.any? { |value| undefined?(value) } ? UNDEFINED : SAID.fetch(policy).call(values, order)
      end

      # What defined values come to, by policy or aggregate.
      SAID = {
        'unique' => ->(values, _) { values.size > 1 ? CLASH : values.first },
        'any' => ->(values, _) { values.uniq.size > 1 ? CLASH : values.first },
        'first' => ->(values, _) { values.first },
        'priority' => ->(values, order) { values.min_by { |value| order.index(value) || order.size } },
        'sum' => ->(values, _) { values.sum }, 'min' => ->(values, _) { values.min },
        'max' => ->(values, _) { values.max }, 'count' => ->(values, _) { values.size.to_f }
      }.freeze
      private_constant :SAID

      def undefined?(value) = UNDEFINED.equal?(value) || Formula::Runtime.undefined?(value)
    end
  end
end
