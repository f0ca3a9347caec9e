# frozen_string_literal: true

module VastLattice
  module Quantities
    # Systems of linear equations, by Gauss's elimination with pivots.
    module Linear
      # The x of rows · x = right.
      def self.solve(rows, right)
        system = rows.zip(right).map { |row, value| [*row, value] }
        size = system.size
        size.times { |at| eliminate(system, at) }
        (size - 1).downto(0).each_with_object(Array.new(size, 0.0)) do |at, found|
          known = ((at + 1)...size).sum { |other| system[at][other] * found[other] }
          found[at] = (system[at][size] - known) / system[at][at]
        end
      end

      def self.eliminate(system, at)
        pivot = (at...system.size).max_by { |row| system[row][at].abs }
        system[at], system[pivot] = system[pivot], system[at]
        ((at + 1)...system.size).each do |row|
          share = system[row][at] / system[at][at]
          next if share.zero?

          (at..system.size).each { |column| system[row][column] -= share * system[at][column] }
        end
      end
      private_class_method :eliminate
    end
  end
end
