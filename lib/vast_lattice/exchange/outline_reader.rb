# frozen_string_literal: true

module VastLattice
  module Exchange
    # Closed outlines of a DXF (ASCII): lines, arcs, circles and polylines with bulges, put together end to end. What has no exact arcs
    # (splines, ellipses) is refused; texts, dimensions and points are passed over.
    class OutlineReader
      LARGEST = 4_000_000 # bytes
      MOST = 20_000 # lines and arcs
      # Ends nearer than this are one, mm.
      NEAR = 0.01
      # Millimetres of a unit, by the number of $INSUNITS; of those without, mm.
      UNITS = { 0 => 1.0, 1 => 25.4, 2 => 304.8, 4 => 1.0, 5 => 10.0, 6 => 1000.0, 13 => 0.001, 14 => 100.0 }.freeze
      UNEXACT = { 'SPLINE' => 'a spline', 'ELLIPSE' => 'an ellipse', 'INSERT' => 'a block', 'HELIX' => 'a helix' }.freeze
      DRAWN = %w[LINE ARC CIRCLE LWPOLYLINE POLYLINE].freeze
      # What an old polyline has behind it.
      BEHIND = %w[VERTEX SEQEND].freeze
      private_constant :UNEXACT, :DRAWN, :BEHIND

      # What was read: Loops in mm, the largest first; how many things were passed over.
      Outlines = Struct.new(:loops, :passed_over)

      # The Outlines of a file's bytes. Raises Unreadable.
      def self.read(bytes) = new(bytes).outlines

      def initialize(bytes)
        large = bytes.bytesize > LARGEST
        refuse(Wording[:the_drawing_is_larger_than_mb, most: LARGEST / 1_000_000], Wording[:leave_out_what_is_no_outline]) if large
        refuse_kind if bytes.start_with?('AutoCAD Binary DXF'.b) || bytes.include?("\0".b)
        @pairs = pairs(bytes.force_encoding('UTF-8').scrub('?'))
        refuse_kind unless @pairs.include?([0, 'SECTION'])
      end

      def outlines
        edges, closed = drawn
        refuse(Wording[:there_is_no_outline_in_it], Wording[:draw_lines_arcs_circles]) if edges.empty? && closed.empty?
        joined = Joining.new(edges, NEAR) { |x, y| refuse_open(x, y) }.loops
        loops = (closed + joined).map { |loop| loop.area.negative? ? loop.reversed : loop }
        loops.each { |loop| refuse_crossing(loop) unless Geometry::Planar.valid?(loop) }
        Outlines.new(loops.sort_by { |loop| -loop.area }, @passed)
      end

      private

      # [group code, value] of a text whose lines alternate.
      def pairs(text)
        lines = text.lines(chomp: true)
        lines.each_slice(2).map do |code, value|
          number = Integer(code.strip, 10, exception: false) || refuse_kind
          [number, value.to_s.strip]
        end
      end

      # Entities: lists of pairs that begin with their kind, of the section ENTITIES.
      def entities
        start = @pairs.each_cons(2).find_index do |(code, value), (next_code, name)|
          code.zero? && value == 'SECTION' && next_code == 2 && name == 'ENTITIES'
        end
        refuse(Wording[:there_is_no_outline_in_it], Wording[:draw_lines_arcs_circles]) unless start
        rest = @pairs.drop(start + 2).take_while { |code, value| !(code.zero? && value == 'ENDSEC') }
        rest.slice_before { |code, _| code.zero? }.select { |entity| entity.first.first.zero? }
      end

      def scale = @scale ||= UNITS.fetch(units, 1.0)

      def units
        at = @pairs.index([9, '$INSUNITS'])
        at ? @pairs[at + 1].last.to_i : 0
      end

      # Edges as in Geometry::Edge that are still to be joined, and Loops that are closed already.
      def drawn
        @passed = 0
        edges = []
        loops = []
        list = entities
        list.each_with_index do |entity, at|
          kind = entity.first.last
          unexact(kind, entity)
          next take(kind, list, at, edges, loops) if DRAWN.include?(kind)

          @passed += 1 unless BEHIND.include?(kind)
        end
        [edges, loops]
      end

      def refuse_many = refuse(Wording[:the_drawing_has_more_than_most_edges, most: MOST], Wording[:leave_out_what_is_no_outline])

      def unexact(kind, entity)
        what = UNEXACT[kind] or return
        remedy = kind == 'INSERT' ? Wording[:break_the_block_up] : Wording[:draw_it_with_lines_and_arcs]
        refuse(Wording[:there_is_what_near, what: what, place: somewhere(entity)], remedy)
      end

      # A point of what may have one of several kinds.
      def somewhere(entity)
        x, y = [[10, 20], [11, 21]].map { |codes| codes.map { |code| entity.find { |own, _| own == code }&.last } }.find(&:all?)
        x ? place(x.to_f * scale, y.to_f * scale) : 'its end'
      end

      def take(kind, list, number, edges, loops)
        entity = list[number]
        case kind
        when 'LINE' then edges << [*point(entity), *point(entity, 11, 21), 0.0]
        when 'ARC' then edges.concat(arc(entity))
        when 'CIRCLE' then loops << circle(entity)
        when 'LWPOLYLINE' then polyline(light(entity), closed?(entity), edges, loops)
        else polyline(heavy(list, number), closed?(entity), edges, loops)
        end
        refuse_many if edges.size + loops.size > MOST
      end

      def number(entity, code, usual = nil)
        text = entity.find { |own, _| own == code }&.last
        value = text ? Float(text, exception: false) : usual
        return value if value && value.abs < 1e9

        refuse(Wording[:a_kind_has_no_number, kind: entity.first.last.downcase], Wording[:save_it_again_as_a_dxf])
      end

      def point(entity, over = 10, upwards = 20) = [number(entity, over) * scale, number(entity, upwards) * scale]
      def closed?(entity) = number(entity, 70, 0.0).to_i.allbits?(1)

      def circle(entity)
        x, y = point(entity)
        Geometry::Loop.circle(2 * radius(entity)).move(x, y)
      end

      def radius(entity)
        found = number(entity, 40) * scale
        found.positive? ? found : refuse(Wording[:a_kind_has_no_number, kind: entity.first.last.downcase], Wording[:save_it_again_as_a_dxf])
      end

      # Counter-clockwise from one angle to the other; more than half a turn in two.
      def arc(entity)
        x, y = point(entity)
        radius = radius(entity)
        from, till = [50, 51].map { |code| number(entity, code) * Math::PI / 180 }
        sweep = (till - from) % Geometry::Edge::TURN
        sweep = Geometry::Edge::TURN if sweep < 1e-9
        parts = sweep > Math::PI ? 2 : 1
        angles = Array.new(parts + 1) { |at| from + (sweep * at / parts) }
        ends = angles.map { |angle| [x + (radius * Math.cos(angle)), y + (radius * Math.sin(angle))] }
        ends.each_cons(2).map { |start, finish| [*start, *finish, Math.tan(sweep / parts / 4)] }
      end

      # [x, y, bulge] of the vertices of a polyline.
      def light(entity)
        starts = entity.each_index.select { |at| entity[at].first == 10 }
        starts.each_with_index.map do |at, index|
          own = [entity.first, *entity[at...(starts[index + 1] || entity.size)]]
          [*point(own), number(own, 42, 0.0)]
        end
      end

      # An old polyline has its vertices behind it.
      def heavy(list, number)
        vertices = ((number + 1)...list.size).lazy.map { |at| list[at] }.take_while { |entity| entity.first.last == 'VERTEX' }
        vertices.to_a.map { |entity| [*point(entity), number(entity, 42, 0.0)] }
      end

      # More than half a turn in one edge is cut in two by the drawing program or not at all: a bulge has no bound.
      def polyline(vertices, closed, edges, loops)
        vertices = vertices.each_with_index.reject do |(x, y, _), at|
          at.positive? && Math.hypot(x - vertices[at - 1][0], y - vertices[at - 1][1]) < 1e-9
        end.map(&:first)
        vertices.pop if closed && vertices.size > 2 && Math.hypot(vertices[0][0] - vertices[-1][0], vertices[0][1] - vertices[-1][1]) < 1e-9
        return if vertices.size < 2
        return loops << Geometry::Loop.new(vertices) if closed

        edges.concat(vertices.each_cons(2).map { |(x, y, bulge), (next_x, next_y, _)| [x, y, next_x, next_y, bulge] })
      end

      def place(x, y, *) = "#{Units::Format.number(x.round(2))}, #{Units::Format.number(y.round(2))}"
      def refuse_open(x, y) = refuse(Wording[:an_outline_is_open_at, place: place(x, y)], Wording[:close_it])

      def refuse_crossing(loop)
        refuse(Wording[:an_outline_crosses_itself_near, place: place(*loop.vertices.first)], Wording[:draw_it_without_crossings])
      end

      def refuse_kind = refuse(Wording[:this_is_no_dxf_in_text], Wording[:save_it_as_a_dxf_in_text])
      def refuse(words, remedy) = raise(Unreadable.because(words, remedy: remedy))
    end
  end
end
