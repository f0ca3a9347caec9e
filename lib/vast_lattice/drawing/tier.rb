# frozen_string_literal: true

module VastLattice
  module Drawing
    # A solid as it is drawn: with the features that are shown in a tier of detail. Hidden ones are left out of
    # pictures, though they count in volume and mass.
    module Tier
      def self.of(solid, tier)
        left_out = solid.features.reject { |feature| drawn?(feature, tier) }
        left_out.none?(&:built?) ? solid : solid.only { |feature| drawn?(feature, tier) }
      end

      # What reshapes the workpiece is part of it, shown or not.
      def self.drawn?(feature, tier)
        feature.kind.role == :reshape || (feature.shown? && feature.feature.drawn_in?(tier))
      end
      private_class_method :drawn?
    end
  end
end
