# frozen_string_literal: true

module VastLattice
  module Exchange
    # Outlines of a drawing (OutlineReader) as edits of a family: as the outline of a plate, or as cut-outs.
    class OutlineEdits
      # More points are too many for the list of a stock.
      MOST_POINTS = 200
      DECIMALS = 4
      # A rounding turns by no more than this part of half a turn less.
      SMOOTH = 1e-3
      # The bulge of an arc of about 140°.
      WIDE = 0.7
      private_constant :SMOOTH, :WIDE

      # +loops+ are Geometry::Loops, the largest first; +width+ and +height+ are names of parameters (or formulas) that say how large the
      # outline is, '' for as drawn; +taken+ are names that others have.
      def initialize(loops, width: '', height: '', taken: [])
        @taken = taken.map(&:downcase)
        @outer, *@inner = loops
        @width = width
        @height = height
      end

      # The largest as the outline of a plate, all others as what is cut out of it. Raises Unreadable.
      def plate(part, thickness)
        @corner = [@outer.box.left, @outer.box.bottom]
        stock = { 'kind' => 'plate', 'outline' => 'points', 'thickness' => thickness, 'points' => points }
        [{ 'do' => 'put_part', 'name' => part, 'stock' => stock }, *cuts(part)]
      end

      # All of them as cut-outs of a part, in the middle of its face, beside each other as drawn.
      def cut_outs(part)
        x, y = @outer.box.middle
        [@outer, *@inner].each_with_index.map do |loop, at|
          own_x, own_y = loop.box.middle
          feature(part, loop, at, 'horizontal' => place('centre', own_x - x, ''), 'vertical' => place('centre', own_y - y, ''))
        end
      end

      private

      def scaled? = !(@width.empty? && @height.empty?)

      # Points of a plate: corners that are rounded between two lines have a radius, which stays as it is when the plate grows.
      def points
        loop, radii = sharpened
        if loop.vertices.size > MOST_POINTS
          refuse(Wording[:the_outline_has_too_many_points, most: MOST_POINTS],
                 Wording[:draw_it_with_fewer_points])
        end
        arcs = loop.vertices.any? { |vertex| !vertex[2].zero? }
        refuse(Wording[:an_outline_with_arcs_grows_evenly], Wording[:choose_no_parameter_or_draw_corners]) if arcs && scaled?
        loop.edges.each_with_index.map do |edge, at|
          { 'x' => across(edge[0]), 'y' => upwards(edge[1]), **(edge[4].zero? ? {} : { 'arc' => length(arc_radius(edge)) }),
            **(radii[at] ? { 'radius' => length(radii[at]) } : {}), 'name' => "p#{at + 1}" }
        end
      end

      # Outwards is to the right of the way round: as Plate reads it.
      def arc_radius(edge) = Geometry::Edge.radius(edge) * (edge[4].positive? ? 1 : -1)

      # The loop with roundings between two lines as corners, and their radii by the number of the vertex.
      def sharpened
        edges = halved(@outer.edges)
        corners = edges.each_index.map { |at| rounding(edges[at - 1], edges[at], edges[(at + 1) % edges.size]) }
        # After a rounding the corner itself is where the next line begins.
        kept = edges.each_index.reject { |at| corners[at - 1] && corners[at].nil? }
        vertices = kept.map { |at| corners[at] ? [*corners[at], 0.0] : edges[at].values_at(0, 1, 4) }
        radii = kept.each_index.select { |at| corners[kept[at]] }.to_h { |at| [at, Geometry::Edge.radius(edges[kept[at]])] }
        [Geometry::Loop.new(vertices), radii]
      end

      # Wide arcs in two: points say no more than half a turn, and exactly much less.
      def halved(edges)
        edges.flat_map do |edge|
          next [edge] if edge[4].abs <= WIDE

          x, y, radius, start, swept = Geometry::Edge.arc(edge)
          middle = start + (swept / 2)
          half = [x + (radius * Math.cos(middle)), y + (radius * Math.sin(middle))]
          bulge = Math.tan(swept / 8)
          [[edge[0], edge[1], *half, bulge], [*half, edge[2], edge[3], bulge]]
        end
      end

      # Where the lines before and after an arc meet if it rounds their corner, else nil.
      def rounding(before, edge, following)
        return if edge[4].zero? || !before[4].zero? || !following[4].zero?

        turns = [Geometry::Edge.end_angle(before) - Geometry::Edge.start_angle(edge), Geometry::Edge.end_angle(edge) - Geometry::Edge.start_angle(following)]
        return unless turns.all? { |turn| (((turn + Math::PI) % Geometry::Edge::TURN) - Math::PI).abs < SMOOTH }

        # On the tangent from the start, as far as r · tan(sweep / 2).
        reach = Geometry::Edge.radius(edge) * Math.tan(2 * Math.atan(edge[4].abs))
        angle = Geometry::Edge.start_angle(edge)
        [edge[0] + (reach * Math.cos(angle)), edge[1] + (reach * Math.sin(angle))]
      end

      def cuts(part)
        @inner.each_with_index.map do |loop, at|
          x, y = loop.box.middle
          feature(part, loop, at, 'horizontal' => place('left', x - @corner[0], :across),
                                  'vertical' => place('bottom', y - @corner[1], :upwards))
        end
      end

      def feature(part, loop, number, **place)
        circle = loop.circle
        about = if circle then { 'kind' => 'hole', 'diameter' => length(2 * circle[2]) }
                else { 'kind' => 'shaped_cut_out', 'outline' => Geometry::OutlineText.write(loop) }
                end
        { 'do' => 'add_feature', 'part' => part, 'feature' => { 'name' => free(part, number), **about, **place } }
      end

      # Counted on from the names that are taken.
      def free(part, number)
        @free ||= (1..).lazy.map { |one| "#{part}_cut_#{one}" }.reject { |name| @taken.include?(name.downcase) }
        @free.first(number + 1).last
      end

      def place(from, offset, way)
        text = case way
               when :across then across(offset + @corner[0])
               when :upwards then upwards(offset + @corner[1])
               else length(offset)
               end
        { 'from' => from, 'offset' => text }
      end

      # From the left or lower end: as drawn, or as a share of what says how wide or high it is.
      def across(x) = share(x - @outer.box.left, @outer.box.width, @width)
      def upwards(y) = share(y - @outer.box.bottom, @outer.box.height, @height)

      def share(offset, whole, name)
        return length(offset) if name.empty? || offset.abs < 1e-9
        return name if (offset - whole).abs < 1e-9

        "#{number((offset / whole).round(8))} * (#{name})"
      end

      def length(amount) = "#{number(amount.round(DECIMALS))} mm"
      def number(amount) = (amount % 1).zero? ? amount.to_i.to_s : format('%.8f', amount).sub(/0+\z/, '')
      def refuse(words, remedy) = raise(Unreadable.because(words, remedy: remedy))
    end
  end
end
