# frozen_string_literal: true

module VastLattice
  module Geometry
    # A shape that cannot be: what is wrong, and as remedy what to do.
    class Impossible < Error; end
  end
end
