# frozen_string_literal: true

require 'date'
require 'nokogiri'

module VastLattice
  module Exchange
    module Sheets
      module OpenDocument
        # The cells of all sheets.
        class Cells < Nokogiri::XML::SAX::Document
          attr_reader :sheets

          def initialize
            super
            @sheets = []
            @skipped = 0
            @cells = 0
          end

          # The namespaces' own callbacks are twice as quick as those that put names together.
          def start_element_namespace(name, attributes = [], prefix = nil, *)
            return @skipped += 1 if @skipped.positive? || name == 'annotation'
            return start_text(name, attributes) if prefix == 'text'

            case name
            when 'table-cell', 'covered-table-cell' then start_cell(attributes)
            when 'table-row' then start_row(attributes)
            when 'table' then start_table(attributes)
            end
          end

          def end_element_namespace(name, *)
            return @skipped -= 1 if @skipped.positive?

            case name
            when 'p' then @inside = false
            when 'table-cell', 'covered-table-cell' then end_cell
            when 'table-row' then end_row
            end
          end

          # A text that breaks off is never read as a shorter one.
          def error(_message) = Archive.damaged('a sheet')

          def characters(text) = @inside && @skipped.zero? && (@text << text)

          private

          def given(attributes, key) = attributes.find { |attribute| attribute.localname == key }&.value
          def repeats(attributes, key) = [given(attributes, key).to_i, 1].max

          def start_table(attributes)
            @rows = []
            @empty_rows = 0
            @sheets << Sheet.new(given(attributes, 'name'), @rows)
            Sheet.refuse_sheets(@sheets.size)
          end

          def start_row(attributes)
            @row = []
            @empty_cells = 0
            @times = repeats(attributes, 'number-rows-repeated')
          end

          def start_cell(attributes)
            @cell = attributes
            @text = nil
            @repeated = attributes.empty? ? 1 : repeats(attributes, 'number-columns-repeated')
          end

          def start_text(name, attributes)
            return unless @text || name == 'p'

            case name
            when 'p' then @text = @text ? "#{@text}\n" : +''
                          @inside = true
            when 's' then @text << (' ' * [repeats(attributes, 'c'), 1000].min)
            when 'tab' then @text << "\t"
            when 'line-break' then @text << "\n"
            end
          end

          # Empty cells and rows are repeated to the end of the sheet: they only count where something follows.
          def end_cell
            value = @cell.empty? ? nil : value(@cell.to_h { |attribute| [attribute.localname, attribute.value] })
            return @empty_cells += @repeated if value.nil?

            put(@row, @empty_cells, value, @repeated, Sheet::MOST_COLUMNS)
            @empty_cells = 0
          end

          def end_row
            return @empty_rows += @times if @row.empty?

            Sheet.refuse_rows(@rows.size + @empty_rows + @times)
            Sheet.refuse_cells(@cells += @row.size * @times)
            put(@rows, @empty_rows, @row, @times, Sheet::MOST_ROWS, [])
            @empty_rows = 0
          end

          def put(list, gap, item, times, most, filler = nil)
            [gap, most - list.size].min.times { list << filler }
            [times, most - list.size].min.times { list << item }
          end

          def value(attributes)
            case attributes['value-type']
            when 'float', 'currency' then Float(attributes['value'], exception: false) || Sheet::Fault.new('a number that cannot be read')
            when 'percentage' then Sheet::Fault.new('a percentage')
            when 'boolean' then attributes['boolean-value'] == 'true'
            when 'date' then Date.parse(attributes['date-value'].to_s)
            when 'time' then Sheet::Fault.new('a time')
            when 'string' then text(attributes)
            end
          rescue Date::Error
            Sheet::Fault.new('a date that does not exist')
          end

          def text(attributes)
            said = @text || attributes['string-value'].to_s
            attributes.key?('formula') && said.match?(ERROR) ? Sheet::Fault.new("the error #{said}") : said
          end
        end
      end
    end
  end
end
