# frozen_string_literal: true

module VastLattice
  module Geometry
    # Turns the numbers of an outcome into the solid of one part, and reports shapes that are impossible, cut
    # through an edge, overlap, leave too thin a wall, or touch nothing.
    class SolidBuilder
      attr_reader :findings

      # +stock+ is Bound, and +numbers+ belong to it; +shapes+ are pairs of Bound::Shape and its numbers; +undefined+ is an
      # UndefinedDimensions. The block gives the state of a feature.
      def initialize(stock, numbers, shapes, undefined, &state)
        @stock = stock
        @numbers = numbers
        @shapes = shapes
        @undefined = undefined
        @state = state
        @findings = []
      end

      # The Solid, or nil where there can be none, or where it takes too much work.
      def solid
        Work.budget { built&.then { |solid| left(solid) } }
      rescue Work::Spent, Planar::Failed
        report(:too_much_work, :error, Wording[:part_takes_too_much_work_its_features, part: @stock.part.title],
               ['parts', @stock.part.name, 'stock'], Work::Spent.new.remedy)
      end

      # Less than this part of a blank may be what the sums over sections leave of nothing; the surface tells.
      SLIVER = 1e-3

      # The solid, unless nothing is left of it that has a surface.
      def left(solid)
        return solid if solid.volume > solid.blank.volume * SLIVER || solid.surface.any?

        cuts = solid.built.select { |feature| feature.kind.role == :cut }.map { |feature| feature.feature.title }
        report(:nothing_remains, :error, Wording[:nothing_is_left_of_part_cuts_take, part: @stock.part.title, cuts: cuts],
               ['parts', @stock.part.name, 'stock'], Wording[:make_a_cut_smaller_move])
      end

      # The Solid, without a budget.
      def built
        place = ['parts', @stock.part.name, 'stock']
        kind = Family::STOCK_KINDS.fetch(@stock.kind)
        return unless possible?(@stock.part.stock.measures(kind, @stock.outline), @numbers.measures, place, @stock.part.title)

        draft = kind.draft(@stock.part.stock, @stock.outline, @numbers.measures)
        entries = entries(draft)
        blank = draft.blank
        features = FeaturePlacer.new(blank, self).place(entries)
        report_flanges(draft)
        solid = Solid.new(part: @stock.part, blank: blank, features: features, frame: frame, numbers: @numbers.measures)
        @findings.concat(ShapeChecks.new(solid, @numbers.least_wall).findings)
        too_tangled?(solid) ? nil : solid
      rescue Impossible => e
        report(:impossible_shape, :error, Wording[:what_problem, what: @stock.part.title, problem: e.wording], place, e.advice)
        nil
      end

      # Adds a finding; returns nil.
      def report(code, level, message, path, remedy)
        @findings << Finding.new(code: code, level: level, wording: message, place: Place.at(*path), advice: remedy)
        nil
      end

      # Whether the dimensions of one instance of a feature are undefined, which is reported.
      def undefined_instance?(feature, numbers, index)
        shape = @shapes.find { |bound, _| bound.feature.equal?(feature) }.first
        return false unless @undefined.any?(shape, numbers)

        @findings.concat(@undefined.of_shape(shape, numbers, index))
        true
      end

      # Whether all dimensions are possible; those that are not are reported.
      def possible?(measures, numbers, path, title)
        wrong = measures.reject { |measure| measure.allows?(numbers[measure.name]) }
        wrong.each { |measure| report_dimension(measure, numbers[measure.name], path, title) }
        wrong.empty?
      end

      def path(feature) = ['parts', @stock.part.name, 'features', feature.name]

      private

      def report_dimension(measure, amount, path, title)
        path = [*path, *measure.path]
        shown = Units::Format.quantity(amount, Units[measure.unit])
        report(:impossible_dimension, :error, Wording[:the_measure_of_title_is_shown, measure: measure.label, title: title, shown: shown],
               path, measure.least == :above_zero ? Wording[:it_must_be_above_zero] : Wording[:it_cannot_be_negative])
      end

      # Entries for the FeaturePlacer, after the features that reshape the draft have done so: hashes of feature, kind,
      # state, numbers, step and problem.
      def entries(draft)
        @shapes.each_with_index.map do |(shape, numbers), index|
          entry = { feature: shape.feature, kind: Family::FEATURE_KINDS.fetch(shape.kind), state: @state.call(shape.feature.name),
                    numbers: numbers, step: Family::Part.step(index) }
          reshapes?(entry) ? entry.merge(problem: !made?(draft, *entry.values_at(:kind, :feature, :numbers))) : entry
        end
      end

      # Whether a feature changes the draft, now that all its dimensions are possible.
      def reshapes?(entry)
        feature, kind = entry.values_at(:feature, :kind)
        kind.role == :reshape && PlacedFeature.built?(entry[:state]) &&
          possible?(kind.measures, entry[:numbers].measures, path(feature), feature.title)
      end

      def made?(draft, kind, feature, numbers)
        if kind.along?
          along(draft, feature, numbers).each { |place| kind.reshape(draft, feature, numbers.measures, place) }
        else
          kind.reshape(draft, feature, numbers.measures)
        end
        true
      rescue Impossible => e
        report(:impossible_shape, :error, Wording[:what_problem, what: feature.title, problem: e.wording], path(feature), e.advice)
      end

      # Places along a turned part.
      def along(draft, feature, numbers)
        box = Box.new(left: 0.0, right: draft.length, bottom: 0.0, top: 0.0)
        wall = Wall.new(name: 'along', title: '', frame: Frame::SPACE, outline: nil, clear: nil, runs: [], box: box)
        from = feature.horizontal&.from || 'centre'
        x = wall.across(from, numbers.horizontal)
        return [x] unless feature.pattern

        spot = Spot.new(wall: wall, x: x, y: 0.0, along: 'horizontal', from: { 'horizontal' => from, 'vertical' => 'centre' })
        kind = Family::PATTERN_KINDS.fetch(feature.pattern.kind)
        count = kind.count(numbers.pattern, spot.length)
        return kind.offsets(numbers.pattern, spot).map { |over, _| x + over } if count <= Family::Pattern::MOST

        raise Impossible.new(Wording[:its_pattern_asks_for_number_instances_at, number: count, most: Family::Pattern::MOST],
                             remedy: Wording[:check_its_count])
      end

      # The part's place in the family: turned about its own x, then y, then z, then moved.
      def frame = Frame.turned(@numbers.place)

      # Whether more pieces run into each other than can be worked out; the feature with most of them is told.
      def too_tangled?(solid)
        group = Tangle.excess(solid.tangled) or return false
        owner = group.filter_map(&:owner).tally.max_by(&:last).first
        report(:too_tangled, :error, Wording[:group_cuts_and_bosses_around_title_run, group: group.size, title: title(owner)],
               ['parts', @stock.part.name, 'features', owner],
               Wording[:at_most_most_are_worked_out_together, most: Tangle::MOST])
        true
      end

      def report_flanges(draft)
        return unless draft.respond_to?(:collisions)

        draft.collisions.each do |one, other|
          name = [one, other].compact.last
          into = one && one != name
          words = if into
                    Wording[:one_runs_into_other, one: title(name),
                                                  other: title(one)]
                  else
                    Wording[:one_runs_into_the_base, one: title(name)]
                  end
          report(:flange_overlap, :error, words,
                 ['parts', @stock.part.name, 'features', name], Wording[:shorten_a_flange_change_its_angle])
        end
      end

      def title(name) = @shapes.map { |shape, _| shape.feature }.find { |feature| feature.name == name }.title
    end
  end
end
