# frozen_string_literal: true

module VastLattice
  class Outcome
    # A price or an operation that a rule adds. +amount+ is in whole units of the currency +unit+; nil for an operation,
    # and where it is +undefined+.
    class Line < Value.with(:list, :text, :rule, amount: nil, unit: nil, undefined: false)
      # An amount rounded to the cent, half a cent up, nil where it is undefined.
      def self.cents(amount) = amount.finite? ? amount.round(9).rationalize(Rational(1, 10**10)).round(2, half: :up).to_f : nil

      # Of what a program says: [number of the rule, list, text, amount, type].
      def self.of(family, (rule, list, text, amount, type))
        new(list: list.to_s, text: text, rule: family.rule_name(rule), amount: amount && cents(amount),
            undefined: !amount.nil? && !amount.finite?, unit: type&.dimension&.base_unit)
      end

      # What the prices among some lines come to, as text, by currency; '' where there is none.
      def self.price(lines)
        lines = lines.select { |line| line.list == 'price' }
        return 'undefined' if lines.any?(&:undefined)

        sums = lines.select(&:amount).group_by(&:unit).transform_values { |own| own.sum(&:amount) }
        sums.map { |unit, amount| format('%<amount>.2f %<unit>s', amount: amount, unit: unit) }.join(' + ')
      end

      def to_s
        return "#{text}: undefined" if undefined

        amount ? "#{text}: #{format('%.2f', amount)} #{unit}" : text
      end

      def to_tree
        { 'list' => list, 'text' => text, 'rule' => rule, 'amount' => amount, 'unit' => unit, 'undefined' => undefined || nil }.compact
      end
    end
  end
end
