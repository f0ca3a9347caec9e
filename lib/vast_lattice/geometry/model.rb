# frozen_string_literal: true

module VastLattice
  module Geometry
    # The solids of an outcome, with what is wrong with their shape.
    class Model
      attr_reader :outcome, :solids, :findings

      # Builds the model of an Outcome. What cannot be built is left out and reported.
      def self.of(outcome) = new(outcome)

      def initialize(outcome)
        @outcome = outcome
        built = SolidBuilder.new(outcome).solids
        @solids = built.map(&:first).compact.freeze
        @findings = built.flat_map(&:last).freeze
        freeze
      end

      # Mass of all parts in kg.
      def mass = solids.sum(&:mass)
      def area = solids.sum(&:area)
      def volume = solids.sum(&:volume)
      def instance_count = solids.sum(&:instance_count)

      # The PlacedFeature of that name, or nil.
      def feature(name) = solids.flat_map(&:features).find { |feature| feature.name.casecmp?(name) }
    end
  end
end
