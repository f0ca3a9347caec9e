# frozen_string_literal: true

module VastLattice
  module Geometry
    # A workpiece before tools touch it: disjoint +bodies+, the +walls+ on which features sit, and +cuts+ that
    # belong to the stock (mitres). +axis+ is the direction along which it is sliced; +thickness+ that of
    # a plate or sheet, else nil; +section+ the area of a bar's section in mm2; +flat+ a FlatPattern; +zones+ what features turned,
    # {name => [[from, till, radius], …]} along x. +mass+ (kg) and +surface+ (mm2) are given of what was bought, else nil.
    class Blank
      attr_reader :bodies, :walls, :cuts, :axis, :thickness, :section, :flat, :zones, :mass, :surface

      def initialize(bodies:, walls:, axis:, faces: nil, cuts: [], thickness: nil, section: nil, flat: nil, zones: {},
                     mass: nil, surface: nil)
        @bodies = bodies.freeze
        @walls = walls.freeze
        @faces = faces
        @cuts = cuts.freeze
        @axis = axis
        @thickness = thickness
        @section = section
        @flat = flat
        @zones = zones
        @mass = mass
        @surface = surface
      end

      # The wall of that name, or nil; without a name the first.
      def wall(name) = name.nil? || name.empty? ? walls.first : walls.find { |wall| wall.name.casecmp?(name) }

      # Whether what sits on a Wall of a plate or sheet is cut with its outline: on one of its two large sides, or on a panel of it.
      def lies_flat?(wall) = flat ? !flat.panel_of(wall).nil? : wall.frame.n[2].abs > 1 - 1e-6

      def volume = @volume ||= bodies.sum(&:volume)
      def bounds = @bounds ||= Bounds.around(bodies.map(&:bounds))

      # Volume times centroid, mm4.
      def moments
        @moments ||= bodies.map { |body| Vector.scale(body.centroid, body.volume) }.reduce { |one, other| Vector.add(one, other) }
      end

      # Faces, Strips and Cones of the surface.
      def faces = @faces ||= bodies.flat_map(&:faces)
    end
  end
end
