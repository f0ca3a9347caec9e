# frozen_string_literal: true

module VastLattice
  module Geometry
    # One layer of what a tool takes away or adds, in the plane of its seat: a Loop from +low+ to +high+ (mm,
    # outwards). +taper+ gives the radii at low and high of a conical layer, whose loop is then its larger circle.
    class Layer < Value.with(:loop, :low, :high, taper: nil)
      # Deep-freezing a loop again would cost time; it is frozen already.
      def self.straight(loop, low, high) = new(loop: loop, low: low, high: high)

      def self.tapered(at_low, at_high, low, high)
        new(loop: Loop.circle([at_low, at_high].max), low: low, high: high, taper: [at_low / 2, at_high / 2])
      end

      def move(x, y) = with(loop: loop.move(x, y))

      # The part of it between two heights, or nil.
      def clip(from, till)
        from = [from, low].max
        till = [till, high].min
        return if till - from < 1e-9
        return with(low: from, high: till) unless taper

        x, y, = loop.circle
        Layer.tapered(2 * radius_at(from), 2 * radius_at(till), from, till).move(x, y)
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
