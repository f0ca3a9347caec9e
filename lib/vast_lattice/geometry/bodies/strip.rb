# frozen_string_literal: true

module VastLattice
  module Geometry
    # The side of a prism: what a Loop sweeps from +low+ to +high+ along its frame's n. +inward+ where the
    # material lies outside of the loop; +open+ lists edges of the loop without surface.
    class Strip
      attr_reader :frame, :loop, :low, :high, :owner, :inward, :open

      def initialize(frame, loop, low, high, owner: nil, inward: false, open: [])
        @frame = frame
        @loop = loop
        @low = low
        @high = high
        @owner = owner
        @inward = inward
        @open = open
      end

      def axis = frame.n

      # mm2, exact.
      def area = loop.edges.each_with_index.sum { |edge, index| open.include?(index) ? 0.0 : Edge.length(edge) } * (high - low)

      def bounds = @bounds ||= Bounds.of_box(frame, loop.box, low, high)

      # Its flat sides as Faces, by the number of their edge.
      def flats
        loop.edges.each_with_index.filter_map { |edge, index| [index, flat(edge, index)] if edge.last.zero? && !open.include?(index) }.to_h
      end

      # The same without the sides over some edges.
      def without(edges) = Strip.new(frame, loop, low, high, owner: owner, inward: inward, open: open + edges)

      # Facets around, arcs with +count+ chords to a turn.
      def facets(count)
        runs = loop.facet_runs(count)
        normals = runs.each_index.map { |index| normal(runs[index], runs[(index + 1) % runs.size]) }
        runs.each_index.reject { |index| open.include?(runs[index][3]) }.map { |index| facet(runs, normals, index) }
      end

      private

      # The side over a straight edge: x along the edge, or against it where the material lies outside.
      def flat(edge, index)
        from, till = [edge[0, 2], edge[2, 2]].map { |x, y| frame.point(x, y, low) }
        smooth = [index, (index + 1) % loop.edges.size].map { |at| loop.smooth_at?(at) }
        from, till, smooth = [till, from, smooth.reverse] if inward
        place = Frame.at(from, Vector.unit(Vector.minus(till, from)), frame.n)
        # Edges of the rectangle: bottom, right, top, left.
        outline = Profile.new(Loop.between(0.0, 0.0, Edge.chord(edge), high - low))
        Face.new(place, outline, owner: owner, smooth: [3, 1].select.with_index { |_, end_of| smooth[end_of] })
      end

      def normal(from, till)
        out = Vector.unit(frame.direction([till[1] - from[1], from[0] - till[0], 0.0]))
        inward ? Vector.scale(out, -1) : out
      end

      def facet(runs, normals, index)
        from = runs[index]
        till = runs[(index + 1) % runs.size]
        low_from, low_till = [from, till].map { |x, y, *| frame.point(x, y, low) }
        high_from, high_till = [from, till].map { |x, y, *| frame.point(x, y, high) }
        sides = [[low_from, high_from, from[2], normals[index - 1]], [low_till, high_till, till[2], normals[(index + 1) % runs.size]]]
        sharp, soft = sides.partition { |side| !side[2] }
        ring = [low_from, low_till, high_till, high_from]
        Facet.new(normals[index], [inward ? ring.reverse : ring], [[low_from, low_till], [high_from, high_till], *sharp.map do |side|
          side.first(2)
        end], owner,
                  soft.map { |one, other, _, beyond| [one, other, beyond] })
      end
    end
  end
end
