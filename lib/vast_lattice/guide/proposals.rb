# frozen_string_literal: true

module VastLattice
  module Guide
    # The nearest valid products to a filling that is not valid, or to a wish: with the fewest changes of answers, then those of
    # what is least important, then the smallest. Everything is tried where that is few; else a Solver looks, and whatever it finds
    # is tried, too.
    class Proposals
      MOST = 3
      # Answers that are changed at most.
      MOST_CHANGES = 6
      # Shapes that are made for it.
      MOST_SHAPES = 200

      # +wish+ are answers that shall hold, as texts by name. Raises Refused and Plan::PickError for one that cannot be read.
      def initialize(filling, wish = {})
        @filling = filling
        @trying = Trying.new(filling, shapes: MOST_SHAPES)
        @wish = wish.to_h { |name, text| filling.field(name).then { |field| [field, AnswerReader.value(filling.plan, field, text)] } }
        free = @trying.fields.reject { |field| @wish.key?(field) || (field.target.type.text? && field.order.empty?) }
        @domains = free.map { |field| Domain.new(filling.plan, field, @trying.now(field)) }.select(&:any?)
      end

      # Up to three Proposals of one size; [] where none is found.
      def all = @all ||= searched

      # The Filling that a proposal comes to.
      def filled(proposal) = @filling.with(proposal.answers(@filling, @wish))

      private

      def searched
        enumeration = Enumeration.new(@trying, @domains, @wish)
        (0..[MOST_CHANGES, @domains.size].min).each do |size|
          return solved(size) unless enumeration.feasible?(size)

          found = enumeration.proposals(size, MOST)
          return found if found.any?
        end
        []
      end

      # From so many changes on.
      def solved(size) = Solver.new(@trying, @domains, @wish).proposals(size, [MOST_CHANGES, @domains.size].min, MOST)
    end
  end
end
