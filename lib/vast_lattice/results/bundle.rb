# frozen_string_literal: true

module VastLattice
  module Results
    # A family with all that it is made of.
    class Bundle < Format
      KINDS = { 'zip' => ['the family with all that it uses', 'application/zip'],
                'yaml' => ['the same as one file', 'application/yaml'] }.freeze

      def initialize(ending)
        note, type = KINDS.fetch(ending)
        super("bundle.#{ending}", title: 'Bundle', note: note, made_from: :family, media_type: type)
      end

      def offered?(subject) = super && (subject.family.components.any? || !subject.family.base.nil?)

      def write(subject, _options)
        whole = subject.plan.placed.library.whole(subject.family)
        Exchange::BundleFile.public_send(ending, Exchange::BundleFile.of(whole, main: subject.family.name))
      end
    end
  end
end
