# frozen_string_literal: true

module VastLattice
  module Formula
    # A table's column as a list in formulas ("bolts.length"): its element +type+, its +values+ by row (NaN
    # or nil where a cell is open), and its +index+ among the lists of a plan. +table+ is the name of its table where the list may
    # also stand for one value, that of the row picked: a property of a variant table.
    class ColumnList < Value.with(:name, :type, :values, :index, table: nil)
    end
  end
end
