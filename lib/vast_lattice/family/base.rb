# frozen_string_literal: true

module VastLattice
  class Family
    # What a family is based on: the name of the other +family+. +lost+ are elements (their keys, as of Elements) that this family
    # has otherwise than its base had, and of which the base has none any more.
    class Base < Value.with(:family, lost: [])
      extend TreeForm
    end
  end
end
