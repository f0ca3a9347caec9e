# frozen_string_literal: true

module VastLattice
  module Formula
    # A table's column as a list in formulas ("bolts.length"): its element +type+, its +values+ by row (NaN
    # or nil where a cell is open), and its +index+ among the lists of a plan.
    class ColumnList < Value.with(:name, :type, :values, :index)
    end
  end
end
