# frozen_string_literal: true

module VastLattice
  module Web
    # What a new part can start from, and what a copy is called.
    module Beginnings
      # Kinds of stock that something is made of, with their outlines: [title, stock in plain form with the sizes that it begins with].
      def self.stocks
        Family::STOCK_KINDS.kinds.select(&:worked?).flat_map do |kind|
          kind.outlines.map { |outline| ["#{kind.title}, #{outline.tr('_', ' ')}", kind.beginning(outline)] }
        end
      end

      # "Roller, copy", or "Roller, copy 2" where that is taken.
      def self.copy_of(name, taken)
        free("#{name.sub(/, copy(?: \d+)?\z/, '')}, copy", taken)
      end

      # A name, or with a number behind it where it is taken.
      def self.free(name, taken) = [name, *(2..999).map { |number| "#{name} #{number}" }].find { |title| !taken.include?(title) }
    end
  end
end
