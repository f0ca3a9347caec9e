# frozen_string_literal: true

require 'date'
require 'nokogiri'

module VastLattice
  module Exchange
    module Sheets
      module OfficeOpen
        # The cells of a sheet.
        class Cells < Nokogiri::XML::SAX::Document
          attr_reader :rows

          def self.read(content, texts, dates)
            reader = new(texts, dates)
            Nokogiri::XML::SAX::Parser.new(reader).parse(content)
            reader.rows
          end

          def initialize(texts, dates)
            super()
            @texts = texts
            @dates = dates
            @rows = []
            @row = -1
            @cells = 0
            @value = +''
          end

          # The namespaces' own callbacks are twice as quick as those that put names together.
          def start_element_namespace(name, attributes = [], *)
            case name
            when 'c' then start_cell(attributes)
            when 'v', 't' then @inside = true
            when 'row' then start_row(attributes)
            when 'f' then @formula = true
            end
          end

          def end_element_namespace(name, *)
            case name
            when 'v', 't' then @inside = false
            when 'c' then end_cell
            end
          end

          # A text that breaks off is never read as a shorter one.
          def error(_message) = Archive.damaged('a sheet')

          def characters(text) = @inside && (@value << text)

          private

          def start_row(attributes)
            @row = (attributes.find { |given| given.localname == 'r' }&.value || (@row + 2)).to_i - 1
            @column = -1
          end

          def start_cell(attributes)
            address = @type = nil
            @style = 0
            attributes.each do |given|
              case given.localname
              when 'r' then address = given.value
              when 't' then @type = given.value
              when 's' then @style = given.value.to_i
              end
            end
            @column = address ? column(address) : @column + 1
            @value = +''
            @formula = false
          end

          def column(address)
            number = 0
            address.each_byte { |byte| byte >= 65 ? number = (number * 26) + byte - 64 : break }
            number - 1
          end

          def end_cell
            found = cell
            return if found.nil? || @row.negative? || @column >= Sheet::MOST_COLUMNS

            Sheet.refuse_rows(@row + 1)
            Sheet.refuse_cells(@cells += 1)

            @rows << [] while @rows.size <= @row
            @rows[@row][@column] = found
          end

          def cell
            return @formula ? Sheet::Fault.new('a formula that was never computed') : nil if @value.empty? && @type != 'str'

            case @type
            when 's' then shared_text
            when 'str', 'inlineStr' then @value
            when 'b' then @value == '1'
            when 'e' then Sheet::Fault.new("the error #{@value}")
            when 'd' then Date.parse(@value)
            else number
            end
          rescue Date::Error
            Sheet::Fault.new("the date #{@value}, which does not exist")
          end

          def shared_text = @texts[@value.to_i] || Sheet::Fault.new('a text that is not in the file')

          def number
            amount = Float(@value, exception: false) or return Sheet::Fault.new("\"#{@value}\", which is no number")
            @dates.date_style?(@style) ? @dates.date(amount) : amount
          end
        end
      end
    end
  end
end
