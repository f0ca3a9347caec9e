# frozen_string_literal: true

module VastLattice
  module Drawing
    # Bodies as they stand in a view: what is of one shape and turned the same way is worked out once and moved, and of those that stand
    # exactly behind each other only the nearest is there.
    class Alike
      # Places nearer than this are one, mm.
      NEAR = 1e-6
      private_constant :NEAR

      # A body, its frame as seen from the view, and the Shape that it shares with others.
      class Standing
        attr_reader :seen, :shape

        def initialize(body, seen, shape)
          @body = body
          @seen = seen
          @shape = shape
        end

        # Its Segments and Curves; of one of +several+ their owner says whose they are: a feature or a part of the family
        # itself, or "rollers.3.shell".
        def edges(several)
          return shape.edges if !several && away.all?(&:zero?)

          own = @body.path.empty?
          called = @body.called if several
          shape.edges.map { |edge| edge.moved(*away, (edge.owner if own) || called) }
        end

        # Covers of its whole faces, and of all: those of facets are worked out once, and may stand behind Shields.
        def broad = @broad ||= Covers::Body.new(@body, seen, nil).broad
        def covers(shields = nil) = broad + fine.reject { |cover| shields&.hide?(cover) }

        private

        def fine = away.all?(&:zero?) ? shape.covers.fine : shape.covers.fine.map { |cover| Covers::Moved.new(cover, *away) }

        def away = @away ||= Geometry::Vector.minus(seen.origin, shape.seen.origin)
      end

      # What bodies of one surface that are turned the same way have in a view.
      class Shape
        attr_reader :seen

        def initialize(body, seen, facets:, behind:)
          @body = body
          @seen = seen
          @behind = behind
          @facets = facets
        end

        # Those of its edges at which what one sees changes are marked as blind; without those that it hides itself where what stands behind
        # something is not wanted.
        def edges
          @edges ||= begin
            found = Outlines.new(@body, @seen, facets: @facets, behind: @behind).all.select { |edge| edge.length > Seen::SPECK }
            Outlines.contours(found.reject { |edge| edge.front == false }).each { |edge| edge.blind = true }
            own = Shields.new(@behind ? [] : covers.broad)
            found.reject { |edge| own.hide?(edge) }
          end
        end

        def covers = @covers ||= Covers::Body.new(@body, @seen, @facets)
      end

      # +bodies+ and +view+ as of Seen; +how+ is facets: and behind:, as of Outlines.
      def initialize(bodies, view, **how)
        @bodies = bodies
        @view = view
        @how = how
        @shapes = {}
      end

      # Standing values.
      def all
        @all ||= begin
          found = @bodies.map { |body| standing(body, body.frame.seen_from(@view)) }
          nearest = found.group_by { |one| [one.shape, *one.seen.origin.first(2).map { |place| (place / NEAR).round }] }
          nearest = nearest.values.to_set { |same| same.max_by { |one| one.seen.origin[2] } }
          found.select { |one| nearest.include?(one) }
        end
      end

      private

      def standing(body, seen)
        turned = [seen.u, seen.v].flatten.map { |share| share.round(12) + 0.0 }
        Standing.new(body, seen, @shapes[[body.surface.object_id, turned]] ||= Shape.new(body, seen, **@how))
      end
    end
  end
end
