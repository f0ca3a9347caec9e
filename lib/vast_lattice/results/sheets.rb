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
        raise Error.new("There is nothing to write into #{name}.", remedy: 'Make it first.') if sheets.empty?
        return sheets if sheets.one? || @kind.name != 'csv'

        raise Error.new('A CSV holds one table.', remedy: "Choose one of them, or take #{base}.xlsx, which holds all.")
      end
    end
  end
end
