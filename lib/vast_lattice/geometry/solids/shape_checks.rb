# frozen_string_literal: true

module VastLattice
  module Geometry
    # What is wrong with features that can be made, but should not: they touch nothing, run through an edge, overlap,
    # or leave less than the least wall.
    class ShapeChecks
      # +least_wall+ in mm, or nil.
      def initialize(solid, least_wall)
        @solid = solid
        @least = least_wall
      end

      def findings
        placed = @solid.built.select { |feature| feature.loops.any? }
        placed.filter_map { |feature| edges(feature) } + empty + idle + overlaps(placed) + (@least ? walls(placed) + floors(placed) : [])
      end

      private

      def finding(code, feature, message, remedy)
        Finding.new(code: code, level: :warning, message: message, remedy: remedy,
                    place: Place.at('parts', @solid.part.name, 'features', feature.name))
      end

      def edges(feature)
        title = feature.feature.title
        if feature.relations.all?(:outside)
          nothing(feature)
        elsif feature.kind.inside? && feature.relations.any? { |relation| relation != :inside }
          count = feature.relations.count { |relation| relation != :inside }
          finding(:through_edge, feature,
                  "#{title}: #{count} of #{feature.relations.size} run through the edge of the part#{past(feature)}.",
                  'Move it inwards, make it smaller, or suppress it here.')
        end
      end

      # Patterns without an instance.
      def empty
        none = @solid.built.select do |feature|
          feature.feature.pattern && feature.kind.role != :reshape && feature.loops.empty? && !feature.problem
        end
        none.map do |feature|
          finding(:touches_nothing, feature, "The pattern of #{feature.feature.title} has no instance.",
                  'Check its count, its margins and what it leaves out, or suppress it.')
        end
      end

      # Features without places of their own, such as edge chamfers, that take nothing away.
      def idle
        whole = @solid.built.select { |feature| feature.loops.empty? && feature.pieces.any? }
        whole.select { |feature| Cluster.new(@solid.blank, feature.pieces).change.first.abs < 1e-6 }.map { |feature| nothing(feature) }
      end

      def nothing(feature)
        finding(:touches_nothing, feature, "#{feature.feature.title} touches nothing of the part.",
                'Check its position and its count, or suppress it.')
      end

      # How far the worst of them reaches over the edge.
      def past(feature)
        box = feature.wall.outline.box
        reach = feature.loops.map { |loop| over(loop.box, box) }.max
        reach > 1e-9 ? ", by up to #{millimetres(reach)}" : ''
      end

      def over(box, whole) = [whole.left - box.left, box.right - whole.right, whole.bottom - box.bottom, box.top - whole.top].max

      def millimetres(amount) = Units::Format.millimetres(amount.round(3))

      # Features on one wall, less those that sit on each other.
      def overlaps(placed)
        placed.group_by { |feature| feature.wall.name }.values.flat_map do |features|
          owners = features.flat_map { |feature| feature.loops.map { feature } }
          loops = features.flat_map(&:loops)
          pairs = Overlaps.pairs(loops).reject { |one, other| through?(owners[one], owners[other], loops[one], loops[other]) }
          pairs = pairs.map { |one, other| [owners[one], owners[other]] }
          pairs.uniq.reject { |one, other| seated?(one, other) }.map { |one, other| overlap(one, other) }
        end
      end

      # A cut that goes right through a pad or a boss is meant to.
      def through?(one, other, loop, second)
        return false if one.kind.role == other.kind.role

        added, cut = one.kind.role == :add ? [loop, second] : [second, loop]
        Relation.of(Profile.new(added), cut) == :inside
      end

      # Whether one of them sits on the other, or on what sits on it.
      def seated?(one, other) = [[one, other], [other, one]].any? { |upper, lower| bases(upper).include?(lower.name.downcase) }

      def bases(feature)
        found = []
        while (name = feature&.feature&.on&.downcase) && !found.include?(name)
          found << name
          feature = @solid.features.find { |own| own.name.casecmp?(name) }
        end
        found
      end

      def overlap(one, other)
        message = "#{one.feature.title} and #{other.feature.title} overlap."
        message = "Instances of #{one.feature.title} overlap each other." if one.equal?(other)
        finding(:overlap, other, message, 'Change a position, a pitch or a size.')
      end

      # The thinnest wall of each feature, to an edge or to a neighbour.
      def walls(placed)
        distances = Distances.new(@solid, within: @least)
        placed.select { |feature| feature.kind.role == :cut && feature.kind.inside? }.filter_map do |feature|
          [distances.to_edge(feature), distances.to_neighbour(feature)].compact.min_by(&:amount).then { |thinnest| thin(feature, thinnest) }
        end
      end

      def thin(feature, thinnest)
        return unless thinnest&.amount&.positive? && thinnest.amount < @least - 1e-9

        finding(:thin_wall, feature,
                "#{feature.feature.title} leaves #{millimetres(thinnest.amount)} to #{thinnest.what}; the least wall is " \
                "#{millimetres(@least)}.", 'Move it, make it smaller, or lower the least wall of the part.')
      end

      # Floors of pockets and blind holes.
      def floors(placed)
        placed.select do |feature|
          feature.kind.role == :cut && feature.numbers.measures['depth'] && feature.seat.level.zero? && !feature.wall.curved?
        end.filter_map do |feature|
          left = feature.wall.depth - feature.numbers.measures['depth']
          next unless left.positive? && left < @least - 1e-9

          finding(:thin_wall, feature,
                  "#{feature.feature.title} leaves a floor of #{millimetres(left)}; the least wall is #{millimetres(@least)}.",
                  'Make it less deep, or lower the least wall of the part.')
        end
      end
    end
  end
end
