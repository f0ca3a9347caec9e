# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Dimensions of rows of components on sheets of a product: how far the middle of the first is from the edge, and how the others follow,
    # as "23 × 75 (= 1725)". A row is said in the first view in which one sees it from the side.
    class ComponentRows
      NEAR = 1e-6
      # What a dimension belongs to.
      Owner = Struct.new(:name)
      private_constant :NEAR, :Owner

      # +laid+ are Geometry::Laying::Laid, +frame+ is that of the view, +before+ are those of views that were before it; +display+ writes
      # amounts.
      def initialize(laid, frame, before, display)
        @laid = laid
        @frame = frame
        @before = before
        @display = display
      end

      # Drawing::Spans::Spans along :horizontal or :vertical in a view with that Geometry::Box.
      def along(axis, box)
        @laid.flat_map do |laid|
          middles = middles(laid)
          row?(middles, axis) ? spans(laid.name, middles.map { |point| @frame.local(point) }, axis, box) : []
        end
      end

      private

      # Those of the boxes around its instances, in space.
      def middles(laid)
        boxes = laid.instances.filter_map { |_, frame, model| Geometry::Laying.bounds(model, frame) }
        boxes.map { |box| Geometry::Vector.middle(box.corners) }
      end

      # Whether they stand in equal steps along an axis of the view, and no earlier view says so.
      def row?(middles, axis)
        return false if middles.size < 2

        steps = middles.each_cons(2).map { |one, other| Geometry::Vector.minus(other, one) }
        way = axis == :horizontal ? @frame.u : @frame.v
        first = steps.first
        length = Geometry::Vector.length(first)
        steps.all? { |step| Geometry::Vector.length(Geometry::Vector.minus(step, first)) < NEAR } && length > NEAR &&
          (Geometry::Vector.dot(first, way).abs - length).abs < NEAR && @before.none? { |frame| Geometry::Vector.dot(frame.n, first).abs < NEAR }
      end

      def spans(name, points, axis, box)
        at = axis == :horizontal ? 0 : 1
        first, last = points.minmax_by { |point| point[at] }
        edge, across = axis == :horizontal ? [box.left, box.top] : [box.bottom, box.right]
        whole = last[at] - first[at]
        row = "#{points.size - 1} × #{said(whole / (points.size - 1))}"
        row = "#{row} (= #{said(whole)})" if points.size > 2
        [[edge, first[at], said(first[at] - edge), [across, first[1 - at]]], [first[at], last[at], row, [first[1 - at], last[1 - at]]]]
          .reject { |from, till, *| (till - from).abs < NEAR }
          .map { |from, till, text, feet| Drawing::Spans::Span.new(Owner.new(name), from, till, text, feet) }
      end

      def said(amount) = @display.drawn(amount.round(6))
    end
  end
end
