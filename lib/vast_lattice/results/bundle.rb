# frozen_string_literal: true

module VastLattice
  module Results
    # A family with all that it is made of.
    class Bundle < Format
      NOTES = { 'zip' => 'the family with all that it uses', 'yaml' => 'the same as one file' }.freeze

      def self.all = for_endings('bundle', NOTES, title: 'Bundle', made_from: :family)
      def offered?(subject) = super && (subject.family.components.any? || !subject.family.base.nil?)

      def write(subject, _options)
        whole = subject.plan.placed.library.whole(subject.family)
        Exchange::BundleFile.public_send(ending, Exchange::BundleFile.of(whole, main: subject.family.name))
      end
    end
  end
end
