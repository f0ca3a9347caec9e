# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Letters beside features and numbers of positions in their circles (ISO 6433), each with a leader from what it speaks of: at the
    # nearest place where it meets neither a line nor a text, and its leader no text and no other leader. Where there is no such place,
    # there is none, and the list says where the feature is.
    class Letters
      HEIGHT = 3.5
      # How far letters stand off, and how far positions do, mm; in how many directions a place is looked for.
      AWAY = (4..40).step(3).map(&:to_f).freeze
      FAR = (8..240).step(4).map(&:to_f).freeze
      WAYS = 16
      CHORDS = 12
      # Beside a letter its leader ends so far from it, mm.
      ASIDE = 0.6
      # The radius of the circle of a position; the length of its arrow, mm.
      ROUND = 4.5
      ARROW = 2.5
      SLOPE = 0.15

      # What has a box, for Drawing::Grid.
      Stroke = Struct.new(:ends) do
        def box
          @box ||= begin
            (ax, ay), (bx, by) = ends
            Geometry::Box.new(left: [ax, bx].min, right: [ax, bx].max, bottom: [ay, by].min, top: [ay, by].max)
          end
        end
      end
      private_constant :Stroke

      # Whether a line [from, till] meets a box: its stretch within the four sides (Liang and Barsky, 1984).
      def self.crosses?((from, till), box)
        dx = till[0] - from[0]
        dy = till[1] - from[1]
        low = 0.0
        high = 1.0
        [[-dx, from[0] - box[0]], [dx, box[2] - from[0]], [-dy, from[1] - box[1]], [dy, box[3] - from[1]]].each do |way, room|
          return false if way.zero? && room.negative?
          next if way.zero?

          share = room / way
          way.negative? ? low = [low, share].max : high = [high, share].min
        end
        low <= high
      end

      # Whether two lines cross.
      def self.cross?(one, other)
        side = ->((from, till), point) { ((till[0] - from[0]) * (point[1] - from[1])) - ((till[1] - from[1]) * (point[0] - from[0])) }
        [[one, other], [other, one]].all? { |line, ends| (side.call(line, ends[0]) * side.call(line, ends[1])).negative? }
      end

      # +marks+ are those of the sheet that are there already; +inside+ is the Geometry::Box in which letters may stand.
      def initialize(marks, inside)
        @inside = inside
        @texts = marks.grep(Drawing::Marks::Text).map(&:box)
        @lines = Drawing::Grid.new(marks.flat_map { |mark| strokes(mark) })
        @leaders = []
      end

      # Marks for a letter at a point; empty where there is no room.
      def put(letter, point, owner)
        place = places(point, AWAY).find do |at|
          free?(box_of(letter, at), [point, towards(point, at, before(letter, point, at))])
        end or return []

        led(point, place, box_of(letter, place), before(letter, point, place), owner) << text(letter, at: place, owner: owner)
      end

      # Marks for the number of a position, in a circle, with an arrow at the point.
      def number(number, point, owner)
        place = places(point, FAR).find { |at| free?(circled(at), [point, towards(point, at, ROUND)]) } or return []

        leader = led(point, place, circled(place), ROUND, owner)
        [*leader, arrow(*leader.first.points, owner), text(number, at: place, owner: owner),
         Drawing::Marks::Arc.new(centre: place, radius: ROUND, role: :dimension, owner: owner)]
      end

      # A letter near a point, without a leader.
      def beside(letter, point)
        place = [point, *places(point, AWAY.first(6))].find { |at| free?(box_of(letter, at), nil) } or return []

        @texts << box_of(letter, place)
        [text(letter, at: place)]
      end

      private

      # The leader from a point to what stands at a place; both are taken then.
      def led(point, place, box, before, owner)
        leader = [point, towards(point, place, before)]
        @texts << box
        @leaders << leader
        [Drawing::Marks::Line.new(from: leader[0], till: leader[1], role: :dimension, owner: owner)]
      end

      def arrow(tip, from, owner)
        length = Math.hypot(from[0] - tip[0], from[1] - tip[1])
        way = [0, 1].map { |axis| (tip[axis] - from[axis]) / length }
        Drawing::Marks::Area.new(rings: [Arrowhead.ring(tip, way, ARROW, SLOPE)], owner: owner)
      end

      def text(letter, at:, owner: nil)
        Drawing::Marks::Text.new(at: [at[0], at[1] - (HEIGHT / 2)], words: letter, height: HEIGHT, anchor: :middle, owner: owner)
      end

      def box_of(letter, at) = grown(text(letter, at: at).box)
      def circled(at) = [at[0] - ROUND - 0.8, at[1] - ROUND - 0.8, at[0] + ROUND + 0.8, at[1] + ROUND + 0.8]

      def places(point, distances)
        distances.lazy.flat_map do |away|
          Array.new(WAYS) { |way| (way + 2) * 2 * Math::PI / WAYS }.map { |angle| [point[0] + (away * Math.cos(angle)), point[1] + (away * Math.sin(angle))] }
        end
      end

      # How far from its middle the leader of a letter ends: where the letter begins on that side.
      def before(letter, point, place)
        over, up = [0, 1].map { |axis| (place[axis] - point[axis]).abs / Math.hypot(place[0] - point[0], place[1] - point[1]) }
        wide = (text(letter, at: place).width / 2) + ASIDE
        high = HEIGHT * 0.8
        [wide / [over, 1e-9].max, high / [up, 1e-9].max].min.clamp(high..)
      end

      # The end of a leader: so far before its place.
      def towards(point, place, before)
        length = Math.hypot(place[0] - point[0], place[1] - point[1])
        share = [(length - before) / length, 0.0].max
        [point[0] + ((place[0] - point[0]) * share), point[1] + ((place[1] - point[1]) * share)]
      end

      def free?(box, leader)
        within?(box) && @texts.none? { |other| overlap?(box, other) } && unlined?(box) &&
          @leaders.none? { |other| Letters.crosses?(other, box) } && (leader.nil? || led?(leader))
      end

      # Whether a leader meets no text and no other leader.
      def led?(leader)
        @leaders.none? { |other| Letters.cross?(other, leader) } && @texts.none? { |other| Letters.crosses?(leader, other) }
      end

      def unlined?(box)
        area = Geometry::Box.new(left: box[0], bottom: box[1], right: box[2], top: box[3])
        @lines.near(area).none? { |stroke| Letters.crosses?(stroke.ends, box) }
      end

      def grown(box) = [box[0] - 0.6, box[1] - 0.4, box[2] + 0.6, box[3] + 0.6]
      def within?(box) = box[0] > @inside.left && box[2] < @inside.right && box[1] > @inside.bottom && box[3] < @inside.top
      def overlap?(one, other) = one[0] < other[2] && other[0] < one[2] && one[1] < other[3] && other[1] < one[3]

      def strokes(mark)
        points = case mark
                 when Drawing::Marks::Line then [mark.points]
                 when Drawing::Marks::Arc
                   [Array.new(CHORDS + 1) { |index| mark.at(mark.start + (mark.sweep * index / CHORDS)) }]
                 when Drawing::Marks::Area then mark.rings.map { |ring| [*ring, ring.first] }
                 else []
                 end
        points.flat_map { |run| run.each_cons(2).map { |ends| Stroke.new(ends) } }
      end
    end
  end
end
