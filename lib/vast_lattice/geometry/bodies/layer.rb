# frozen_string_literal: true

module VastLattice
  module Geometry
    # One layer of what a tool takes away or adds, in the plane of its seat: a Loop from +low+ to +high+ (mm,
    # outwards). +taper+ gives the radii at low and high of a conical layer, whose loop is then its larger circle.
    class Layer
      attr_reader :loop, :low, :high, :taper

      def self.straight(loop, low, high) = new(loop, low, high)

      # Of diameters at low and high, about the origin.
      def self.tapered(at_low, at_high, low, high) = new(Loop.circle([at_low, at_high].max), low, high, [at_low / 2, at_high / 2])

      def initialize(loop, low, high, taper = nil)
        @loop = loop
        @low = low
        @high = high
        @taper = taper
      end

      # The same with its loop elsewhere.
      def at(loop) = Layer.new(loop, low, high, taper)

      # The part of it between two heights, or nil.
      def clip(from, till)
        from = [from, low].max
        till = [till, high].min
        return if till - from < 1e-9
        return Layer.new(loop, from, till) unless taper

        x, y, = loop.circle
        Layer.tapered(2 * radius_at(from), 2 * radius_at(till), from, till).then { |part| part.at(part.loop.move(x, y)) }
      end

      def volume = taper ? body(Frame::SPACE).volume : loop.area * (high - low)

      # Centroid in the frame of the seat.
      def centroid
        return body(Frame::SPACE).centroid if taper

        x, y = loop.centroid
        [x, y, (low + high) / 2]
      end

      # The body in the frame of the seat.
      def body(frame)
        return Prism.new(frame, Profile.new(loop), low, high) unless taper

        x, y, = loop.circle
        Ring.new(frame.move(x, y), low, high, taper)
      end

      # The loop at its upper or lower end.
      def end_loop(at)
        return loop unless taper

        x, y, = loop.circle
        Loop.circle(2 * radius_at(at)).move(x, y)
      end

      # Its side as a Strip or Cone.
      def side(frame, owner, inward)
        return Strip.new(frame, loop, low, high, owner: owner, inward: inward) unless taper

        x, y, = loop.circle
        Cone.new(frame.move(x, y), low, high, taper, owner: owner, inward: inward)
      end

      def radius_at(at) = taper[0] + ((taper[1] - taper[0]) * (at - low) / (high - low))
    end
  end
end
