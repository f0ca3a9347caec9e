# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # A view of a product in mm of the model, free of any scale. Each kind says what it is called in files (+kind+) and for people
      # (+title+); an instance says its lines, its box, and what it is like at a scale. Those of one part have its dimensions, others
      # what they measure over all.
      class View
        # A dimension of a feature that can be chosen: +of+ what it is, in +words+, and its text.
        Dimension = Struct.new(:feature, :of, :words, :text)

        # What the ends of a section line take around a view, mm.
        CUT = 11.0

        class << self
          def name = self::KIND
          def title = self::TITLE

          # Whether it stands aligned with the others (ISO 5456-2); whether it goes through a feature, and whether across an axis.
          def projected? = false
          def through? = false
          def across? = false

          # Ways in which it can have dimensions, with their words; none where it has none.
          def measured = {}
        end

        attr_reader :template, :product

        # +template+ is a Family::DrawingSheet::View.
        def initialize(product, template)
          @product = product
          @template = template
        end

        def name = template.name
        def kind = template.kind
        def bodies = @bodies ||= product.bodies(template.part)

        # Whether it can be drawn of this variant.
        def drawn? = bodies.any? && lines.any?

        # The Geometry::Frame from which one looks; nil where it shows no bodies in space.
        def frame = nil

        # Marks in mm of the model, and the Geometry::Box around what is measured.
        def lines = @lines ||= worked_out
        def box = @box ||= Drawing::Marks.box(lines)

        # [[feature or nil, text, place in mm of the view or nil], …]
        def notes = []

        # Where a point of the view stands in it: elsewhere where something of it is left out.
        def spot(point) = point

        # Features whose places stand in a table, with the points of each in the view: [[feature, [[x, y], …]], …]
        def tabled = []

        # Dimensions of features that it can show.
        def dimensions = []

        # What is written below it, at a scale that differs from that of the sheet or not; nothing of those that are projected.
        def caption(_scale, _own) = nil

        # What calls it in another view, beside a letter: a :line, a :circle, or nothing.
        def called_by = nil

        # Whether positions of the parts list can stand in it, and whether they stand there best.
        def numbered? = template.part.empty? && !frame.nil? && called_by.nil?
        def numbered_first? = false

        # The scale that it takes by itself on a sheet of that scale.
        def proper_scale(common) = common

        # The letter that calls it, where it is called by one; and whether a section line goes through it, which needs room.
        attr_accessor :letter, :cut_through

        # The same at a scale; +own+ says whether that is another one than the sheet's.
        def at(scale, own: false)
          least = cut_through ? CUT : Dimensioned::LEAST
          around = { spans: spans, running: running, overall: overall, caption: caption(scale, own), least: least }
          Dimensioned.new(name, lines + extra(scale), box, scale, **around)
        end

        private

        # Marks whose size does not follow the scale, such as hatches.
        def extra(_scale) = []
        def spans = {}
        def running = {}
        def overall = []
        def dimensions? = template.dimensions != 'no'
      end
    end
  end
end
