# frozen_string_literal: true

require 'csv'

module VastLattice
  module Exchange
    module Sheets
      # CSV (RFC 4180). Written with commas, as UTF-8; read with commas, semicolons, tabs or bars, with or without a byte
      # order mark, as UTF-8 or UTF-16.
      module CommaText
        SEPARATORS = [',', ';', "\t", '|'].freeze
        HINT = /\Asep=(.)\r?\n/i
        # What a spreadsheet may run.
        DANGEROUS = /\A'*[=+\-@\t\r]/
        MARKS = { "\xFF\xFE".b => 'UTF-16LE', "\xFE\xFF".b => 'UTF-16BE', "\xEF\xBB\xBF".b => 'UTF-8' }.freeze

        def self.name = 'csv'
        def self.title = 'CSV'
        def self.content_type = 'text/csv'

        # One Sheet without a name. Raises Unreadable.
        def self.read(bytes)
          Archive.refuse_size(bytes.bytesize)
          text = decoded(bytes)
          separator, text = separated(text)
          rows = []
          # Row by row, so that what is too much is not read to its end.
          CSV.new(text, col_sep: separator).each do |row|
            Sheet.refuse_columns(row.size)
            rows << row.map { |cell| restored(cell) }
            Sheet.refuse_rows(rows.size)
          end
          [Sheet.new(nil, rows, decimal_commas: separator != ',')]
        rescue CSV::MalformedCSVError => e
          raise Unreadable.because(Wording[:the_csv_is_not_well_formed_problem, problem: e.message],
                                   remedy: Wording[:look_at_the_quotes_of_that_line])
        end

        # CSV text of one sheet.
        def self.write(sheets)
          CSV.generate { |csv| sheets.first.rows.each { |row| csv << row.map { |cell| harmless(cell) } } }
        end

        # A cell that no spreadsheet runs.
        def self.harmless(cell)
          return Sheet.number(cell) if cell.is_a?(Float)

          cell.is_a?(String) && cell.match?(DANGEROUS) && !cell.match?(TableSheets::NUMBER) ? "'#{cell}" : cell
        end

        # A cell as it was before it was made harmless.
        def self.restored(cell) = cell&.start_with?("'") && cell[1..].match?(DANGEROUS) ? cell[1..] : cell
        private_class_method :restored

        def self.decoded(bytes)
          mark, name = MARKS.find { |start, _| bytes.b.start_with?(start) }
          text = bytes.b.byteslice(mark.to_s.bytesize..).force_encoding(name || 'UTF-8')
          refuse(Wording[:the_file_is_no_utf8_text], Wording[:save_it_as_csv_utf8]) unless text.valid_encoding?
          text = text.encode('UTF-8')
          refuse(Wording[:the_file_holds_binary_data_not_csv], Wording[:choose_a_csv_xlsx_or_ods_file]) if text.include?("\0")
          refuse(Wording[:the_file_is_empty], Wording[:choose_a_file_with_a_table]) if text.strip.empty?
          text
        end
        private_class_method :decoded

        # [separator, text]: as its first line says, else the one that the heading uses most.
        def self.separated(text)
          return [Regexp.last_match(1), text.sub(HINT, '')] if text.match(HINT)

          head = text.lstrip.lines.first.to_s
          [SEPARATORS.max_by { |mark| head.count(mark) }, text]
        end
        private_class_method :separated

        def self.refuse(message, remedy) = raise(Unreadable.because(message, remedy: remedy))
        private_class_method :refuse
      end
    end
  end
end
