# frozen_string_literal: true

module VastLattice
  class Family
    # Where a component is in the family's frame: along each axis an AxisPlace, after turns (entries) about its own x, y and z
    # axes, one after the other.
    class ComponentPlace < Value.with(x: AxisPlace.new, y: AxisPlace.new, z: AxisPlace.new, turn_x: '0', turn_y: '0', turn_z: '0')
      extend TreeForm

      AXES = %i[x y z].freeze
      TURNS = %i[turn_x turn_y turn_z].freeze

      def self.nested = AXES.to_h { |axis| [axis, AxisPlace] }

      # {axis => AxisPlace}
      def axes = AXES.to_h { |axis| [axis, public_send(axis)] }

      # Names of what it leans on.
      def leans_on = axes.values.select(&:leans?).map(&:on).uniq
    end
  end
end
