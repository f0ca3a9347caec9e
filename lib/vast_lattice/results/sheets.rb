# frozen_string_literal: true

module VastLattice
  module Results
    # What fills sheets of a spreadsheet, in one of the formats that spreadsheets have. A kind of it says +sheets+.
    class Sheets < Format
      def self.all = Exchange::SHEET_FORMATS.kinds.map { |kind| new(kind) }

      # +kind+ is one of Exchange::SHEET_FORMATS.
      def initialize(base, kind, **about)
        @kind = kind
        super("#{base}.#{kind.name}", media_type: kind.content_type, **about)
      end

      def write(subject, options) = @kind.write(one_at_least(sheets(subject, options)))

      private

      # A CSV holds one sheet, and nothing has none.
      def one_at_least(sheets)
        raise Error.new(Wording[:there_is_nothing_to_write_into_name, name: name], remedy: Wording[:make_it_first]) if sheets.empty?
        return sheets if sheets.one? || @kind.name != 'csv'

        raise Error.new(Wording[:a_csv_holds_one_table], remedy: Wording[:choose_one_of_them_or_take_base, base: base])
      end
    end
  end
end
