# frozen_string_literal: true

module VastLattice
  module Formula
    # A name that formulas may use: its type, and its number in the compiled plan.
    class Variable < Value.with(:name, :type, :index)
    end
  end
end
