# frozen_string_literal: true

require 'nokogiri'

module VastLattice
  module Exchange
    # Rule tables as decision tables of DMN 1.3 XML (OMG DMN 1.3, chapters 8 and 13.3), out and in. FEEL has no units: numbers are
    # written in the unit of their input or output, bare, and read back so.
    module DecisionFile
      MODEL = 'https://www.omg.org/spec/DMN/20191111/MODEL/'
      NAMESPACE = 'https://vast-lattice.invalid/decisions'
      # Bytes of a file, and tables in one.
      LARGEST = 2_000_000
      MOST = 50
      TYPES = { number: 'number', boolean: 'boolean', text: 'string' }.freeze

      module_function

      # The XML of some rule tables of a plan's family.
      def write(plan, tables = plan.family.rule_tables)
        Nokogiri::XML::Builder.new(encoding: 'UTF-8') do |xml|
          xml.definitions('xmlns' => MODEL, 'id' => 'decisions', 'name' => plan.family.name, 'namespace' => NAMESPACE) do
            tables.each { |table| Writing.new(xml, plan, table).decision }
          end
        end.to_xml
      end

      # Rule tables in plain form, of a plan's family. Raises Unreadable.
      def read(bytes, plan)
        refuse(Wording[:the_file_is_larger_than_two_megabytes], Wording[:split_it]) if bytes.bytesize > LARGEST
        root = Nokogiri::XML(bytes) { |options| options.nonet.strict }.root
        found = root ? root.xpath('.//*[local-name()="decision"][*[local-name()="decisionTable"]]') : []
        refuse(Wording[:there_is_no_decision_table], Wording[:bring_in_a_dmn_file_with_one]) if found.empty?
        refuse(Wording[:the_file_holds_more_than_most_decision, most: MOST], Wording[:split_it]) if found.size > MOST

        found.map { |decision| DecisionReader.new(decision, plan).tree }
      rescue Nokogiri::XML::SyntaxError
        refuse(Wording[:the_file_is_no_xml_that_can], Wording[:save_it_again_as_dmn])
      end

      def refuse(message, remedy) = raise(Unreadable.because(message, remedy: remedy))

      private_constant :Writing, :Cells, :DecisionReader, :TYPES
    end
  end
end
