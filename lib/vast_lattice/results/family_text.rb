# frozen_string_literal: true

module VastLattice
  module Results
    # The whole family as one file, to be kept, shared and read again.
    class FamilyText < Format
      NOTES = { 'yaml' => 'the whole family, to keep and to share', 'json' => 'the same, for programs' }.freeze

      def self.all = for_endings('file', NOTES, title: 'Family file', made_from: :family)
      def file_name(slug, _options = {}) = "#{slug}.#{ending}"
      def write(subject, _options) = Exchange::FamilyFile.public_send(ending, subject.family)
    end
  end
end
