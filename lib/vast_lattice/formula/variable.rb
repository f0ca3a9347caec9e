# frozen_string_literal: true

module VastLattice
  module Formula
    # A name that formulas may use: its type, and its number in the compiled plan.
    class Variable < Value.with(:name, :type, :index)
      # There are many of them in a plan, and their numbers tell them apart.
      def ==(other) = equal?(other) || (other.is_a?(Variable) && index == other.index && name == other.name && type == other.type)
      alias eql? ==

      def hash = index.hash
    end
  end
end
