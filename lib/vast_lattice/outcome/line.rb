# frozen_string_literal: true

module VastLattice
  class Outcome
    # A price or an operation that a rule adds. +amount+ is in whole units of the currency +unit+; nil for an operation,
    # and where it is +undefined+.
    class Line < Value.with(:list, :text, :rule, amount: nil, unit: nil, undefined: false)
      # An amount rounded to the cent, half a cent up, nil where it is undefined.
      def self.cents(amount) = Plan::Priced.cents(amount).then { |cents| cents.nan? ? nil : cents }

      # Of what a program says: [number of the rule, list, text, amount, type].
      def self.of(family, (rule, list, text, amount, type))
        new(list: list.to_s, text: text, rule: family.rule_name(rule), amount: amount && cents(amount),
            undefined: !amount.nil? && !amount.finite?, unit: type&.dimension&.base_unit)
      end

      # {currency => what the prices among some lines come to, NaN where one is undefined}
      def self.sums(lines)
        prices = lines.select { |line| line.list == 'price' }
        prices.group_by(&:unit).transform_values { |own| own.any?(&:undefined) ? Float::NAN : own.sum(&:amount).round(2) }
      end

      # Sums together, to the cent.
      def self.total(list)
        list.reduce({}) { |sum, one| sum.merge(one) { |_, left, right| (left + right).then { |all| all.finite? ? all.round(2) : all } } }
      end

      # Sums as text; '' where there is none.
      def self.price_of(sums)
        return 'undefined' if sums.each_value.any? { |amount| !amount.finite? }

        sums.map { |unit, amount| format('%<amount>.2f %<unit>s', amount: amount, unit: unit) }.join(' + ')
      end

      # What the prices among some lines come to, as text.
      def self.price(lines) = price_of(sums(lines))

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
