# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # The same with equal things once, wherever they are: these can be summed.
      module Totals
        SUMMED = %w[mass_total price_total].freeze
        LEFT_OUT = %w[quantity level].freeze
        COLUMNS = Parts::COLUMNS.reject { |column| LEFT_OUT.include?(column.name) }
                                .map { |column| column.with(summed: SUMMED.include?(column.name)) }.freeze
        private_constant :SUMMED, :LEFT_OUT

        def self.name = 'totals'
        def self.title = 'Parts in all'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = family.components.any?
        def self.findings(_subject) = []

        # What other things are made of is summed with them.
        def self.rows(subject)
          Quantities::PartsList.new(subject.result.outcome).flat.select(&:part?).map { |position| Parts.row(position) }
        end
      end
    end
  end
end
