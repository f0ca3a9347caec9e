# frozen_string_literal: true

require 'date'
require 'nokogiri'

module VastLattice
  module Exchange
    module Sheets
      module OfficeOpen
        # Which styles show a number as a date or time, and from when dates count.
        class DateStyles
          # Formats that every workbook has (ISO/IEC 29500-1, 18.8.30).
          BUILT_IN = [*14..22, *27..36, *45..47, *50..58].freeze
          WRITTEN = /[dmyhs]/i

          def initialize(content, book)
            @start = %w[1 true].include?(book.at_css('workbookPr')&.[]('date1904')) ? Date.new(1904, 1, 1) : Date.new(1899, 12, 30)
            document = Nokogiri::XML(content.to_s, &:nonet)
            own = document.css('numFmts > numFmt').to_h { |format| [format['numFmtId'].to_i, format['formatCode'].to_s] }
            @styles = document.css('cellXfs > xf').map { |style| date?(style['numFmtId'].to_i, own) }
          end

          def date_style?(index) = @styles[index]
          def date(number) = @start + number.floor

          private

          def date?(id, own)
            BUILT_IN.include?(id) || own.fetch(id, '').gsub(/"[^"]*"|\\.|\[[^\]]*\]/, '').match?(WRITTEN)
          end
        end
      end
    end
  end
end
