# frozen_string_literal: true

module VastLattice
  module Storage
    # Published forms (Guide::Publication). Whoever has the address may fill one in.
    module PublicationDocument
      extend WholeDocument

      CODE = 12

      def self.name = 'publication'
      def self.word = 'published form'
      def self.type = Guide::Publication
      def self.blank(title) = Guide::Publication.new(name: title, family: {}, form: '')
      def self.document(opened) = opened.publication
      def self.subject(publication) = publication.family['slug']
      def self.about(publication) = publication.about
      def self.addresses(_title) = Array.new(4) { Kind.code(CODE) }

      # What does not change is not compiled anew.
      def self.compiled(publication, before: nil, **)
        same = before && %i[body inner form].all? { |field| before.publication.public_send(field) == publication.public_send(field) }
        same ? before.with_publication(publication) : Guide::Publication::Opened.new(publication)
      end
    end
  end
end
