# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # The places of features of a view in a table, as beside parts with many holes (ISO 129-1, coordinates in a table): each instance has a
    # letter with a number beside it, and how far it is from the lower left corner of the view. It stands on a sheet like a view, at no
    # scale.
    class PlaceTable < Kinds::View
      KIND = 'table'
      TITLE = 'Table of places'
      ROW = 5.0
      TEXT = 2.5
      HEADS = ['', 'X', 'Y'].freeze
      WIDTHS = [12.0, 17.0, 17.0].freeze
      WIDE = WIDTHS.sum
      # Rows that stand under each other at most, and what is between columns of them, mm.
      HIGH = 24
      GAP = 4.0
      # The cross at the corner that is measured from, mm.
      CROSS = 3.0
      NOWHERE = Geometry::Box.new(left: 0.0, right: 0.0, bottom: 0.0, top: 0.0)
      private_constant :NOWHERE

      # Of a feature's instance: what it is called, its feature, and its point in the view, mm.
      Row = Struct.new(:label, :feature, :point)

      # What it takes at any scale, as of Dimensioned.
      Drawn = Struct.new(:name, :scale, :rows, :corner, :texts) do
        def columns = @columns ||= rows.each_slice(HIGH).to_a
        def width = (columns.size * WIDE) + ((columns.size - 1) * GAP)
        def height = (columns.map(&:size).max + 1) * ROW
        def room = { above: 2.0, right: 2.0, below: 2.0, left: 2.0 }
        def lines = []

        def around(x, y)
          columns.each_with_index.flat_map { |own, index| column(own, x + (index * (WIDE + GAP)), y + height) }
        end

        private

        def column(own, left, top)
          cells = [HEADS, *own.map { |row| [row.label, *texts.call(row, corner)] }]
          ends = top - (cells.size * ROW)
          edges = WIDTHS.reduce([left]) { |all, width| [*all, all.last + width] }
          written = cells.each_with_index.flat_map { |texts, index| line_of(texts, edges, top - ((index + 1) * ROW)) }
          [*written, *edges.map { |at| stroke([at, top], [at, ends]) },
           *(0..cells.size).map { |index| stroke([left, top - (index * ROW)], [left + WIDE, top - (index * ROW)]) }]
        end

        def line_of(texts, edges, bottom)
          texts.each_with_index.reject { |words, _| words.empty? }.map do |words, index|
            Drawing::Marks::Text.new(at: [edges[index] + 1, bottom + 1.3], words: words, height: TEXT, role: :frame)
          end
        end

        def stroke(from, till) = Drawing::Marks::Line.new(from: from, till: till, role: :dimension)
      end

      attr_reader :view

      # +view+ is the Kinds::View whose places it has; +letter+ gives that of a feature.
      def initialize(product, view, letter)
        super(product, Family::DrawingSheet::View.new(name: "#{view.name} #{KIND}", kind: KIND))
        @view = view
        @letter_of = letter
      end

      def lines = []
      def box = NOWHERE

      def rows
        @rows ||= view.tabled.flat_map do |feature, points|
          letter = @letter_of.call(feature)
          points.each_with_index.map { |point, index| Row.new(points.one? ? letter : "#{letter}#{index + 1}", feature, point) }
        end
      end

      def at(scale, own: false)
        Drawn.new(name, own ? 1.0 : scale, rows, view.corner, method(:texts))
      end

      # The corner that is measured from, on the paper.
      def self.cross(x, y)
        [[[x - CROSS, y], [x + CROSS, y]], [[x, y - CROSS], [x, y + CROSS]]].map do |from, till|
          Drawing::Marks::Line.new(from: from, till: till, role: :centre)
        end
      end

      private

      # How far it is across and upwards, with the tolerances of its places.
      def texts(row, corner)
        row.point.zip(corner, %w[horizontal vertical]).map do |at, from, axis|
          product.texts(row.feature).place(row.feature, axis, (at - from).round(3))
        end
      end
    end
  end
end
