# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # What the price is made of, line by line.
      module Prices
        COLUMNS = [Column.text('text', 'What'), Column.number('amount', 'Price', 2, fixed: true, summed: true),
                   Column.text('currency', 'Currency'), Column.text('rule', 'By rule', usual: false)].freeze

        def self.name = 'prices'
        def self.title = 'Price list'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = !family.currency.empty? || family.components.any?

        def self.findings(subject)
          subject.result.unpriced.map do |title|
            Finding.new(code: :no_price, level: :warning, wording: Wording[:what_has_no_price, what: title],
                        advice: Wording[:give_it_a_base_price])
          end
        end

        def self.rows(subject)
          subject.result.told_lines.select { |line| line.list == 'price' }.map do |line|
            { 'text' => line.text, 'amount' => line.undefined ? Undefined::WORD : line.amount, 'currency' => line.unit.to_s, 'rule' => line.rule }
          end
        end
      end
    end
  end
end
