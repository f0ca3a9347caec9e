# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads something of components that were called: what a program calls.
    class Reading
      # +outlets+ as of a Target that is read.
      def initialize(outlets)
        @outlets = outlets
        @many = outlets.first.many
      end

      # The value, or a list of one for each instance, of the Runs of the component of each outlet.
      def call(*runs) = one_or_many(@outlets.each_with_index.flat_map { |outlet, at| outlet.all(runs[at]) })

      # The same of prices: +built+ tells of each component whether it is.
      def price(built, *runs)
        one_or_many(@outlets.each_with_index.flat_map do |outlet, at|
          outlet.all(runs[at]).map do |price|
            Priced.counted(built[at], price)
          end
        end)
      end

      private

      def one_or_many(values) = @many ? values : values.first
    end
  end
end
