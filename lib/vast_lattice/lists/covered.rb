# frozen_string_literal: true

module VastLattice
  module Lists
    # What a list is of: the variant in view, all variants of the family, or those of some rows of its tables.
    class Covered
      # More are too many for one list.
      MOST = 2000

      # +over+ is one of Family::ListDesign::OVER; +rows+ {table => "SF-1*, SF-2000"} as of Variants::Choice.
      def initialize(subject, over, rows)
        @subject = subject
        @over = over
        @rows = rows
      end

      def several? = @over == 'all'

      # [[name, Results::Subject], …]. Raises Error where there are too many.
      def subjects
        @subjects ||= several? ? all : [['', @subject]]
      end

      def words
        return Family::ListDesign::OVER.fetch(@over) if @rows.empty? || !several?

        "variants of #{@rows.map { |table, text| "#{table} #{text}" }.join(' and ')}"
      end

      private

      def all
        variants = Variants::All.new(@subject.plan, within: Variants::Choice.read(@subject.family, @rows))
        if variants.size > MOST
          raise Error.new(Wording[:the_list_would_be_of_size_variants, size: variants.size, most: MOST],
                          remedy: Wording[:choose_fewer_variants])
        end

        variants.map { |variant| [variant.name, @subject.of(Plan::Pick.new(rows: variant.rows))] }
      end
    end
  end
end
