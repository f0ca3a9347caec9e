# frozen_string_literal: true

module VastLattice
  module Variants
    # What some rows of a table come to: for each cell the value, who decides it and what is wrong there. The other
    # tables stand at the rows of +pick+; its answers and overrides do not count.
    class ResolvedRows
      def initialize(plan, table, pick = Plan::Pick.new, display: nil)
        @plan = plan
        @display = display
        @table = table
        @at = plan.family.table_index(table.name)
        @rows = Plan::PickReader.new(plan).read(Plan::Pick.new(rows: pick.rows)).rows
        @targets = table.columns.map { |column| column.property? ? nil : plan.symbols[column.target] }
      end

      # Plain form of the rows with these numbers: "row", "cells" as pairs of text and decider (nil for a property),
      # "labels", "level" of the worst finding, "findings" with the number of the column they concern, if any.
      def to_tree(numbers) = numbers.select { |number| @table.rows[number] }.map { |number| row(number) }

      # The outcome of a row.
      def outcome(number) = @plan.outcome_at(@rows.each_with_index.map { |row, at| at == @at ? number : row }).shown_as(@display)

      private

      def row(number)
        outcome = outcome(number)
        findings = outcome.findings
        { 'row' => number, 'cells' => @targets.each_with_index.map { |target, column| cell(outcome, target, number, column) },
          'labels' => outcome.labels, 'level' => findings.first&.level&.to_s,
          'findings' => findings.map do |finding|
            { 'column' => column_of(finding), **finding.to_tree.slice('level', 'message', 'remedy', 'span') }
          end }
      end

      def cell(outcome, target, number, column)
        return [@table.rows[number].cells[@table.columns[column].target].to_s, nil] unless target

        [outcome.text_of(target), outcome.decider(target.name).word]
      end

      # The column whose cell, parameter or feature a finding is about.
      def column_of(finding)
        path = finding.place&.path or return
        return @table.columns.index { |column| column.target == path[5] } if finding.place.cell?

        named = path[2] == 'features' ? path[3] : path[1]
        @table.columns.index do |column|
          column.target.casecmp?(named.to_s) || column.target.downcase.start_with?("#{named.to_s.downcase}.")
        end
      end
    end
  end
end
