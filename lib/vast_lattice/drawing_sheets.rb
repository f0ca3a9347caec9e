# frozen_string_literal: true

module VastLattice
  # Drawings of products on sheets of paper, by templates (Family::DrawingSheet).
  module DrawingSheets
    # There is nothing to draw, or it does not fit.
    class Impossible < Error; end
  end
end
