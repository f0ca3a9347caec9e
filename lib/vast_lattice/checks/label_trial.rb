# frozen_string_literal: true

module VastLattice
  module Checks
    # A pattern of part numbers or the like, tried before it is kept: what every variant would be called, and which would
    # share a label.
    class LabelTrial
      # Labels that are listed.
      LISTED = 300

      def initialize(plan)
        @plan = plan
      end

      # Plain form: "labels" as pairs of a variant and its label, "variants", "doubled" labels with the variants that share
      # them. +rows_of+ names a table whose rows alone are labelled. Raises Formula::Error, Error.
      def run(name, text, rows_of: nil)
        @plan = @plan.reading(text)
        reader = Plan::Reader.new(@plan.symbols)
        pattern = Plan::LabelPattern.read(name, text, reader)
        wrong = reader.findings.first
        raise Error.new(wrong.message, remedy: wrong.remedy) if wrong

        labels = Plan::Labels.new([pattern], @plan.targets, @plan.lists)
        found = variants(rows_of).map { |variant| [variant.name, labels.write(variant.outcome.values)[name]] }
        doubled = found.group_by(&:last).select { |label, same| label && same.size > 1 }
        listed = found.first(LISTED).map { |variant, label| [variant, label || Undefined::WORD] }
        { 'variants' => found.size, 'labels' => listed, 'doubled' => doubled.first(20).map do |label, same|
          [label, same.map(&:first).first(6)]
        end,
          'doubled_count' => doubled.size }
      end

      # {row => label} of a table, the other tables at their default rows.
      def rows(table, text)
        @plan = @plan.reading(text)
        reader = Plan::Reader.new(@plan.symbols)
        labels = Plan::Labels.new([Plan::LabelPattern.read('name', text, reader)], @plan.targets, @plan.lists)
        named = variants(table.name).zip(table.rows).map { |variant, row| [row.name, labels.write(variant.outcome.values)['name']] }
        row, = named.find { |_, label| label.nil? }
        row ? raise(Error.new("In row #{row} the pattern is undefined.", remedy: 'Change the pattern or the row.')) : named.to_h
      end

      private

      # All variants, or those of one table with the others at their default rows.
      def variants(rows_of)
        return Variants.new(@plan).to_a unless rows_of

        others = @plan.family.variant_tables.reject { |table| table.name.casecmp?(rows_of) || table.rows.empty? }
        Variants.new(@plan, within: others.to_h { |table| [table.name, [table.rows[table.default_row_index].name]] }).to_a
      end
    end
  end
end
