# frozen_string_literal: true

module VastLattice
  class Plan
    module Bound
      # What a component is given: what it says itself, Typed or nil.
      class Supplied < Value.with(:target, own: nil)
        include Bare

        def formula = (own unless own&.constant?)
        def default = (own if own&.constant?)
      end
    end
  end
end
