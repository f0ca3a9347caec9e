# frozen_string_literal: true

require 'nokogiri'

module VastLattice
  module Exchange
    module Sheets
      module OfficeOpen
        # The texts that cells share.
        class SharedTexts < Nokogiri::XML::SAX::Document
          attr_reader :texts

          def self.read(content)
            reader = new
            Nokogiri::XML::SAX::Parser.new(reader).parse(content) if content
            reader.texts
          end

          def initialize
            super
            @texts = []
          end

          def start_element(name, _attributes = [])
            case name
            when 'si' then @texts << +''
            when 't' then @inside = !@phonetic
            when 'rPh' then @phonetic = true
            end
          end

          def end_element(name)
            @inside = false if name == 't'
            @phonetic = false if name == 'rPh'
          end

          # A text that breaks off is never read as a shorter one.
          def error(_message) = Archive.damaged('a sheet')

          def characters(text) = @inside && (@texts.last << text)
        end
      end
    end
  end
end
