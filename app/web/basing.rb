# frozen_string_literal: true

module VastLattice
  module Web
    # What the workspace shows of the family that one is based on. Needs @store and family.
    module Basing
      # The record of its base, nil where that is not here.
      def base_record = @base_record ||= Storage::FamilyDocument.record(family.base.family)

      # Family::Deviations from its base, nil where that is not here.
      def deviations
        return @deviations if defined?(@deviations)

        @deviations = base_record && Family::Basis.new(@store.stored(base_record).family, family).deviations
      end
    end
  end
end
