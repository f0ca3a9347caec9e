# frozen_string_literal: true

module VastLattice
  module Geometry
    # A part as a solid: a Blank, and the pieces that its features cut and add. Lengths in mm, areas in mm2, volume
    # in mm3, mass in kg. Pieces that lie clear of everything else are exact in closed form; those that meet each
    # other or an edge are measured together (Ruling).
    class Solid
      attr_reader :part, :blank, :features, :clear, :tangled, :frame, :numbers

      # What is remembered of it is known by its mark.
      attr_reader :mark

      # +frame+ places the part in the family; +last_cut+ is a Piece that is cut away after everything else.
      def initialize(part:, blank:, features:, frame:, numbers: {}, last_cut: nil)
        @part = part
        @blank = blank
        @features = features.freeze
        @frame = frame
        @numbers = numbers
        @mark = Memory.mark
        pieces = [*features.select(&:built?).flat_map(&:pieces), *last_cut]
        Work.take(Work::SOLID + (Work::PIECE * pieces.size))
        @clear, @tangled = Tangle.sort(blank, pieces)
      end

      # About how many kilobytes it takes.
      def weight = 4 + (4 * (clear.size + tangled.size))

      # Owner of the faces that a section lays open.
      SECTION = '(section)'

      # The same solid, made only with the features that the block picks.
      def with_features(&) = Solid.new(part: part, blank: blank, features: features.select(&), frame: frame, numbers: numbers)

      # What lies behind a plane (a Frame in the family): all in front of it is cut away.
      def behind(plane)
        own = plane.origin.then { |origin| frame.local(origin) }
        across, upwards = [plane.u, plane.v].map { |one| frame.local(Vector.add(one, frame.origin)) }
        place = Frame.at(own, across, upwards)
        kept = features.map { |feature| feature.with_pieces { |piece| !before?(piece, place) } }
        Solid.new(part: part, blank: blank, features: kept, frame: frame, numbers: numbers, last_cut: in_front(place))
      end

      def volume = @volume ||= blank.volume + clear_changes.sum(&:first) + clusters.sum { |cluster| cluster.change.first }

      # Centre of mass in the part's frame.
      def centroid
        @centroid ||= begin
          changes = clear_changes + clusters.map(&:change)
          moments = changes.map(&:last).reduce(blank.moments) { |sum, moment| Vector.add(sum, moment) }
          Vector.scale(moments, 1 / volume)
        end
      end

      # The part's own box, in its frame: of the blank where nothing reaches past it or cuts its outermost sides.
      def bounds
        @bounds ||= begin
          outer = blank.bounds
          exact = blank.cuts.empty? && tangled.none?(&:cut?) && (clear + tangled).all? { |piece| piece.cut? || outer.holds?(piece.bounds) }
          exact ? outer : TrueBounds.new(self).bounds
        end
      end

      # Area of a plate or sheet, of a bar's section; nil for others.
      def area
        return volume / blank.thickness if blank.thickness

        blank.section
      end

      # As planes cut it, as far as it lies within bounds.
      def sectioned(bounds) = Interference::Sectioned.new(self, bounds)

      # Area of the whole surface, arcs included.
      def surface_area = @surface_area ||= (blank.surface || Surface.new(self, tangled: []).faces.sum(&:area)) + clusters.sum(&:surface)

      # Faces, Strips, Cones and Facets.
      def surface = @surface ||= Surface.new(self).faces

      def built = features.select(&:built?)

      # The PlacedFeature of that name, or nil.
      def feature(name) = features.find { |feature| feature.name.casecmp?(name) }

      # Number of built instances of all features.
      def instance_count = built.sum { |feature| feature.loops.size }

      # The pieces that meet, as Clusters.
      def clusters = @clusters ||= Tangle.groups(tangled).map { |group| Cluster.new(blank, group) }

      private

      def before?(piece, place) = piece.bounds.span(place.n).first > Vector.dot(place.origin, place.n)

      # Everything in front of a plane.
      def in_front(place)
        reach = Vector.length(blank.bounds.size) * 2
        middle = place.local(blank.bounds.centre)
        body = Prism.new(place.move(middle[0], middle[1]), Profile.new(Loop.rectangle(2 * reach, 2 * reach)), 0.0, 2 * reach)
        Piece.of_bodies(:cut, nil, [body], SECTION)
      end

      def clear_changes
        @clear_changes ||= clear.flat_map do |piece|
          sign = piece.cut? ? -1 : 1
          piece.effective.map do |layer|
            volume = sign * layer.volume
            [volume, Vector.scale(piece.seat.frame.point(*layer.centroid), volume)]
          end
        end
      end
    end
  end
end
