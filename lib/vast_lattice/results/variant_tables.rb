# frozen_string_literal: true

module VastLattice
  module Results
    # Variant tables as they are set up, a sheet each, to be read again.
    class VariantTables < Sheets
      TABLE = Format::Option.new('table', 'Table', nil)

      def initialize(kind)
        super('tables', kind, title: 'Variant tables', note: 'the tables as they are set up, to be edited elsewhere and brought in again',
                              made_from: :family, options: [TABLE])
      end

      def offered?(subject) = super && subject.family.tables.any? && (ending != 'csv' || subject.family.tables.one?)
      def file_name(slug, options = {}) = "#{[slug, *options['table'].to_s.then { |one| one unless one.empty? }].join('-')}.#{ending}"
      def sheets(subject, options) = Exchange::TableSheets.write(subject.plan, subject.tables(options['table']))
    end
  end
end
