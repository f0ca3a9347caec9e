# frozen_string_literal: true

module VastLattice
  class Plan
    # Which rows of a rule table count, and what their values come to, by hit policy (OMG DMN 1.5, 8.2.11). Where nothing hits,
    # the table says nothing, whatever its policy.
    module HitPolicy
      # The rows contradict the policy.
      CLASH = Object.new.freeze
      # The value of a row of which it is undefined whether it hits; and what the table comes to then.
      UNDEFINED = Object.new.freeze

      module_function

      # Numbers of the rows that count; nil where that is undefined. +hits+ lists [row, values by which it is ranked] of rows
      # that hit, in their order; the value is UNDEFINED where it is undefined whether the row hits. +orders+ list for each of the
      # outputs the values of the policy priority, the most important first: rows are ranked by the first output, those that are
      # equal there by the next (OMG DMN 1.5, 8.2.10).
      def rows(policy, hits, orders)
        hits = hits.first(1) if policy == 'first'
        return if hits.any? { |_, values| UNDEFINED.equal?(values) || (policy == 'priority' && values.any? { |value| undefined?(value) }) }

        hits = [hits.min_by { |row, values| [*ranks(values, orders), row] }].compact if policy == 'priority'
        hits.map(&:first)
      end

      # What is not listed, or says nothing, comes last.
      def ranks(values, orders)
        values.zip(orders).map { |value, order| order.to_a.index(value) || order.to_a.size }
      end

      # What a row says of an output of which it says nothing.
      NOTHING = ''

      # Of rows that count, [row, what it says by an output that adds or narrows], the numbers of those that do so once all are put
      # together; CLASH where they must agree and do not. Where something is undefined all do, so that it is told.
      def chosen(policy, said)
        return said.map(&:first) if said.size < 2 || said.any? { |_, value| undefined?(value) }
        return said.map(&:last).uniq.one? ? [said.first.first] : CLASH if policy == 'any'

        [said.public_send(policy == 'min' ? :min_by : :max_by, &:last).first]
      end

      # The value that +hits+ [[row, value], …] of rows that count come to: nil where there is none, CLASH, or UNDEFINED where a
      # value is undefined.
      def decide(policy, hits)
        values = hits.map(&:last)
        return if values.empty?

        values.any? { |value| undefined?(value) } ? UNDEFINED : SAID.fetch(policy).call(values)
      end

      # What defined values come to, by policy or aggregate.
      SAID = {
        'unique' => ->(values) { values.size > 1 ? CLASH : values.first },
        'any' => ->(values) { values.uniq.size > 1 ? CLASH : values.first },
        'first' => :first.to_proc, 'priority' => :first.to_proc,
        'sum' => :sum.to_proc, 'min' => :min.to_proc, 'max' => :max.to_proc, 'count' => ->(values) { values.size.to_f }
      }.freeze
      private_constant :SAID

      def undefined?(value) = UNDEFINED.equal?(value) || Undefined.is?(value)
    end
  end
end
