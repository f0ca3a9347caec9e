# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Where views from the sides stand, aligned with each other (ISO 5456-2): in first angle what is seen from the top stands below the
    # front and the right end at its left; in third angle above it and at its right.
    class Arrangement
      # Between views with their dimensions, mm.
      GAP = 8.0
      # Kinds by column from the left and by row from the top, in first angle and in third.
      MIDDLE = %w[front top bottom].freeze
      COLUMNS = { true => [%w[end], MIDDLE, %w[back]], false => [MIDDLE, %w[end], %w[back]] }.freeze
      ROWS = { true => [%w[bottom], %w[front end back], %w[top]], false => [%w[top], %w[front end back], %w[bottom]] }.freeze
      private_constant :MIDDLE, :COLUMNS, :ROWS

      # +views+ are {'front' => Dimensioned, …}.
      def initialize(views, first_angle:)
        @views = views
        @columns, @rows = [COLUMNS, ROWS].map { |all| all.fetch(first_angle).map { |kinds| kinds & views.keys }.reject(&:empty?) }
      end

      # All that they take with their dimensions, mm.
      def width = total(widths)
      def height = total(heights)

      # {kind => [x, y]} of the lower left corners of the views, with the upper left corner of it all at 0, 0.
      def places
        lefts, tops = [widths, heights].map { |list| starts(list) }
        @views.to_h do |kind, _|
          column = @columns.index { |kinds| kinds.include?(kind) }
          row = @rows.index { |kinds| kinds.include?(kind) }
          [kind, [lefts[column] + most(@columns[column], :left), -tops[row] - most(@rows[row], :above) - tallest(row)]]
        end
      end

      private

      def most(kinds, side) = kinds.map { |kind| @views[kind].room[side] }.max
      def widest(column) = @columns[column].map { |kind| @views[kind].width }.max
      def tallest(row) = @rows[row].map { |kind| @views[kind].height }.max

      def widths
        @widths ||= @columns.each_index.map { |index| most(@columns[index], :left) + widest(index) + most(@columns[index], :right) }
      end

      def heights = @heights ||= @rows.each_index.map { |index| most(@rows[index], :above) + tallest(index) + most(@rows[index], :below) }
      def total(list) = list.sum + (GAP * (list.size - 1))
      def starts(list) = list.each_index.map { |index| list.first(index).sum + (GAP * index) }
    end
  end
end
