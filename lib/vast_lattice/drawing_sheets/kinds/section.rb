# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # A section across an axis, through the middle of a feature or of it all; cut faces are hatched, each body otherwise than the next
      # (ISO 128-3).
      class Section < Captioned
        KIND = 'section'
        TITLE = 'Section'
        # Between lines of a hatch, mm of paper, and how many bodies go on until one is hatched like the first.
        APART = 3.0
        WAYS = 4
        CHORDS = 48

        def self.through? = true
        def self.across? = true
        def called_by = :line
        def frame = Drawing::Views::SECTIONS.fetch(template.axis)
        def words = "#{letter}–#{letter}"

        # A point in space that the plane goes through: the middle of its feature, or of it all.
        def point = @point ||= through ? product.middle(*through) : Geometry::Vector.middle(bodies.flat_map(&:corners))

        # The number of the axis that it goes across.
        def axis = Drawing::Views::SECTIONS.keys.index(template.axis)

        # It is there where its feature is.
        def drawn? = (template.through.empty? || !through.nil?) && super

        private

        def through = @through ||= product.feature(template.through)

        def plane = Geometry::Frame.at(point, frame.u, frame.v)

        # Bodies behind the plane; what is wholly before it is gone.
        def cut = @cut ||= bodies.map { |body| body.cut_before(plane) }.select { |body| body.surface.any? }

        def worked_out
          product.lines(cut, frame, hidden: false).map do |mark|
            mark.owner == Geometry::Solid::SECTION ? mark.with(role: :cut, owner: nil) : mark
          end
        end

        def extra(scale)
          cut.each_with_index.flat_map do |body, index|
            faces(body).flat_map { |rings| hatch(rings, scale, index % WAYS) }
          end
        end

        # Rings of the cut faces of a body, in the view.
        def faces(body)
          flat = body.surface.select { |face| face.owner == Geometry::Solid::SECTION }
          seen = body.frame.seen_from(frame)
          flat.map { |face| face.is_a?(Geometry::Face) ? outlines(face, body) : face.rings.map { |ring| ring.map { |point| seen.point(*point).first(2) } } }
        end

        def outlines(face, body) = face.profile.loops.map { |loop| face.frame.within(body.frame).carry(loop, frame).polygon(CHORDS) }

        # Lines at 45° within rings: where they cross their sides, in pairs.
        def hatch(rings, scale, way)
          apart = APART * (way < 2 ? 1.0 : 1.5) / scale * Math.sqrt(2)
          rise = way.even? ? 1 : -1
          sides = rings.flat_map { |ring| ring.each_index.map { |index| [ring[index - 1], ring[index]] } }
          low, high = rings.flatten(1).map { |x, y| y - (rise * x) }.minmax
          ((low / apart).ceil..(high / apart).floor).flat_map do |number|
            crossed(sides, rise, number * apart).each_slice(2).filter_map do |from, till|
              Drawing::Marks::Line.new(from: from, till: till, role: :hatch) if till
            end
          end
        end

        # Points at which y = rise · x + start crosses sides, in their order.
        def crossed(sides, rise, start)
          sides.filter_map do |(ax, ay), (bx, by)|
            before = ay - (rise * ax) - start
            after = by - (rise * bx) - start
            next if before.negative? == after.negative?

            share = before / (before - after)
            [ax + ((bx - ax) * share), ay + ((by - ay) * share)]
          end.sort_by(&:first)
        end
      end
    end
  end
end
