# frozen_string_literal: true

module VastLattice
  module Exchange
    # Which kind of spreadsheet a file is, by its name.
    module SheetFile
      MACROS = %w[xlsm xltm xlsb xlam].freeze

      # One of SHEET_FORMATS. Raises Unreadable.
      def self.format(file)
        ending = File.extname(file).delete('.').downcase
        if MACROS.include?(ending)
          raise Unreadable.because(Wording[:files_with_macros_are_not_read], remedy: Wording[:save_it_without_macros_as_xlsx])
        end

        name = { 'tsv' => 'csv', 'txt' => 'csv' }.fetch(ending, ending)
        return SHEET_FORMATS.fetch(name) if SHEET_FORMATS.key?(name)

        raise Unreadable.because(Wording[:file_is_no_spreadsheet_that_can, file: file], remedy: Wording[:save_it_as_xlsx_ods_or_csv])
      end
    end
  end
end
