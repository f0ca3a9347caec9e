# frozen_string_literal: true

module VastLattice
  module Results
    # The parts list of the variant in view: indented, and in all.
    class PartsList < Sheets
      def self.of(subject) = Quantities::PartsList.new(subject.result.outcome)

      def initialize(kind)
        super('parts', kind, title: 'Parts list', note: 'of the variant in view, by level and in all', made_from: :variant)
      end

      def offered?(subject) = super && subject.family.components.any?

      # A CSV has the list by level.
      def sheets(subject, _options) = Exchange::PartsSheets.of(PartsList.of(subject)).first(@kind.name == 'csv' ? 1 : 2)

      # The same for programs.
      class Data < Format
        def initialize = super('parts.json', title: 'Parts list', note: 'the same, for programs', made_from: :variant)
        def offered?(subject) = super && subject.family.components.any?
        def write(subject, _options) = JSON.pretty_generate(Exchange::PartsSheets.tree(PartsList.of(subject)))
      end
    end
  end
end
