# frozen_string_literal: true

module VastLattice
  module Geometry
    # A feature where it sits: its state, and the Loop of each instance in the plate's frame.
    # +numbers+ are its dimensions in mm; +relations+ tell of each instance :inside, :crosses or :outside.
    class PlacedFeature
      attr_reader :feature, :kind, :state, :numbers, :loops, :relations

      def initialize(feature:, kind:, state:, numbers:, loops:, relations:)
        @feature = feature
        @kind = kind
        @state = state
        @numbers = numbers
        @loops = loops.freeze
        @relations = relations.freeze
        freeze
      end

      def name = feature.name
      def built? = state != :suppressed
      def shown? = state == :shown
    end
  end
end
