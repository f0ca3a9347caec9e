# frozen_string_literal: true

module VastLattice
  module Results
    # A kept configuration as a summary on A4.
    class ConfigurationSheet < Format
      def initialize
        super('configuration.pdf', title: 'Configuration', note: 'PDF: what was answered, the drawing, the price',
                                   made_from: :configuration, media_type: 'application/pdf')
      end

      def file_name(slug, _options = {}) = "#{slug}.pdf"
      def write(subject, _options) = Exchange::SummaryPDF.new(subject.configuration, subject.code).render
    end
  end
end
