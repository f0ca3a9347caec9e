# frozen_string_literal: true

module VastLattice
  class Plan
    # What a plan remembers of the calls of those that have it as a component: Runs by what was given; by Outcome what later stages
    # made of it.
    class Kept
      # Different calls that are remembered.
      MOST = 500

      attr_reader :runs, :models, :figures

      def initialize
        @runs = Memo.new(MOST)
        @models = Memo.new(MOST)
        @figures = Memo.new(MOST)
      end
    end
  end
end
