# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # Objects that the source of a program names but cannot hold.
      class Constants
        def initialize
          @objects = []
        end

        # Keeps an object; returns the local variable that holds it.
        def keep(object)
          @objects << object
          "c#{@objects.size - 1}"
        end

        # Source that gives the variables their objects, from a list called constants.
        def names = @objects.each_index.map { |index| "c#{index} = constants[#{index}]" }

        def to_a = @objects
      end
    end
  end
end
