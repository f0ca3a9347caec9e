# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # What kinds of stock have in common. A kind gives +outlines+, the +dimensions+ of an outline and its +lists+
      # ({name => Measures of an item}), and makes a draft.
      module Kind
        # A new stock of an outline in plain form, with numbers that are there to be changed.
        def beginning(outline)
          { 'kind' => name, 'outline' => outline, **Family::Measure.beginnings(dimensions(outline)), **first_items(outline) }
        end

        # The lists that a new stock begins with.
        def first_items(_outline) = {}
      end
    end
  end
end
