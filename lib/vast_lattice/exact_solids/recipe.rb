# frozen_string_literal: true

module VastLattice
  module ExactSolids
    # What a solid is made of, in plain form for the geometry kernel (shapes.mjs): the bodies of its blank, and step by step those that
    # are cut and added. Lengths in mm, in the part's own frame; nothing is a facet.
    module Recipe
      module_function

      # {'bodies', 'steps' => [{'operation' => 'cut'|'add', 'bodies'}, …]} of a Geometry::Solid. What is done in the same way one after
      # the other is one step.
      def of(solid)
        pieces = solid.built.flat_map(&:pieces).map { |piece| [piece.operation, piece.bodies] }
        made(solid.blank.bodies, [*solid.blank.cuts.map { |body| [:cut, [body]] }, *pieces])
      end

      # The same of bodies and steps [[:cut or :add, bodies], …].
      def made(bodies, steps)
        { 'bodies' => bodies.map { |body| body(body) },
          'steps' => steps.chunk_while { |one, other| one.first == other.first }.map { |same| step(same) } }
      end

      # Twelve numbers: origin, u, v, n.
      def frame(frame) = [*frame.origin, *frame.u, *frame.v, *frame.n]

      # That of space itself.
      SPACE = frame(Geometry::Frame::SPACE).freeze

      def step(same) = { 'operation' => same.first.first.to_s, 'bodies' => same.flat_map(&:last).map { |body| body(body) } }

      def body(body)
        return { 'kind' => 'file', 'text' => body.text } if body.is_a?(Geometry::Shell)

        placed = { 'frame' => frame(body.frame), 'low' => body.low, 'high' => body.high }
        return { 'kind' => 'ring', **placed, 'outer' => body.outer, 'inner' => body.inner } if body.is_a?(Geometry::Ring)

        { 'kind' => 'prism', **placed, 'loops' => body.profile.loops.map(&:vertices) }
      end
      private_class_method :step, :body
    end
  end
end
