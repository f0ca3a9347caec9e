# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # What kinds of stock have in common. A kind is written as
      #
      #   module Tube
      #     extend Kind
      #     def self.name = 'tube'
      #     def self.title = 'Tube'
      #     def self.outlines = %w[round]                   # the first is usual
      #     def self.dimensions(outline) = [DIAMETER, LENGTH]   # Family::Measures that an outline asks for
      #     def self.lists(outline) = {}                    # {name => Measures of an item} of those that are lists
      #     def self.draft(stock, outline, numbers) = …     # a draft, which features may reshape; its +blank+ is a Blank
      #   end
      #
      # +draft+ is called once for a solid, with the Family::Stock and its numbers by measure in mm or degrees; what cannot be
      # made raises Impossible with a remedy.
      module Kind
        # Whether features can cut it or add to it.
        def worked? = true

        # The Family::Stock with what of its Family it takes besides its dimensions.
        def resolved(stock, _family) = stock

        # A new stock of an outline in plain form, with numbers that are there to be changed.
        def beginning(outline)
          { 'kind' => name, 'outline' => outline, **Family::Measure.beginnings(dimensions(outline)), **first_items(outline) }
        end

        # The lists that a new stock begins with.
        def first_items(_outline) = {}
      end
    end
  end
end
