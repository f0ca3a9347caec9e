# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # What views say of others: where a section goes through, with arrows along which one looks (ISO 128-3), and what a detail enlarges.
    class Callouts
      # Past the outline: where the thick end of a section line begins and ends, and where its arrow is, mm.
      FROM = 1.0
      TILL = 5.0
      AT = 4.0
      ARROW = 8.0
      HEAD = 3.0
      SLOPE = 0.2
      CHORDS = 72
      private_constant :FROM, :TILL, :AT, :ARROW, :HEAD, :SLOPE, :CHORDS

      # Whether a view shows where a section goes.
      def self.shows?(view, section)
        view.class.projected? && view.frame.n[section.axis].abs < 1e-9 && view.template.part.casecmp?(section.template.part)
      end

      # +placed+ are [Kinds::View, Dimensioned, [x, y]] of a page: the lower left corners of the views.
      def initialize(placed)
        @placed = placed
      end

      # [marks, [[letter, where it shall stand], …]] of sections and details.
      def of(views)
        found = views.filter_map do |view|
          case view.called_by
          when :line then section(view)
          when :circle then detail(view)
          end
        end
        [found.flat_map(&:first), found.flat_map(&:last)]
      end

      private

      def section(view)
        own, drawn, corner = @placed.find { |other, *| Callouts.shows?(other, view) }
        return unless own

        upright = own.frame.u[view.axis].abs > 0.5
        x, y = own.spot(own.frame.local(view.point).first(2))
        at = (upright ? drawn.at([x, 0.0])[0] : drawn.at([0.0, y])[1])
        look = Geometry::Vector.scale(view.frame.n, -1)
        way = [own.frame.u, own.frame.v].map { |one| Geometry::Vector.dot(one, look).round }
        line(upright, at, upright ? drawn.height : drawn.width, way, corner, view.letter)
      end

      # A section line at a distance across the view, which is so long along it.
      def line(upright, at, long, way, corner, letter)
        turned = ->(along) { (upright ? [at, along] : [along, at]).zip(corner).map(&:sum) }
        marks = [mark(turned.call(-FROM), turned.call(long + FROM), :centre)]
        ends = [[-FROM, -TILL, -AT], [long + FROM, long + TILL, long + AT]].map do |from, till, arrow|
          marks << mark(turned.call(from), turned.call(till), :thick)
          tip = turned.call(arrow)
          marks.concat(arrow(tip, way))
          [letter, [0, 1].map { |axis| tip[axis] - (way[axis] * (ARROW + 3.0)) }]
        end
        [marks, ends]
      end

      def arrow(tip, way)
        back = [0, 1].map { |axis| tip[axis] - (way[axis] * ARROW) }
        [mark(back, tip, :dimension), Drawing::Marks::Area.new(rings: [Arrowhead.ring(tip, way, HEAD, SLOPE)])]
      end

      def mark(from, till, role) = Drawing::Marks::Line.new(from: from, till: till, role: role)

      # A circle, without what of it would go through a text.
      def detail(view)
        own, drawn, (left, bottom) = @placed.find { |one, *| one.kind == view.home && one.template.part.casecmp?(view.template.part) }
        return unless drawn

        x, y, radius = view.circle
        over, up = drawn.at(own.spot([x, y]))
        centre = [left + over, bottom + up]
        reach = radius * drawn.scale
        texts = drawn.around(left, bottom).grep(Drawing::Marks::Text).map(&:box)
        [arcs(centre, reach, texts), [[view.letter, [centre[0] + (reach * 0.75) + 2, centre[1] + (reach * 0.75) + 2]]]]
      end

      def arcs(centre, radius, texts)
        step = 2 * Math::PI / CHORDS
        whole = Drawing::Marks::Arc.new(centre: centre, radius: radius, role: :dimension)
        free = Array.new(CHORDS) { |index| index }.reject do |index|
          chord = [whole.at(index * step), whole.at((index + 1) * step)]
          texts.any? { |box| Letters.crosses?(chord, box) }
        end
        return [whole] if free.size == CHORDS

        free.slice_when { |one, other| other != one + 1 }.map { |run| whole.with(start: run.first * step, sweep: run.size * step) }
      end
    end
  end
end
