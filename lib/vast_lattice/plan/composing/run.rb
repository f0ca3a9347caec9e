# frozen_string_literal: true

module VastLattice
  class Plan
    # A plan that was called as a component's: what it was given, and what came of it. Equal calls share one.
    class Run
      # What a component came to: +numbers+ those of its pattern, +indexes+ those of the instances that are there (nil without a
      # pattern), +runs+ one for each of them, or one alone.
      Inside = Struct.new(:numbers, :indexes, :runs) do
        # Pairs of number (nil without a pattern) and Run.
        def instances = indexes ? indexes.zip(runs) : [[nil, runs.first]]

        # How often each different Run is there: [Run, numbers].
        def kinds = instances.group_by { |_, run| run.call }.values.map { |same| [same.first.last, same.map(&:first)] }
      end

      # What was called (the mark of a plan), and with which Given::Items. Equal calls come to the same.
      class Call
        attr_reader :mark, :items, :hash

        def initialize(mark, items)
          @mark = mark
          @items = items
          @hash = [mark, items].hash
          freeze
        end

        def ==(other) = equal?(other) || (other.is_a?(Call) && hash == other.hash && mark == other.mark && items.eql?(other.items))
        alias eql? ==
      end

      attr_reader :plan, :call, :pick, :raw

      # What a Call of a plan comes to.
      def self.of(plan, call)
        pick, unknown = GivenPick.of(plan, call.items)
        raw = plan.program.call(pick.overrides, pick.rows, pick.answers, pick.below)
        raw[4].concat(unknown)
        new(plan, call, pick, raw)
      end

      def initialize(plan, call, pick, raw)
        @plan = plan
        @call = call
        @pick = pick
        @raw = raw
      end

      def values = raw[0]
      def deciders = raw[1]
      def findings = raw[4]
      def lines = raw[5]
      def inside = raw[6] || NONE

      # Whether the component of a number is built; nil where that is undefined.
      def built(number) = values[plan.state_indexes.fetch(plan.family.components[number].name).first]

      # What it costs, where no price waits for the shape.
      def price = @price ||= Priced.of(self)

      # What the block makes of it, the same for all who share the run.
      def once = @once ||= yield

      NONE = [].freeze
      private_constant :NONE
    end
  end
end
