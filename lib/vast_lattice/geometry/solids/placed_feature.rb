# frozen_string_literal: true

module VastLattice
  module Geometry
    # A feature where it sits: its state, its Seat, and the Loop of each instance in the plane of its wall (none for
    # what reshapes the workpiece). +numbers+ are its dimensions; +relations+ tell of each instance whether it is
    # :inside, :crosses or :outside of its face; +pieces+ are what its instances cut or add; +problem+ tells that it
    # could not be made.
    class PlacedFeature
      attr_reader :feature, :kind, :state, :numbers, :seat, :loops, :relations, :pieces, :problem, :step

      def initialize(feature:, kind:, state:, numbers:, step:, seat: nil, loops: [], relations: [], pieces: [], problem: false)
        @feature = feature
        @kind = kind
        @state = state
        @numbers = numbers
        @step = step
        @seat = seat
        @loops = loops.freeze
        @relations = relations.freeze
        @pieces = pieces.freeze
        @problem = problem
        freeze
      end

      # Whether a feature in that state is made; of an undefined one nobody knows.
      def self.built?(state) = %i[shown hidden].include?(state)

      # The same with only the pieces that the block picks.
      def with_pieces(&)
        PlacedFeature.new(feature: feature, kind: kind, state: state, numbers: numbers, step: step, seat: seat, loops: loops,
                          relations: relations,
                          pieces: pieces.select(&), problem: problem)
      end

      def name = feature.name
      def built? = PlacedFeature.built?(state)
      def shown? = state == :shown
      def wall = seat&.wall

      # Centres of the instances in the plane of the wall.
      def centres = loops.map { |loop| loop.box.middle }

      # The same in the space of the part.
      def points = seat ? centres.map { |x, y| seat.frame.point(x, y) } : []
    end
  end
end
