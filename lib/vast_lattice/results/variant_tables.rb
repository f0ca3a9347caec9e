# frozen_string_literal: true

module VastLattice
  module Results
    # Variant tables as they are set up.
    class VariantTables < NamedSheets
      def initialize(kind)
        super('tables', kind, what: 'table', title: 'Variant tables',
                              note: 'the tables as they are set up, to be edited elsewhere and brought in again')
      end

      def named(subject) = subject.family.tables
      def written(subject, tables) = Exchange::TableSheets.write(subject.plan, tables)
    end
  end
end
