# frozen_string_literal: true

module VastLattice
  module Drawing
    # What dimension lines of a view say of features whose face one looks onto: the places that they are measured at, and the
    # rows of their patterns.
    class Spans
      # A dimension: from and till in mm along its direction, its text, the two feet across it, and the parameters from
      # which it comes; +of+ says what it is: a direction of the feature's wall, or its "row".
      Span = Struct.new(:feature, :from, :till, :text, :feet, :names, :of)

      # Patterns whose row is dimensioned.
      ROWS = %w[linear fitted grid].freeze

      # +box+ is what the overall dimensions measure; +sources+ are DimensionSources or nil.
      def initialize(solid, view, box, texts, sources)
        @solid = solid
        @view = view
        @box = box
        @texts = texts
        @sources = sources
      end

      # Spans across (:horizontal) or upwards (:vertical) for which the block holds; what several features share is there once.
      def along(axis, &)
        found = looked_onto.flat_map { |feature| feature_spans(feature, axis) }.reject { |span| (span.from - span.till).abs < 1e-6 }
        found.select(&).uniq { |span| [span.from.round(3), span.till.round(3), span.text] }
      end

      # [[feature, [[x, y] of each instance in the view]], …] of features that have spans.
      def points
        looked_onto.map { |feature| [feature, feature.centres.map { |x, y| seen(feature, x, y) }] }
      end

      # Names of the features that have spans, and of those of them whose row has.
      def placed = looked_onto.map(&:name)
      def rows = looked_onto.select { |feature| %i[horizontal vertical].any? { |along| row?(feature, along) } }.map(&:name)

      private

      def looked_onto
        @looked_onto ||= @solid.features.select { |feature| feature.shown? && feature.seat && feature.loops.any? && level?(feature) }
      end

      def level?(feature)
        frame = feature.seat.frame.within(@solid.frame)
        frame.parallel?(@view.n) && [frame.u, frame.v].any? { |axis| Geometry::Vector.dot(axis, @view.u).abs > 1 - 1e-9 }
      end

      # A point of the wall of a feature in the view.
      def seen(feature, x, y) = @view.local(feature.seat.frame.within(@solid.frame).point(x, y)).first(2)

      # Position from its edge or feature, and the row of its pattern.
      def feature_spans(feature, axis)
        frame = feature.seat.frame.within(@solid.frame)
        centres = feature.centres.map { |x, y| seen(feature, x, y) }
        wall = feature.wall
        # In a view that is turned against the wall, its directions change places.
        along = Geometry::Vector.dot(frame.u, @view.u).abs > 0.5 ? axis : { horizontal: :vertical, vertical: :horizontal }[axis]
        [position(feature, along, axis, nearest(centres, axis), frame, wall), row(feature, along, axis, centres)].compact
      end

      # Of the instances that stand level with the first, the one nearest to the dimension line.
      def nearest(centres, axis)
        at = axis == :horizontal ? 0 : 1
        centres.select { |centre| (centre[at] - centres.first[at]).abs < 1e-6 }.max_by { |centre| centre[1 - at] }
      end

      def position(feature, along, axis, centre, frame, wall)
        return if feature.feature.pattern&.kind == 'fitted' && feature.feature.pattern.along == along.to_s

        from = feature.feature.public_send(along)&.from or return
        start = start_of(feature, from, along, frame, wall) or return
        at = axis == :horizontal ? 0 : 1
        edge = axis == :horizontal ? @box.top : @box.right
        Span.new(feature, start[at], centre[at], @texts.offset(feature, along), [edge, centre[1 - at]],
                 @sources&.offset(feature, along), along.to_s)
      end

      # The point that a position is measured from, in the view.
      def start_of(feature, from, along, frame, wall)
        base = feature.feature.public_send(along).feature && @solid.feature(from)
        return base.points.first && @view.local(@solid.frame.point(*base.points.first)).first(2) if base

        zero = feature.numbers.public_send(along).abs < 1e-9
        return if zero && from == 'centre'

        x = along == :horizontal ? wall.across(from, 0.0) : 0.0
        y = along == :vertical ? wall.upwards(from, 0.0) : 0.0
        @view.local(frame.point(x, y)).first(2)
      end

      # Whether the row of its pattern is dimensioned along an axis of its wall.
      def row?(feature, along)
        pattern = feature.feature.pattern
        pattern && ROWS.include?(pattern.kind) && pattern.along == along.to_s && feature.centres.size > 1
      end

      def row(feature, along, axis, centres)
        return unless row?(feature, along)

        at = axis == :horizontal ? 0 : 1
        first, last = centres.minmax_by { |centre| centre[at] }
        Span.new(feature, first[at], last[at], @texts.pattern(feature), [first[1 - at], last[1 - at]], @sources&.pattern(feature), 'row')
      end
    end
  end
end
