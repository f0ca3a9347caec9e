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
        Finding.new(code: code, level: :warning, wording: message, advice: remedy,
                    place: Place.at('parts', @solid.part.name, 'features', feature.name))
      end

      def edges(feature)
        title = feature.feature.title
        if feature.relations.all?(:outside)
          nothing(feature)
        elsif feature.kind.inside? && feature.relations.any? { |relation| relation != :inside }
          count = feature.relations.count { |relation| relation != :inside }
          finding(:through_edge, feature,
                  Wording[:title_number_of_relations_run_through,
                          title: title, number: count, relations: feature.relations.size, past: past(feature)],
                  Wording[:move_it_inwards_make_it_smaller])
        end
      end

      # Patterns without an instance.
      def empty
        none = @solid.built.select do |feature|
          feature.feature.pattern && feature.kind.role != :reshape && feature.loops.empty? && !feature.problem
        end
        none.map do |feature|
          finding(:touches_nothing, feature, Wording[:the_pattern_of_feature_has_no_instance, feature: feature.feature.title],
                  Wording[:check_its_count_its_margins_and_what])
        end
      end

      # Features without places of their own, such as edge chamfers, that take nothing away.
      def idle
        whole = @solid.built.select { |feature| feature.loops.empty? && feature.pieces.any? }
        whole.select { |feature| Cluster.new(@solid.blank, feature.pieces).change.first.abs < 1e-6 }.map { |feature| nothing(feature) }
      end

      def nothing(feature)
        finding(:touches_nothing, feature, Wording[:feature_touches_nothing_of_the_part, feature: feature.feature.title],
                Wording[:check_its_position_and_its_count])
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
          feature = @solid.feature(name)
        end
        found
      end

      def overlap(one, other)
        message = Wording[:one_and_other_overlap, one: one.feature.title, other: other.feature.title]
        message = Wording[:instances_of_feature_overlap_each_other, feature: one.feature.title] if one.equal?(other)
        finding(:overlap, other, message, Wording[:change_a_position_a_pitch])
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
                Wording[:feature_leaves_amount_to_what,
                        feature: feature.feature.title, amount: millimetres(thinnest.amount), what: thinnest.what,
                        least: millimetres(@least)], Wording[:move_it_make_it_smaller_or_lower])
      end

      # Floors of pockets and blind holes.
      def floors(placed)
        placed.select do |feature|
          feature.kind.role == :cut && feature.numbers.measures['depth'] && feature.seat.level.zero? && !feature.wall.curved?
        end.filter_map do |feature|
          left = feature.wall.depth - feature.numbers.measures['depth']
          next unless left.positive? && left < @least - 1e-9

          finding(:thin_wall, feature,
                  Wording[:feature_leaves_a_floor_of_amount,
                          feature: feature.feature.title, amount: millimetres(left), least: millimetres(@least)],
                  Wording[:make_it_less_deep_or_lower])
        end
      end
    end
  end
end
