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
        raise Error.new(wrong.wording, remedy: wrong.advice) if wrong

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
        if row
          raise(Error.new(Wording[:in_row_row_the_pattern_is_undefined, row: row],
                          remedy: Wording[:change_the_pattern_or_the_row]))
        else
          named.to_h
        end
      end

      private

      # All variants, or those of one table with the others at their default rows.
      def variants(rows_of)
        return Variants::All.new(@plan).to_a unless rows_of

        others = @plan.family.variant_tables.reject { |table| table.name.casecmp?(rows_of) || table.rows.empty? }
        Variants::All.new(@plan, within: others.to_h { |table| [table.name, [table.rows[table.default_row_index].name]] }).to_a
      end
    end
  end
end
