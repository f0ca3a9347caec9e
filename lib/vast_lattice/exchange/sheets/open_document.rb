# frozen_string_literal: true

require 'nokogiri'
require 'zip'

module VastLattice
  module Exchange
    module Sheets
      # ODS (OpenDocument 1.3, ISO/IEC 26300). Both ways as a stream of events; the packages that there are need more than
      # ten seconds for a table of 5,000 rows.
      module OpenDocument
        MIME = 'application/vnd.oasis.opendocument.spreadsheet'
        SPACES = %w[office table text].to_h { |name| [name, "urn:oasis:names:tc:opendocument:xmlns:#{name}:1.0"] }.freeze
        # How a formula that failed reads.
        ERROR = %r{\A(#(REF|NAME|VALUE|DIV|N/A|NUM|NULL)|Err:\d)}
        MANIFEST = <<~XML.freeze
          <?xml version="1.0" encoding="UTF-8"?>
          <manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3">
          <manifest:file-entry manifest:full-path="/" manifest:version="1.3" manifest:media-type="#{MIME}"/>
          <manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/>
          </manifest:manifest>
        XML

        def self.name = 'ods'
        def self.title = 'ODS'
        def self.content_type = MIME

        # The Sheets of a document. Raises Unreadable.
        def self.read(bytes)
          archive = Archive.new(bytes)
          refuse_others(archive)
          content = archive.read('content.xml') or raise Unreadable.because(Wording[:the_file_is_no_ods],
                                                                            remedy: Wording[:save_it_as_xlsx_ods_or_csv])
          reader = Cells.new
          Nokogiri::XML::SAX::Parser.new(reader).parse(content)
          reader.sheets
        end

        # A document of Sheets.
        def self.write(sheets)
          buffer = Zip::OutputStream.write_buffer do |zip|
            zip.put_next_entry(entry('mimetype'), nil, nil, Zip::Entry::STORED)
            zip.write(MIME)
            zip.put_next_entry(entry('META-INF/manifest.xml'))
            zip.write(MANIFEST)
            zip.put_next_entry(entry('content.xml'))
            zip.write(content(sheets))
          end
          buffer.string
        end

        # Equal contents give equal bytes, whenever they are written.
        def self.entry(name) = Zip::Entry.new(nil, name, time: Zip::DOSTime.local(2000, 1, 1))
        private_class_method :entry

        def self.content(sheets)
          spaces = SPACES.map { |prefix, uri| %( xmlns:#{prefix}="#{uri}") }.join
          tables = sheets.map do |sheet|
            rows = sheet.rows.map { |row| "<table:table-row>#{row.map { |cell| cell(cell) }.join}</table:table-row>" }
            %(<table:table table:name=#{sheet.name.to_s.encode(xml: :attr)}>#{rows.join}</table:table>)
          end
          %(<?xml version="1.0" encoding="UTF-8"?><office:document-content#{spaces} office:version="1.3"><office:body>) +
            "<office:spreadsheet>#{tables.join}</office:spreadsheet></office:body></office:document-content>"
        end
        private_class_method :content

        def self.cell(value)
          return '<table:table-cell/>' if value.nil? || value == ''
          return %(<table:table-cell office:value-type="float" office:value="#{Sheet.number(value)}"/>) if value.is_a?(Float)

          lines = value.to_s.split("\n", -1).map do |line|
            "<text:p>#{line.encode(xml: :text).gsub(/ (?= )|^ /, '<text:s/>').gsub("\t", '<text:tab/>')}</text:p>"
          end
          %(<table:table-cell office:value-type="string">#{lines.join}</table:table-cell>)
        end
        private_class_method :cell

        def self.refuse_others(archive)
          manifest = archive.read('META-INF/manifest.xml').to_s
          if manifest.include?('encryption-data')
            raise Unreadable.because(Wording[:the_file_is_protected_by_a_password], remedy: Wording[:save_it_without_one])
          end
          return unless archive.names.any? { |name| name.start_with?('Basic/', 'Scripts/') }

          raise Unreadable.because(Wording[:the_file_has_macros], remedy: Wording[:save_it_without_macros])
        end
        private_class_method :refuse_others
      end
    end
  end
end
