# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # How places of features are said along an axis of a view: each from where the engineer measured it, one after the other from the
    # edge (chain dimensioning), all from the edge along one line (superimposed running dimensioning, ISO 129-1), or in a table.
    class Places
      NEAR = 1e-6
      private_constant :NEAR

      # A place that is said from the origin: how far it is, mm, its foot across the axis, its text, and how far its line was dragged away.
      Run = Struct.new(:feature, :at, :foot, :text, :of, :away)

      # +spans+ are Drawing::Spans::Spans along an axis; the view begins at +low+ and ends at +high+; the blocks give the way of a span (one
      # of Family::DrawingSheet::WAYS, "table" or "no") and the text of one that is so long.
      def initialize(spans, low, high, way:, text:)
        @groups = spans.group_by(&way)
        @low = low
        @high = high
        @text = text
      end

      # Spans from their edges, or from an end of the view. Where both are the same, they are as the engineer said them.
      def edges
        ends = { 'low' => @low, 'high' => @high }.flat_map do |way, from|
          in_order(way).reject do |span|
            (span.till - from).abs < NEAR
          end.map { |span| (span.from - from).abs < NEAR ? span : link(span, from) }
        end
        [*of('edge'), *ends.uniq { |span| [span.from.round(3), span.till.round(3), span.text] }, *rows('low'), *rows('high')]
      end

      # Spans that go on where another one ends, rows among them.
      def chain
        taken = [@low, *rows('chain').flat_map { |row| [row.from, row.till] }]
        links = in_order('chain').filter_map do |span|
          from = taken.select { |place| place < span.till - NEAR }.max
          taken << span.till
          link(span, from) if from
        end
        [*links.uniq { |span| span.till.round(3) }, *rows('chain')]
      end

      # Runs, the nearest first.
      def running
        found = in_order('running').map { |span| Run.new(span.feature, span.till, span.feet.last, said(span, @low), span.of, nil) }
        found.reject { |run| (run.at - @low).abs < NEAR }.uniq { |run| [run.at.round(3), run.text] }
      end

      # Rows of features that are said from one origin keep their line.
      def rows(way) = of(way).select { |span| span.of == 'row' }

      private

      def of(way) = @groups.fetch(way, [])
      def in_order(way) = of(way).reject { |span| span.of == 'row' }.sort_by(&:till)
      def said(span, from) = @text.call(span, (span.till - from).abs)

      def link(span, from)
        span.dup.tap do |own|
          own.from = from
          own.text = said(span, from)
        end
      end
    end
  end
end
