# frozen_string_literal: true

module VastLattice
  module ExactSolids
    # A configured product in plain form for the geometry kernel: what it is made of (Recipe), each shape once, and where it is.
    class Product
      def initialize(result)
        @result = result
        @shapes = {}
        @nodes = {}.compare_by_identity
        @list = []
      end

      # {'shapes' => [recipe, …], 'nodes' => [{'name', 'bodies' => [{'name', 'shape', 'colour', 'place'}], 'parts' => [{'name', 'node',
      # 'place'}]}, …]}; the last node is the whole. What is suppressed is not there; what is hidden is. Raises
      # Result::NotWhole.
      def to_tree
        node(@result.whole_model)
        { 'shapes' => solids.map { |solid| Recipe.of(solid) }, 'nodes' => @list }
      end

      # The Geometry::Solids of its shapes, in their order. Once it is a tree.
      def solids = @shapes.values.map(&:last)

      private

      # The number of a node; components that are the same are one.
      def node(model)
        @nodes[model] ||= begin
          parts = model.laid.flat_map { |laid| laid.instances.map { |number, frame, inner| part(laid, number, frame, inner) } }
          bodies = model.solids.map { |body| body(body) }
          @list << { 'name' => named(model.outcome), 'bodies' => bodies, 'parts' => parts }
          @list.size - 1
        end
      end

      def part(laid, number, frame, model)
        { 'name' => Name.of(laid.name, *number).to_s, 'node' => node(model), 'place' => Recipe.frame(frame) }
      end

      def body(body)
        { 'name' => body.part.title, 'shape' => shape(body.solid), 'colour' => body.colour, 'place' => Recipe.frame(body.frame) }
      end

      def shape(solid) = (@shapes[solid.mark] ||= [@shapes.size, solid]).first

      # Its part number, or the name of its family.
      def named(outcome)
        number = outcome.labels['part_number'].to_s
        number.empty? ? outcome.plan.family.name : number
      end
    end
  end
end
