# frozen_string_literal: true

module VastLattice
  module Geometry
    # A part as a solid plate: a Region and a thickness. Lengths in mm, areas in mm2, volume in mm3, mass
    # in kg.
    class PlateSolid
      attr_reader :part, :material, :colour, :outline, :numbers, :thickness, :features, :region, :findings

      HEX = /\A#\h{6}\z/

      # +material+ is a Materials::Material; +colour+ a text, which is drawn if it is #rrggbb.
      def initialize(part:, material:, colour:, outline:, numbers:, features:, findings:)
        @part = part
        @material = material
        @colour = colour.match?(HEX) ? colour : material.colour
        @outline = outline
        @numbers = numbers
        @thickness = numbers['thickness']
        @features = features.freeze
        built = features.select(&:built?)
        @region = Region.new(outline, built.flat_map(&:loops), built.flat_map(&:relations))
        @findings = findings.freeze
        freeze
      end

      def box = outline.box
      def area = region.area
      def volume = area * thickness
      def mass = volume * material.base_density

      # Number of built instances of all features.
      def instance_count = features.select(&:built?).sum { |feature| feature.loops.size }
    end
  end
end
