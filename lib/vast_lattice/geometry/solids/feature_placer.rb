# frozen_string_literal: true

module VastLattice
  module Geometry
    # Finds where the features of a part sit: their walls, the outlines of their instances, and the pieces that they
    # cut and add.
    class FeaturePlacer
      # +builder+ takes the findings.
      def initialize(blank, builder)
        @blank = blank
        @builder = builder
        @placed = {}
        @shapes = {}
        @added = Added.new
        @instances = 0
      end

      # PlacedFeatures of the builder's entries, in their order.
      def place(entries)
        entries.map { |entry| @placed[entry[:feature].name.downcase] = placed(entry) }
      end

      private

      def placed(entry)
        return PlacedFeature.new(**entry) if !PlacedFeature.built?(entry[:state]) || entry[:kind].role == :reshape

        PlacedFeature.new(**entry, **(made(entry) || { problem: true })).tap { |feature| @added.remember(feature) }
      end

      # What a built feature adds to its entry, or nil where it is impossible (which is reported).
      def made(entry)
        feature, kind, numbers = entry.values_at(:feature, :kind, :numbers)
        return unless @builder.possible?(kind.measures, numbers.measures, path(feature), feature.title)

        seats = seats(feature) or return
        return whole(entry, seats) unless kind.placed?

        instances = seats.flat_map { |seat| instances(feature, kind, numbers, seat) || (return nil) }
        loops = instances.map { |instance| instance[:loop] }
        relations = instances.map { |instance| relation(instance[:seat], instance[:loop]) }
        { seat: seats.first, loops: loops, relations: relations,
          pieces: instances.zip(relations).filter_map { |instance, relation| piece(entry, instance, relation) } }
      end

      # A feature without places of its own, such as an edge chamfer.
      def whole(entry, seats)
        bodies = entry[:kind].bodies(entry[:numbers].measures, seats.first)
        { seat: seats.first, pieces: [Piece.of_bodies(:cut, seats.first, bodies, entry[:feature].name)] }
      end

      def path(feature) = @builder.path(feature)

      # The PlacedFeature that a feature sits on, or nil.
      def base(feature) = feature.on && @placed[feature.on.downcase]

      # The Seats: one on a wall; on a boss, pad or pocket, one on each of its instances.
      def seats(feature)
        base = base(feature)
        return [Seat.on(base.wall, level(base))] if base&.seat && base.pieces.any?

        # On a flange, its outer side is meant.
        name = feature.face.to_s.empty? && base && base.kind.role == :reshape ? base.name : feature.face
        wall = @blank.wall(name)
        return [Seat.on(wall)] if wall

        @builder.report(:unknown_face, :error, Wording[:feature_there_is_no_face_name, feature: feature.title, name: name],
                        [*path(feature), 'face'], Nearest.remedy(name, @blank.walls.map(&:name), kind: 'face'))
      end

      # The height of what is sat on: the top of a boss, the floor of a pocket, the face itself around a hole.
      def level(base)
        layers = base.pieces.first.layers
        return 0.0 if layers.empty?
        return base.seat.level + layers.map(&:high).max if base.kind.role == :add

        depth = base.numbers.measures['depth']
        depth ? base.seat.level - depth : base.seat.level
      end

      def instances(feature, kind, numbers, seat)
        starts(feature, numbers, seat).flat_map do |start|
          spots(feature, numbers, seat, start)&.each_with_index&.filter_map do |place, index|
            given = numbers.at(index + 1)
            return nil if numbers.varied? && @builder.undefined_instance?(feature, given, index + 1)

            instance(kind, given, seat, moved(feature, [numbers, given], seat, place, index))
          end || (return nil)
        end.each { |instance| return impossible(feature) if instance[:loop].nil? }
      end

      # The place of an instance whose own position differs from that of the first.
      def moved(feature, (first, given), seat, place, index)
        same = [given.horizontal, given.vertical] == [first.horizontal, first.vertical]
        return place if same || (feature.horizontal.nil? && feature.vertical.nil?)

        start = start(feature, given, seat)
        return start unless feature.pattern

        over, up = Family::PATTERN_KINDS.fetch(feature.pattern.kind).offsets(first.pattern, spot(feature, seat, start))[index]
        [start[0] + over, start[1] + up]
      end

      def impossible(feature)
        @builder.report(:impossible_shape, :error, Wording[:feature_cannot_have_these_dimensions, feature: feature.title], path(feature),
                        Wording[:a_slot_is_longer_than_wide_corner])
      end

      # Places from which the pattern starts: one, or on another feature, one at each of its instances.
      def starts(feature, numbers, seat)
        base = base(feature)
        on = base&.loops&.any? && feature.horizontal.nil? && feature.vertical.nil?
        return base.centres if on

        [start(feature, numbers, seat)]
      end

      def start(feature, numbers, seat)
        [position(feature.horizontal, :horizontal, numbers.horizontal, seat), position(feature.vertical, :vertical, numbers.vertical, seat)]
      end

      def position(anchor, axis, offset, seat)
        wall = seat.wall
        base = anchor&.feature && @placed[anchor.feature.downcase]
        if base&.points&.any?
          x, y, = seat.frame.local(base.points.first)
          return axis == :horizontal ? x + (offset * wall.sense) : y + offset
        end
        axis == :horizontal ? wall.across(anchor&.from || 'centre', offset) : wall.upwards(anchor&.from || 'centre', offset)
      end

      # Centres of all instances, or nil where there are too many or they cannot be counted.
      def spots(feature, numbers, seat, start)
        return [start] unless feature.pattern

        kind = Family::PATTERN_KINDS.fetch(feature.pattern.kind)
        return unless @builder.possible?(kind.measures, numbers.pattern, [*path(feature), 'pattern'], "the pattern of #{feature.title}")

        spot = spot(feature, seat, start)
        return unless whole_counts?(feature, numbers.pattern)

        count = kind.count(numbers.pattern, spot.length)
        return too_many(feature, count) if count > Family::Pattern::MOST
        return too_many_in_all(feature) if (@instances += count) > Family::Part::MOST_INSTANCES

        kind.offsets(numbers.pattern, spot).map { |over, up| [start[0] + over, start[1] + up] }
      end

      # Whether the fields of a pattern that count something are whole numbers; others are reported.
      def whole_counts?(feature, numbers)
        odd = numbers.slice(*Family::Measure::COUNTS).find { |_, amount| amount && amount != amount.round } or return true
        sentence = odd.first == 'rows' ? :the_number_of_rows_of_feature_is_not_whole : :the_count_of_feature_is_not_whole
        @builder.report(:not_whole, :error, Wording[sentence, feature: feature.title, number: Units::Format.number(odd.last)],
                        [*path(feature), 'pattern', odd.first], Wording[:use_floor_ceiling_or_round])
        false
      end

      def spot(feature, seat, start)
        from = { 'horizontal' => feature.horizontal&.from || 'centre', 'vertical' => feature.vertical&.from || 'centre' }
        Spot.new(wall: seat.wall, x: start[0], y: start[1], along: feature.pattern.along, from: from)
      end

      def too_many(feature, count)
        @builder.report(:too_many, :error, Wording[:feature_would_have_number_instances, feature: feature.title, number: count],
                        [*path(feature), 'pattern', 'count'], Wording[:at_most_most_are_allowed_check, most: Family::Pattern::MOST])
      end

      def too_many_in_all(feature)
        @builder.report(:too_many, :error,
                        Wording[:with_feature_the_part_would_have_instances, feature: feature.title, instances: @instances],
                        [*path(feature), 'pattern', 'count'],
                        Wording[:at_most_most_instances_are_allowed, most_instances: Family::Part::MOST_INSTANCES])
      end

      # An instance with its numbers, or nil where it is skipped.
      def instance(kind, numbers, seat, place)
        return if numbers.skip

        wall = seat.wall
        seat = seat.with(level: wall.height(place[0]), through: wall.depth_at(place[0])) if wall.curved? && seat.level.zero?
        loop = known_loop(kind, numbers) or return { loop: nil }
        placed = placed_loop(loop, wall, place)
        seat = @added.seat(seat, placed, through: numbers.measures['depth'].nil?) if kind.role == :cut
        layers = layers(kind, numbers, seat) or return { loop: nil }
        there = layers.map { |layer| layer.at(layer.loop.equal?(loop) ? placed : placed_loop(layer.loop, wall, place)) }
        { loop: placed, seat: seat, layers: there }
      end

      # The loop about the origin; the same for all instances that have the same numbers. nil where there can be none.
      def known_loop(kind, numbers) = (@shapes[[kind, numbers.object_id]] ||= [kind.loop(numbers.measures)]).first

      # The layers about the origin; the same for all instances that are seated alike.
      def layers(kind, numbers, seat)
        @shapes[[kind, numbers.object_id, seat.level, seat.above, seat.through, seat.all,
                 seat.wall.object_id]] ||= kind.layers(numbers.measures, seat)
      end

      # As people see it on a mirrored wall: angles turn the same way.
      def placed_loop(loop, wall, place) = (wall.mirrored ? loop.mirrored : loop).move(*place)

      def piece(entry, instance, relation)
        seat, layers = instance.values_at(:seat, :layers)
        return if layers.empty?

        Piece.of_layers(entry[:kind].role, seat, layers, entry[:feature].name, relation)
      end

      def relation(seat, loop) = Relation.of(seat.wall.outline, loop)
    end
  end
end
