# frozen_string_literal: true

module VastLattice
  class Family
    # Where a component is along one axis: its +own+ side lies +offset+ (an entry) beyond a +side+ of what it leans +on+, a part
    # or another component of the family; on nothing, the offset counts from the family's origin. Sides are the outermost of
    # what is there, its middle, or its own origin.
    class AxisPlace < Value.with(own: 'origin', on: '', side: 'origin', offset: '0')
      extend TreeForm

      # The sides along each axis, as people call them; x to the right, y upwards, z towards the eye of the front view.
      SIDES = { x: %w[left middle right], y: %w[bottom middle top], z: %w[back middle front] }.freeze
      ORIGIN = 'origin'

      # Plain form; a text is an offset from the origin.
      def self.from_tree(tree) = tree.is_a?(Hash) ? super : new(offset: tree.to_s)
      def to_tree = with(offset: '0') == AxisPlace.new ? offset : super

      def leans? = !on.empty?
    end
  end
end
