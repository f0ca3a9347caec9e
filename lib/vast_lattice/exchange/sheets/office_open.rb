# frozen_string_literal: true

require 'date'
require 'nokogiri'

module VastLattice
  module Exchange
    module Sheets
      # XLSX (Office Open XML, ISO/IEC 29500). Written by caxlsx; read as a stream of events, because whole tables of
      # thousands of rows come in while somebody waits.
      module OfficeOpen
        MACROS = /vbaProject|macrosheets|macroEnabled/
        RELATION = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'

        def self.name = 'xlsx'
        def self.title = 'XLSX'
        def self.content_type = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

        # The Sheets of a workbook. Raises Unreadable.
        def self.read(bytes)
          archive = Archive.new(bytes)
          refuse_others(archive)
          book = xml(archive, 'xl/workbook.xml')
          texts = SharedTexts.read(archive.read('xl/sharedStrings.xml'))
          dates = DateStyles.new(archive.read('xl/styles.xml'), book)
          targets = xml(archive, 'xl/_rels/workbook.xml.rels').css('Relationship').to_h { |relation| [relation['Id'], relation['Target']] }
          listed = book.css('sheets > sheet')
          Sheet.refuse_sheets(listed.size)
          # A part is read once, however often it is named.
          rows = Hash.new { |parts, name| parts[name] = archive.read(name)&.then { |content| Cells.read(content, texts, dates) } }
          listed.map do |sheet|
            name = path(targets[sheet.attribute_with_ns('id', RELATION)&.value])
            Sheet.new(sheet['name'], rows[name] || Archive.damaged(sheet['name']))
          end
        end

        # What it says it was written at: equal contents give equal bytes.
        WRITTEN = Time.utc(2000)
        private_constant :WRITTEN

        # A workbook of Sheets.
        def self.write(sheets)
          require 'caxlsx'
          package = Axlsx::Package.new(created_at: WRITTEN)
          heading = package.workbook.styles.add_style(b: true)
          sheets.each do |sheet|
            package.workbook.add_worksheet(name: sheet.name.to_s[0, 31]) do |page|
              sheet.rows.each_with_index do |row, index|
                page.add_row(row, types: row.map { |cell| cell.is_a?(Numeric) ? :float : :string }, style: index.zero? ? heading : nil)
              end
              freeze_heading(page)
            end
          end
          package.to_stream.read
        end

        # The heading and the names of rows stay in sight.
        def self.freeze_heading(page)
          page.sheet_view.pane do |pane|
            pane.state = :frozen_split
            pane.y_split = pane.x_split = 1
            pane.top_left_cell = 'B2'
            pane.active_pane = :bottom_right
          end
        end
        private_class_method :freeze_heading

        def self.path(target) = target.to_s.start_with?('/') ? target[1..] : "xl/#{target}"
        private_class_method :path

        def self.xml(archive, name)
          content = archive.read(name) or raise Unreadable.because(Wording[:the_file_is_no_xlsx, name: name],
                                                                   remedy: Wording[:save_it_as_xlsx_ods_or_csv])
          Nokogiri::XML(content) { |options| options.nonet.strict }
        rescue Nokogiri::XML::SyntaxError
          Archive.damaged(name)
        end
        private_class_method :xml

        def self.refuse_others(archive)
          kinds = archive.read('[Content_Types].xml').to_s
          return unless archive.names.any? { |name| name.match?(MACROS) } || kinds.match?(MACROS)

          raise Unreadable.because(Wording[:the_file_has_macros], remedy: Wording[:save_it_without_macros_as_xlsx])
        end
        private_class_method :refuse_others
      end
    end
  end
end
