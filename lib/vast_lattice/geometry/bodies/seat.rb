# frozen_string_literal: true

module VastLattice
  module Geometry
    # Where the instances of a feature sit: a Wall, the +level+ over it (mm; below zero in a pocket), and from
    # there the depth through the first material and through all of it. +above+ is how far material reaches over it where
    # pads and bosses stand.
    class Seat < Remembering.with(:wall, :level, :through, :all, above: 0.0)
      # On a wall itself.
      def self.on(wall, level = 0.0)
        new(wall: wall, level: level, through: wall.depth + level, all: wall.depth(all: true) + level)
      end

      # The frame of its plane.
      def frame = level.zero? ? wall.frame : wall.frame.move(0, 0, level)

      # How far above itself a cut begins: over the highest of the wall.
      def over = [-level, above, 0.0].max + Wall::OVER

      # How deep a cut goes: as deep as it says, or right through the wall or the whole part.
      def cut_to(numbers)
        return -numbers['depth'] if numbers['depth']

        -(numbers['through'] == 'part' ? all : through) - Wall::OVER
      end
    end
  end
end
