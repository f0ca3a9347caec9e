# frozen_string_literal: true

module VastLattice
  module Results
    # The whole family as one file, to be kept, shared and read again.
    class FamilyText < Format
      KINDS = { 'yaml' => ['the whole family, to keep and to share', 'application/yaml'],
                'json' => ['the same, for programs', 'application/json'] }.freeze

      def initialize(ending)
        note, type = KINDS.fetch(ending)
        super("file.#{ending}", title: 'Family file', note: note, made_from: :family, media_type: type)
      end

      def file_name(slug, _options = {}) = "#{slug}.#{ending}"
      def write(subject, _options) = Exchange::FamilyFile.public_send(ending, subject.family)
    end
  end
end
