# frozen_string_literal: true

module VastLattice
  module Geometry
    # How much work one shape or one picture may take, counted in points of areas that are put together and in faces that
    # are looked at: the same on every machine. Beyond that it ends, and a finding says so.
    class Work
      # Points that one shape or picture may take: a few seconds.
      POINTS = 1_200_000
      # Points that all shapes of one product may take together: some ten thousand different parts, or fewer with many cuts.
      WHOLE = 4_000_000
      # What a solid takes in any case, and for each piece that is cut or added.
      SOLID = 300
      PIECE = 60

      # The budget is spent.
      class Spent < Error
        def initialize
          super(Wording[:it_would_take_too_much_work], remedy: Wording[:check_the_sizes_and_the_counts])
        end
      end

      KEY = :lattice_work
      COUNT = :lattice_count
      LEFT = :lattice_left
      private_constant :KEY, :COUNT, :LEFT

      # Calls the block with a budget of its own. Raises Spent.
      def self.budget(points = POINTS)
        outer = Thread.current[KEY]
        Thread.current[KEY] = new(points)
        yield
      ensure
        Thread.current[KEY] = outer
      end

      # Calls the block with a budget for all the shapes of a product, unless one is under way. Nothing raises when it is spent: whoever
      # makes one shape after the other asks exhausted?.
      def self.whole(points = WHOLE)
        return yield if Thread.current[LEFT]

        begin
          Thread.current[LEFT] = points
          yield
        ensure
          Thread.current[LEFT] = nil
        end
      end

      def self.exhausted? = Thread.current[LEFT]&.negative? || false

      # [what the block gives, the points that it took, of whatever budgets].
      def self.counted
        outer = Thread.current[COUNT]
        Thread.current[COUNT] = 0
        given = yield
        [given, Thread.current[COUNT]]
      ensure
        Thread.current[COUNT] = outer && (outer + Thread.current[COUNT])
      end

      # Takes so many points from the budget that is under way, if there is one.
      def self.take(points)
        Thread.current[COUNT] += points if Thread.current[COUNT]
        Thread.current[LEFT] -= points if Thread.current[LEFT]
        Thread.current[KEY]&.take(points)
        Watch.count(points)
      end

      # Raises Spent unless so many points are left: what cannot be finished is not begun.
      def self.need(points) = Thread.current[KEY]&.need(points)

      def initialize(points)
        @left = points
      end

      def need(points) = @left < points && raise(Spent)

      def take(points) = (@left -= points).negative? && raise(Spent)
    end
  end
end
