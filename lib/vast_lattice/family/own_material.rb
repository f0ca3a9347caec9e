# frozen_string_literal: true

module VastLattice
  class Family
    # A material that a family adds to the library: density in g/cm3, the colour (#rrggbb) it is drawn in.
    class OwnMaterial < Value.with(:name, :density, label: '', colour: '#c9ccc4')
      extend TreeForm

      # As a material of the library.
      def material
        Materials::Material.new(name: name.downcase, title: label.empty? ? name.tr('_', ' ') : label, density: Float(density),
                                colour: colour)
      end
    end
  end
end
