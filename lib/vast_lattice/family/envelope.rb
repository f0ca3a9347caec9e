# frozen_string_literal: true

module VastLattice
  class Family
    # What a component needs where it moves: the swing of a lever, the travel of a slide. A box from its corner at +x+, +y+, +z+, with
    # +length+ along x, +height+ along y and +width+ along z; or a cylinder from the middle of its end there, with +diameter+ and
    # +length+ +along+ an axis; in the frame of the component, as entries in names of the family around it.
    class Envelope < Value.with(:kind, label: '', along: 'z', x: '0', y: '0', z: '0', length: nil, height: nil, width: nil, diameter: nil)
      extend TreeForm

      # Dimensions by kind; all of them are above zero.
      KINDS = { 'box' => %w[length height width], 'cylinder' => %w[diameter length] }.freeze
      PLACE = %w[x y z].freeze

      # All entries, by name.
      def entries = [*PLACE, *KINDS.fetch(kind, [])].to_h { |name| [name, public_send(name)] }

      # The same with every entry changed.
      def map(&) = with(**entries.compact.transform_values(&).transform_keys(&:to_sym))
      def title = label.empty? ? kind : label
    end
  end
end
