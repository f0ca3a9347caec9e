# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # A view as it stands on a page: its lines in mm of the model, where the model's origin is on the paper and at which scale, and all
    # that stands around it in mm of the paper; +measures+ are its dimensions as such (Measure). +outline+ is what it takes on the paper,
    # +box+ the same with its dimensions; upright ones are counted from +upright_from+ mm past the outline.
    class Placed < Value.with(:name, :title, :scale, :origin, :lines, :around, :outline, :box, :upright_from, measures: [])
      # All marks on the paper.
      def marks = lines.map { |mark| mark.placed(scale, *origin) } + around
    end
  end
end
