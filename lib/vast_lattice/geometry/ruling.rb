# frozen_string_literal: true

module VastLattice
  module Geometry
    # Exact measures of what is put together of prisms and rings, also where they run into each other. Planes, cylinders and cones are ruled
    # by straight lines, and where a line goes through a body is a matter of square roots; so that the surface that is left, the volume
    # within it and its centre are integrals over one number (Change), or, of prisms that run the same way and of round bodies about one
    # axis, sums in closed form (Layered, Coaxial).
    module Ruling
    end
  end
end
