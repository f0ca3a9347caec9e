# frozen_string_literal: true

module VastLattice
  module Geometry
    module Drafts
      # A plate on its way to a Blank: z from 0 (back) to its thickness (front).
      class PlateDraft
        # +corners+ gives points of the outline by name; +spans+ as in Wall.
        def initialize(loop, thickness, corners: {}, spans: {})
          @loop = loop
          @thickness = thickness
          @spans = spans
          @box = loop.box
          @corners = ends.merge(corners)
        end

        # Rounds or chamfers corners: those of the given names (bottom_left … of the box, or a point's own), or without
        # names every one between two lines. A plate has one outline, so that the wall does not matter. Raises Impossible.
        def corners(names, size, arc:, **)
          (names ? names.to_h { |name| [name, named(name)] } : straight).each do |name, (x, y)|
            index = @loop.vertex_at(x, y)
            changed = index && @loop.without_corner(index, size, arc: arc)
            @loop = changed || raise(Impossible.new(Wording[:the_corner_name_leaves_no_room, name: name],
                                                    remedy: Wording[:make_it_smaller]))
          end
        end

        def blank
          body = Prism.new(Frame::SPACE, Profile.new(@loop), 0.0, @thickness)
          Blank.new(bodies: [body], walls: [front, back, *sides], axis: Vector::Z, thickness: @thickness)
        end

        private

        def named(name)
          @corners[name.downcase] ||
            raise(Impossible.new(Wording[:there_is_no_corner_name_here, name: name],
                                 remedy: Nearest.remedy(name, @corners.keys, kind: 'corner')))
        end

        # Every corner between two lines, by its place.
        def straight
          edges = @loop.edges
          found = edges.each_index.select { |index| edges[index - 1].last.zero? && edges[index].last.zero? }
          raise Impossible.new(Wording[:this_outline_has_no_corners], remedy: Wording[:suppress_this_step_here]) if found.empty?

          found.to_h { |index| ["at #{edges[index].first(2).map { |at| Units::Format.number(at) }.join(', ')}", edges[index].first(2)] }
        end

        # The corners of the box that the outline has, by name.
        def ends
          { 'bottom' => @box.bottom, 'top' => @box.top }.flat_map do |vertical, y|
            { 'left' => @box.left, 'right' => @box.right }.map { |horizontal, x| ["#{vertical}_#{horizontal}", [x, y]] }
          end.to_h.select { |_, (x, y)| @loop.vertex_at(x, y) }
        end

        def front
          Wall.new(name: 'front', title: 'front', frame: Frame::SPACE.move(0, 0, @thickness), outline: Profile.new(@loop),
                   clear: Profile.new(@loop), runs: [[0.0, @thickness]], box: @box, spans: @spans)
        end

        def back
          flipped = Face.flipped(Frame::SPACE, Profile.new(@loop))
          Wall.new(name: 'back', title: 'back', frame: flipped.frame, outline: flipped.profile, clear: flipped.profile,
                   runs: [[0.0, @thickness]], box: flipped.profile.box, mirrored: true, spans: @spans)
        end

        # The narrow faces, where the outline's outermost edges are straight.
        def sides
          { 'top' => [[0, 1], @box.top], 'bottom' => [[0, -1], -@box.bottom], 'right' => [[1, 0], @box.right],
            'left' => [[-1, 0], -@box.left] }
            .filter_map do |name, (out, reach)|
            side(name, out, reach)
          end
        end

        # The edge that lies furthest out, as a wall: x along it, y across the thickness.
        def side(name, out, reach)
          edge = @loop.edges.find do |x0, y0, x1, y1, bulge|
            bulge.zero? && [[x0, y0], [x1, y1]].all? do |x, y|
              ((x * out[0]) + (y * out[1]) - reach).abs < 1e-9
            end
          end
          return unless edge

          frame, along = side_frame(out, reach)
          from, till = [edge.first(2), edge[2, 2]].map { |x, y| (x * along[0]) + (y * along[1]) }.minmax
          outline = Profile.new(Loop.between(from, 0.0, till, @thickness))
          Wall.new(name: name, title: name, frame: frame, outline: outline, clear: outline, box: outline.box,
                   runs: [[0.0, depth_below(out, reach)]], mirrored: along.sum.negative?)
        end

        def side_frame(out, reach)
          normal = [*out, 0].map(&:to_f)
          across = Vector.cross(Vector::Z, normal)
          [Frame.at(Vector.scale(normal, reach), across, Vector::Z), across]
        end

        def depth_below(out, reach)
          lows = @loop.vertices.map { |x, y, _| (x * out[0]) + (y * out[1]) }
          reach - lows.min
        end
      end
    end
  end
end
