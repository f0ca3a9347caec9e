# frozen_string_literal: true

module VastLattice
  module Exchange
    # Which kind of spreadsheet a file is, by its name.
    module SheetFile
      MACROS = %w[xlsm xltm xlsb xlam].freeze

      # One of SHEET_FORMATS. Raises Unreadable.
      def self.format(file)
        ending = File.extname(file).delete('.').downcase
        raise Unreadable.because('Files with macros are not read.', remedy: 'Save it without macros, as XLSX.') if MACROS.include?(ending)

        name = { 'tsv' => 'csv', 'txt' => 'csv' }.fetch(ending, ending)
        return SHEET_FORMATS.fetch(name) if SHEET_FORMATS.key?(name)

        raise Unreadable.because("#{file} is no spreadsheet that can be read.", remedy: 'Save it as XLSX, ODS or CSV.')
      end
    end
  end
end
