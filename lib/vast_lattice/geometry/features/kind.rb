# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # What every kind of feature answers unless it says otherwise.
      module Kind
        # Kinds of stock that it suits; nil for any.
        def stocks = nil

        # Whether it has a place on a face.
        def placed? = true

        # Whether it has one only along the part.
        def along? = false

        # Whether it is reported where it crosses the edge of its face.
        def inside? = true

        # Bodies that it takes away as they are, beside its layers.
        def bodies(_numbers, _seat) = []
      end
    end
  end
end
