# frozen_string_literal: true

module VastLattice
  module Geometry
    # A place where features sit: a plane with its n out of the material. +outline+ is the whole face as a
    # Profile; +clear+ the part of it where the material below is only what +runs+ say: [from, till] depths in
    # mm. +box+ is what positions are measured from. A +mirrored+ wall has its left at high x. +curved+
    # walls (the side of a round bar) are nowhere clear; +level+ gives the height of their surface over x.
    # +spans+ names the stock's dimensions that give its width and height, where there are such; +reach+ is the depth right
    # through the part where more material lies behind the runs, as the other flange of a beam; +bored+ lists the stretches
    # [from, till] of x in which a curved wall has a bore behind it.
    class Wall < Remembering.with(:name, :title, :frame, :outline, :clear, :runs, :box, mirrored: false, level: nil, spans: {}, owner: nil,
                                                                                        reach: nil, bored: [])
      # How far tools reach past a surface they go through, mm.
      OVER = 0.01

      def curved? = !level.nil?

      # Depth at which a tool is through the first run of material, or through all of it.
      def depth(all: false) = all ? [runs.last.last, reach].compact.max : runs.first.last

      # The same of a curved wall at x, from its surface there: as far as the axis where there is a bore.
      def depth_at(x)
        middle = (runs.last.last / 2) + height(x)
        bored.any? { |from, till| x.between?(from, till) } ? middle : 2 * middle
      end

      # Whether a depth goes past all runs to material behind them.
      def past?(depth) = !reach.nil? && reach > runs.last.last + OVER && depth > runs.last.last + (2 * OVER)

      # x of an offset from left, right or centre; y from bottom, top or centre.
      def across(from, offset)
        from = { 'left' => 'right', 'right' => 'left' }.fetch(from, from) if mirrored
        measured(from, from == 'centre' && mirrored ? -offset : offset, box.left, box.right)
      end

      def upwards(from, offset) = measured(from, offset, box.bottom, box.top)

      # [to the right, upwards] of a point, from the lower left corner as people see it, mm.
      def from_corner(x, y) = [mirrored ? box.right - x : x - box.left, y - box.bottom]

      # +1 where x runs to the right as people see it.
      def sense = mirrored ? -1.0 : 1.0

      # The height of the surface at x, y over the plane.
      def height(x) = level ? level_at(x) : 0.0

      private

      def level_at(x)
        piece = level.find { |from, till, *| x.between?(from, till) } || level.first
        from, till, low, high = piece
        low + ((high - low) * (x - from) / (till - from))
      end

      def measured(from, offset, low, high)
        case from
        when 'left', 'bottom' then low + offset
        when 'right', 'top' then high - offset
        else ((low + high) / 2) + offset
        end
      end
    end
  end
end
