# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # What is drawn on a sheet: the bodies of a Result, with the lines of each view, which are worked out once.
    class Product
      # Where there are more bodies than that, what is round and not looked onto has fewer chords: it is seen small.
      FEW = 12
      COARSE = 12
      private_constant :FEW, :COARSE

      attr_reader :result, :sheet

      # +sheet+ is a Family::DrawingSheet; of the bodies only the part called +part+ where that is given.
      def initialize(result, sheet, part: nil)
        @result = result
        @sheet = sheet
        @part = part
        @lines = {}
      end

      def outcome = result.outcome
      def family = result.plan.family

      # Components that are there, where they are (Geometry::Laying::Laid); none where a part is drawn alone.
      def laid = @part ? [] : result.model.laid

      # All bodies that are shown, or those of one part of the family.
      def bodies(part = '')
        part = @part if @part && part.empty?
        part.to_s.empty? ? shown : shown.select { |body| body.path.empty? && body.part.name.casecmp?(part) }
      end

      # Raises Impossible where there is nothing.
      def ensure_something
        return unless bodies.empty?

        raise Impossible.new(Wording[:there_is_nothing_to_draw], remedy: result.findings.first&.to_s)
      end

      # Whether there are so few bodies that each is seen large.
      def few?(bodies) = bodies.size <= FEW

      # Marks of the lines of bodies in a frame (Drawing::Seen); hidden ones as the sheet says.
      def lines(bodies, frame, hidden: hidden?(bodies))
        key = [bodies.map(&:object_id), frame.origin, frame.u, frame.v, hidden]
        @lines[key] ||= Drawing::Seen.new(bodies, frame, hidden: hidden, facets: facets(bodies)).marks
      end

      # Texts of dimensions of a body.
      def texts(body) = DimensionTexts.new(body, outcome, sheet)

      # Of the views from the sides of a part (or of all) those that have its dimensions: one for each direction from which one looks.
      def homes(part)
        (@homes ||= {})[part] ||= begin
          kinds = sheet.views.select { |view| view.part.casecmp?(part) && view.dimensions != 'no' }.map(&:kind)
          [%w[front back], %w[top bottom], %w[end]].filter_map { |ways| ways.find { |kind| kinds.include?(kind) } }
        end
      end

      # Whether a view is the first of its kind and part.
      def first?(view)
        sheet.views.find { |other| other.kind == view.kind && other.part.casecmp?(view.part) && other.dimensions != 'no' } == view
      end

      # A feature that is drawn with the body that it is on: [body, feature], or nil.
      def feature(name)
        bodies.each do |body|
          next unless body.path.empty?

          found = body.features.find { |own| own.name.casecmp?(name) && own.shown? && !own.problem && own.numbers }
          return [body, found] if found
        end
        nil
      end

      # The middle of a feature's first instance in space, mm.
      def middle(body, feature)
        return feature.seat.frame.within(body.frame).point(*feature.centres.first) if feature.seat && feature.loops.any?

        body.frame.point(*Geometry::Vector.middle(body.corners_of(feature.name)))
      end

      private

      # The same for all views.
      def facets(bodies)
        (@facets ||= {})[few?(bodies)] ||= Drawing::Outlines.facets(few?(bodies) ? Drawing::Outlines::CHORDS : COARSE)
      end

      def shown = @shown ||= result.model.bodies.select(&:shown)

      def hidden?(bodies)
        sheet.hidden == 'parts' ? bodies.size == 1 : sheet.hidden == 'yes'
      end
    end
  end
end
