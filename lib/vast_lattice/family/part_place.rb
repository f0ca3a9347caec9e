# frozen_string_literal: true

module VastLattice
  class Family
    # Where a part is in the family's frame (entries): moved by x, y, z, after turns about the part's own x, y
    # and z axes.
    class PartPlace < Value.with(x: '0', y: '0', z: '0', turn_x: '0', turn_y: '0', turn_z: '0')
      extend TreeForm

      UNITS = { x: 'mm', y: 'mm', z: 'mm', turn_x: 'deg', turn_y: 'deg', turn_z: 'deg' }.freeze
    end
  end
end
