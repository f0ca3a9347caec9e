# frozen_string_literal: true

module VastLattice
  # Lists of a product, of rows of a table, or of all variants: parts, cuts, holes, bends, operations, prices, variants. A kind of list says
  # what it has (columns, rows); how it is arranged is the engineer's (Family::ListDesign); writers make files of it.
  module Lists
  end
end
