# frozen_string_literal: true

module VastLattice
  class Outcome
    # A price or an operation that a rule adds. +cents+ are hundredths of the currency +unit+; nil for an operation, and where it is
    # +undefined+.
    class Line < Value.with(:list, :text, :rule, cents: nil, unit: nil, undefined: false)
      # Of what a program says: [number of the rule, list, text, amount, type].
      def self.of(family, (rule, list, text, amount, type))
        new(list: list.to_s, text: text, rule: family.rule_name(rule), cents: Price.cents(amount),
            undefined: !amount.nil? && Undefined.is?(amount), unit: type&.dimension&.base_unit)
      end

      # In whole units of the currency.
      def amount = cents && (cents / 100.0)

      def to_s
        return "#{text}: #{Undefined::WORD}" if undefined

        cents ? "#{text}: #{Price.text(cents, unit)}" : text
      end

      def to_tree
        { 'list' => list, 'text' => text, 'rule' => rule, 'amount' => amount, 'unit' => unit, 'undefined' => undefined || nil }.compact
      end
    end
  end
end
