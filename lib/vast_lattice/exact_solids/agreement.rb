# frozen_string_literal: true

module VastLattice
  module ExactSolids
    # Whether a solid of ours is the one that the kernel made: the same volume, surface, centre of mass and box.
    class Agreement
      # By which part of themselves volumes and surfaces may differ, and places by which part of how far the solid reaches.
      WITHIN = 1e-6

      # +measure+ is what the kernel found, as of ExactSolids.measured.
      def initialize(solid, measure)
        @solid = solid
        @measure = measure
      end

      # Raises Unmade where it is another one.
      def ensure
        what = differing or return
        name, own, found = what
        words = Wording[:the_kernel_finds_another_solid, part: @solid.part.title, what: name, own: shown(own), found: shown(found)]
        raise Unmade.new(words, remedy: Wording[:look_for_features_that_touch_without_meeting])
      end

      private

      # [what, ours, the kernel's] of the first that differ, or nil.
      def differing
        return [Wording[:soundness], Wording[:sound], Wording[:unsound]] unless @measure['sound']

        sizes.find { |_, own, found| (own - found).abs > WITHIN * own.abs } ||
          places.find { |_, own, found| apart(own, found) > WITHIN * reach }
      end

      def sizes
        [[Wording[:volume_in_mm3], @solid.volume, @measure['volume']], [Wording[:surface_in_mm2], @solid.surface_area, @measure['surface']]]
      end

      def places
        low, high = @measure['box']
        [[Wording[:centre_of_mass], @solid.centroid, @measure['centre']], [Wording[:lowest_corner], @solid.bounds.low, low],
         [Wording[:highest_corner], @solid.bounds.high, high]]
      end

      def apart(own, found) = own.zip(found).map { |one, other| (one - other).abs }.max
      def reach = @solid.bounds.size.max
      def shown(value) = value.is_a?(Numeric) ? number(value) : place(value)
      def place(value) = value.is_a?(Array) ? value.map { |one| number(one) }.join(', ') : value
      def number(value) = Units::Format.number(value.round(4))
    end
  end
end
