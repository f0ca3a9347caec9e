# frozen_string_literal: true

module VastLattice
  module Storage
    # Kept configurations (Guide::Configuration). Their address is a code that can be sent.
    module ConfigurationDocument
      extend WholeDocument

      CODE = 8

      def self.name = 'configuration'
      def self.type = Guide::Configuration
      def self.blank(title) = Guide::Configuration.new(name: title, family: {}, form: '')
      def self.compiled(configuration, before: nil, **) = before && configuration == before ? before : configuration
      def self.document(configuration) = configuration
      def self.subject(configuration) = configuration.family['slug']
      def self.about(configuration) = configuration.about
      def self.addresses(_title) = Array.new(4) { Kind.code(CODE) }
    end
  end
end
