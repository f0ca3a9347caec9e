# frozen_string_literal: true

module VastLattice
  module Results
    # A kept configuration: a summary on A4, or all that it says.
    class KeptConfiguration < Format
      NOTES = { 'pdf' => 'what was answered, the drawing, the price', 'json' => 'the same, for programs' }.freeze

      def self.all = for_endings('configuration', NOTES, title: 'Configuration', made_from: :configuration)
      def file_name(slug, _options = {}) = "#{slug}.#{ending}"

      def write(subject, _options)
        own = subject.configuration
        ending == 'pdf' ? Exchange::SummaryPDF.new(own, subject.code).render : JSON.pretty_generate(own.to_tree)
      end
    end
  end
end
