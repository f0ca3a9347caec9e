# frozen_string_literal: true

module VastLattice
  module Drawing
    # Collects what a picture on the screen is made of, as data: each mark has a role, which ScreenWriter turns into strokes and fillings
    # (Strokes). What belongs to the model is in mm, y upwards; what is as large on every picture (arrows, texts, leaders) in pixels from
    # its upper left corner.
    class Canvas
      # Of the model, mm: outlines (Geometry::Loops) and rings of points, and +lines+ [[from, till], …], all moved to +at+; filled in a
      # +colour+, if it has one, in a +tone+ as of Shade (or :across and :upwards, of what is round; Shading).
      Shape = Struct.new(:role, :loops, :rings, :lines, :at, :colour, :tone)
      # Pixels: a line through points, a filled circle, and text; texts stand upright or are +turned+ to be read from the right.
      Trace = Struct.new(:role, :points, :closed)
      Dot = Struct.new(:role, :at, :radius)
      Words = Struct.new(:role, :at, :words, :turned, :letters)
      # Marks that belong together: a +title+, which is read out and shown on hovering, and what a page is told +about+ them.
      Group = Struct.new(:marks, :title, :about)

      attr_reader :marks

      def initialize
        @marks = []
      end

      # Nothing where there is nothing to draw.
      def shape(role, loops: [], rings: [], lines: [], at: nil, colour: nil, tone: nil)
        @marks << Shape.new(role, loops, rings, lines, at, colour, tone) unless loops.empty? && rings.empty? && lines.empty?
      end

      def line(role, from, till) = @marks << Trace.new(role, [from, till], false)
      def trace(role, points, closed: false) = @marks << Trace.new(role, points, closed)
      def dot(role, at, radius) = @marks << Dot.new(role, at, radius)

      # Text whose middle is at a point; as large as its role says, or with +letters+ of so many px.
      def words(role, at, words, turned: false, letters: nil) = @marks << Words.new(role, at, words, turned, letters)

      # A group; what the block draws is inside.
      def group(title: nil, **about)
        around = @marks
        @marks = []
        yield
        around << Group.new(@marks, title, about)
      ensure
        @marks = around
      end

      # The group of a feature. In an +interactive+ picture it can be chosen by mouse and by keyboard; +spoken+ is what is
      # read out.
      def feature(feature, interactive:, spoken: feature.feature.title, &block)
        hand = interactive ? { tabindex: 0, role: 'button', aria_label: spoken } : {}
        group(class: 'feature', data_feature: feature.name, title: feature.feature.title, **hand, &block)
      end
    end
  end
end
