# frozen_string_literal: true

module VastLattice
  module Geometry
    # Turns the numbers of an outcome into solids, and reports shapes that are impossible, cut through an
    # edge, overlap, or touch nothing.
    class SolidBuilder
      def initialize(outcome)
        @outcome = outcome
        @bound = outcome.plan.bound
        @stock_numbers, @shape_numbers = outcome.plan.shape_program.call(outcome.values)
      end

      # Pairs of PlateSolid (nil if impossible) and its findings, one per part.
      def solids
        @bound.stocks.zip(@stock_numbers).map do |stock, numbers|
          @findings = []
          [solid(stock, numbers), @findings.freeze]
        end
      end

      private

      def solid(stock, numbers)
        kind = Family::STOCK_KINDS.fetch(stock.kind)
        outline = kind.outline(stock.part.stock.outline)
        place = ['parts', stock.part.name, 'stock']
        return unless possible?(kind.measures(outline), numbers.measures, place, stock.part.title)

        loop = kind.loop(outline, numbers.measures)
        features = placed(stock.part, loop)
        report_overlaps(features)
        PlateSolid.new(part: stock.part, outline: loop, numbers: numbers.measures, features: features, findings: @findings,
                       material: Materials[@outcome.value("#{stock.part.name}.material")],
                       colour: @outcome.value("#{stock.part.name}.colour"))
      end

      def placed(part, outline)
        @bound.shapes.zip(@shape_numbers).filter_map do |shape, numbers|
          place(shape, numbers, outline) if shape.part.name == part.name
        end
      end

      def place(shape, numbers, outline)
        kind = Family::FEATURE_KINDS.fetch(shape.kind)
        state = @outcome.state(shape.feature.name)
        loops = loops(shape, numbers, kind, outline) unless state == :suppressed
        relations = loops.to_a.map { |loop| relation(outline, loop) }
        report_edges(shape, relations) if loops
        PlacedFeature.new(feature: shape.feature, kind: kind, state: state, numbers: numbers, loops: loops.to_a,
                          relations: relations)
      end

      def path(shape) = ['parts', shape.part.name, 'features', shape.feature.name]

      # Loops of all instances, or nil where the shape is impossible (which is reported).
      def loops(shape, numbers, kind, outline)
        return unless possible?(kind.measures, numbers.measures, path(shape), shape.feature.title) &&
                      placeable?(shape, numbers)

        loop = kind.loop(numbers.measures)
        if loop.nil?
          report(:impossible_shape, :error, "#{shape.feature.title} cannot have these dimensions.", path(shape),
                 'A slot is longer than wide; corner radii fit into their cut-out.')
          return
        end

        Placement.centres(shape.feature, numbers, outline.box).map { |x, y| loop.move(x, y) }
      end

      def placeable?(shape, numbers)
        given = [numbers.horizontal, numbers.vertical, numbers.count, numbers.pitch].compact
        return report_no_value(shape) unless given.all?(&:finite?)
        return true if Placement.count(numbers) <= Family::Pattern::MOST

        report(:too_many, :error, "#{shape.feature.title} would have #{numbers.count.round} instances.",
               [*path(shape), 'pattern', 'count'], "At most #{Family::Pattern::MOST} are allowed: check its count.")
      end

      def report_no_value(shape)
        report(:no_value, :error, "The position of #{shape.feature.title} has no value.", path(shape), 'Check its formulas.')
      end

      def possible?(measures, numbers, path, title)
        wrong = measures.reject { |measure| measure.allows?(numbers[measure.name]) }
        wrong.each do |measure|
          shown = Units::Format.quantity(numbers[measure.name], Units[measure.unit])
          report(:impossible_dimension, :error, "The #{measure.label} of #{title} is #{shown}.", [*path, measure.name],
                 measure.least == :above_zero ? 'It must be above zero.' : 'It cannot be negative.')
        end
        wrong.empty?
      end

      # Quick and exact for the usual cases; GEOS for the rest.
      def relation(outline, loop)
        box = loop.box
        whole = outline.box
        return :outside unless whole.meets?(box)

        round = outline.circle
        return round_relation(round, loop) || Planar.relation(outline, loop) if round

        whole.holds?(box) ? :inside : Planar.relation(outline, loop)
      end

      def round_relation(round, loop)
        circle = loop.circle or return
        distance = Math.hypot(circle[0] - round[0], circle[1] - round[1])
        return :inside if distance + circle[2] < round[2]

        distance >= circle[2] + round[2] ? :outside : :crosses
      end

      def report_edges(shape, relations)
        title = shape.feature.title
        if relations.all?(:outside)
          report(:touches_nothing, :warning, "#{title} touches nothing of the part.", path(shape),
                 'Check its position and its count, or suppress it.')
        elsif relations.any? { |relation| relation != :inside }
          count = relations.count { |relation| relation != :inside }
          report(:through_edge, :warning, "#{title}: #{count} of #{relations.size} run through the edge of the part.",
                 path(shape), 'Move it inwards, make it smaller, or suppress it here.')
        end
      end

      def report_overlaps(features)
        owners = features.flat_map { |feature| feature.loops.map { feature } }
        pairs = Overlaps.pairs(features.flat_map(&:loops)).map { |one, other| [owners[one], owners[other]] }
        pairs.uniq.each do |one, other|
          report(:overlap, :warning, overlap_text(one, other), ['parts', feature_part(other), 'features', other.name],
                 'Change a position, a pitch or a size.')
        end
      end

      def feature_part(feature) = @bound.shapes.find { |shape| shape.feature.name == feature.name }.part.name

      def overlap_text(one, other)
        return "Instances of #{one.feature.title} overlap each other." if one.equal?(other)

        "#{one.feature.title} and #{other.feature.title} overlap."
      end

      # Adds a finding; returns false.
      def report(code, level, message, path, remedy)
        @findings << Finding.new(code: code, level: level, message: message, place: Place.at(*path), remedy: remedy)
        false
      end
    end
  end
end
