# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # What kinds that change the workpiece itself have in common: they have no place of their own on a face. A
      # kind that extends this gives +reshape+: it changes a draft, or raises Impossible; and +stocks+, the kinds
      # of stock that it suits.
      module Reshaping
        include Kind

        def role = :reshape
        def placed? = along?
        def inside? = false
        def loop(_measures) = nil
      end
    end
  end
end
