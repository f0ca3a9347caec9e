# frozen_string_literal: true

module VastLattice
  module Formula
    # A node of the tree: +kind+ with its +parts+ (nodes), +data+ and the place it was written.
    #
    #   :number  data Rational in its unit, unit      :text, :boolean  data
    #   :name    data the Name                        :call   data the function's name, parts arguments
    #   :list    parts items                          :range  parts low, high; data [open low?, open high?]
    #   :negate  one part                             :power, :times, :divide, :plus, :minus  two parts
    #   :compare data the sign, two parts             :and, :or  two parts
    #   :between value, low, high                     :in  value, then ranges, lists, values or :against
    #   :against data the sign, the other side of a comparison
    #   :if      condition, then, else                :filter list, condition or number
    class Node < Value.with(:kind, :span, data: nil, unit: nil, parts: [])
    end
  end
end
