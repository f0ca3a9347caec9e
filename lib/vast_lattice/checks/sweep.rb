# frozen_string_literal: true

module VastLattice
  module Checks
    # The variants that checks over a whole family look at: all of them, or of very many every row of every table with the
    # others at their default rows, and so many evenly spread over all.
    class Sweep
      include Enumerable

      # Up to so many variants all are looked at.
      MOST = Variants::All::MOST
      # So many variants are looked at between two signs of life.
      OFTEN = 100
      # Steps in which those are taken that are spread.
      STRIDE = 16
      private_constant :STRIDE

      # +tick+ is called now and then while variants are looked at.
      def initialize(plan, tick: nil)
        @plan = plan
        @tick = tick
        @variants = Variants::All.new(plan)
      end

      # Whether all variants are looked at.
      def whole? = @variants.size <= MOST

      # Yields Variants::All::Variant; some come twice where there are very many.
      def each
        return enum_for(:each) unless block_given?

        size.times do |index|
          @tick&.call if (index % OFTEN).zero?
          yield at(index)
        end
      end

      # How many are looked at.
      def size = sections.sum(&:first)

      # The one of that number.
      def at(index)
        sections.each do |size, made|
          return made.call(index) if index < size

          index -= size
        end
      end

      # Numbers in an order in which each part of it is spread over all.
      def spread = (0...STRIDE).flat_map { |from| (from...size).step(STRIDE).to_a }

      # A note where not all are looked at, else nothing. +shapes+ is of how many the shape was, if not of all these.
      def findings(shapes: nil)
        return [] if whole?

        less = ", of #{shapes} of them also their shape" if shapes
        [Finding.new(code: :sampled, level: :note, place: Place.at('tables'),
                     wording: Wording[:of_variants_variants_every_row_of_every, variants: @variants.size, most: MOST, less: less],
                     advice: Wording[:what_no_row_shows_by_itself_may])]
      end

      private

      # Parts of all that is looked at: pairs of how many there are and what makes one of a number.
      def sections
        @sections ||= whole? ? [[@variants.size, @variants.method(:at)]] : [*rows_of_tables, [MOST, method(:spread_at)]]
      end

      def spread_at(index) = @variants.at((index * Rational(@variants.size, MOST)).floor)

      def rows_of_tables
        tables = @plan.family.variant_tables.reject { |table| table.rows.empty? }
        tables.map do |table|
          others = (tables - [table]).to_h { |other| [other.name, [other.rows[other.default_row_index].name]] }
          own = Variants::All.new(@plan, within: others)
          [own.size, own.method(:at)]
        end
      end
    end
  end
end
