# frozen_string_literal: true

module VastLattice
  class Outcome
    # A price or an operation that a rule adds. +amount+ is in whole units of the currency +unit+.
    class Line < Value.with(:list, :text, :rule, amount: nil, unit: nil)
      def to_s = amount ? "#{text}: #{format('%.2f', amount)} #{unit}" : text

      def to_tree = { 'list' => list, 'text' => text, 'rule' => rule, 'amount' => amount, 'unit' => unit }.compact
    end
  end
end
