# frozen_string_literal: true

module VastLattice
  module Checks
    # The variants that checks over a whole family look at: all of them, or of very many every row of every table with the
    # others at their default rows, and so many evenly spread over all.
    class Sweep
      include Enumerable

      # Up to so many variants all are looked at.
      MOST = Variants::MOST
      # So many variants are looked at between two signs of life.
      OFTEN = 100

      # +tick+ is called now and then while variants are looked at.
      def initialize(plan, tick: nil)
        @plan = plan
        @tick = tick
        @variants = Variants.new(plan)
      end

      # Whether all variants are looked at.
      def whole? = @variants.size <= MOST

      # Yields Variants::Variant; some come twice where there are very many.
      def each
        return enum_for(:each) unless block_given?

        all.each_with_index do |variant, index|
          @tick&.call if (index % OFTEN).zero?
          yield variant
        end
      end

      # A note where not all are looked at, else nothing.
      def findings
        return [] if whole?

        [Finding.new(code: :sampled, level: :note, place: Place.at('tables'),
                     message: "Of #{@variants.size} variants every row of every table and #{MOST} evenly spread were looked at.",
                     remedy: 'What no row shows by itself may be missed.')]
      end

      private

      def all
        return @variants if whole?

        Enumerator.new do |found|
          rows_of_tables { |variant| found << variant }
          step = Rational(@variants.size, MOST)
          MOST.times { |index| found << @variants.at((index * step).floor) }
        end
      end

      def rows_of_tables
        tables = @plan.family.variant_tables.reject { |table| table.rows.empty? }
        tables.each do |table|
          others = (tables - [table]).to_h { |other| [other.name, [other.rows[other.default_row_index].name]] }
          own = Variants.new(@plan, within: others)
          own.size.times { |number| yield own.at(number) }
        end
      end
    end
  end
end
