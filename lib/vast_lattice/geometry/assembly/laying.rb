# frozen_string_literal: true

module VastLattice
  module Geometry
    # Lays the components of an outcome, each after those that it leans on. No value depends on where they are.
    class Laying
      # A component that is laid: its Outcome::Placing, and for each instance its number (nil without a pattern), its Frame in the
      # family, and its Model.
      Laid = Struct.new(:placing, :instances) do
        def name = placing.name

        # Bounds of all instances in the family's frame, nil where there is none with anything in it.
        def bounds
          found = instances.filter_map { |_, frame, model| Laying.bounds(model, frame) }
          Bounds.around(found) if found.any?
        end
      end

      # Bounds of a model in a frame, or nil.
      def self.bounds(model, frame)
        points = model.bodies.flat_map { |body| body.corners.map { |corner| frame.point(*corner) } }
        Bounds.of(points) if points.any?
      end

      # Bounds of a body in the family's frame.
      def self.bounds_of(body) = Bounds.of(body.corners)

      # By instance of an Outcome::Placing the way from the first place.
      def self.steps(placing)
        pattern = placing.component.pattern or return [[0.0, 0.0, 0.0]]
        # None are there where they cannot be counted, or are too many.
        return [] if placing.instances.empty?

        kind = Family::PATTERN_KINDS.fetch(pattern.kind)
        numbers = Family::Component.measures(kind).map(&:name).zip(placing.inside.numbers).to_h
        along = Family::Component::AXES.include?(pattern.along) ? pattern.along : 'x'
        vectors = Track.new(along: along, length: numbers.fetch('over', 0.0)).vectors(kind, numbers)
        placing.instances.map { |number, _| vectors.fetch(number - 1) }
      end

      attr_reader :findings

      # +own+ are the Bodies of the family's own parts.
      def initialize(outcome, own)
        @outcome = outcome
        @own = own
        @findings = []
        @laid = {}
        @open = []
      end

      # Laid values, in the order of the family; those that cannot be laid are left out and told.
      def all
        return too_many if @outcome.instances_in_all > Family::Component::MOST_IN_ALL

        @places = @outcome.plan.place_program.call(@outcome.values)
        @outcome.placings.select(&:built?).filter_map { |placing| laid(placing) }
      end

      # Whether all that are built could be laid.
      def complete? = @findings.none?(&:error?)

      private

      def laid(placing)
        return @laid[placing.name] if @laid.key?(placing.name)
        return circle(placing) if @open.include?(placing.name)

        @open.push(placing.name)
        @laid[placing.name] = instances(placing)
      ensure
        @open.delete(placing.name) unless @open.last != placing.name
      end

      def circle(placing)
        path = [*@open.drop(@open.index(placing.name)), placing.name]
        tell(:position_circle, placing, Wording[:these_lean_on_each_other, path: path.join(' → ')],
             Wording[:lay_one_of_them_from_something_else])
      end

      def instances(placing)
        place = @places[@outcome.plan.family.components.index(placing.component)]
        steps = Laying.steps(placing)
        # Most instances are alike: what is laid in the same way stands in the same frame.
        frames = Hash.new { |known, (numbers, model)| known[[numbers, model]] = frame(placing, numbers, model) }
        found = placing.instances.each_with_index.map do |(number, outcome), at|
          return too_much(placing) if Work.exhausted?

          model = Model.for(outcome)
          frame = frames[[place.call(number || 1), model]] or return nil
          [number, frame.within(Frame.new(steps.fetch(at), Vector::X, Vector::Y, Vector::Z)), model]
        end
        Laid.new(placing, found.freeze)
      end

      # Counted before anything is made.
      def too_many
        most = @outcome.placings.select(&:built?).max_by do |placing|
          placing.kinds.sum do |own, numbers|
            numbers.size * (1 + own.instances_in_all)
          end
        end
        tell(:too_many, most,
             Wording[:the_product_would_have_instances_in_all,
                     instances_in_all: @outcome.instances_in_all, most_in_all: Family::Component::MOST_IN_ALL],
             Wording[:make_patterns_shorter_or_their_pitch_larger])
        []
      end

      def too_much(placing)
        return if @findings.any? { |finding| finding.code == :too_much_work }

        tell(:too_much_work, placing, Wording[:the_product_takes_too_much_work_too],
             Wording[:check_how_often_they_are_there])
      end

      def frame(placing, numbers, model)
        return tell_undefined(placing, numbers) unless numbers.each_value.none?(Undefined)

        turned = Frame.turned(numbers.merge(x: 0.0, y: 0.0, z: 0.0))
        bounds = Laying.bounds(model, turned)
        origin = Family::ComponentPlace::AXES.each_with_index.map do |axis, at|
          along(placing, axis, at, numbers[axis], bounds) or return nil
        end
        Frame.new(origin, turned.u, turned.v, turned.n)
      end

      # Where the origin of an instance is along an axis.
      def along(placing, axis, at, offset, bounds)
        place = placing.component.place.axes[axis]
        from = place.leans? ? anchor(placing, place, axis, at) : 0.0
        own = side(place.own, axis, at, bounds, 0.0)
        return from + offset - own if from && own

        return unless from

        tell(:nothing_to_lean_on, placing, Wording[:component_is_laid_from_a_side, component: placing.component.title, axis: axis],
             Wording[:lay_it_from_its_origin])
      end

      # Where the side is that a component leans on.
      def anchor(placing, place, axis, at)
        body = @own.find { |own| own.part.name.casecmp?(place.on) }
        return side(place.side, axis, at, Laying.bounds_of(body), body.frame.origin[at]) if body

        other = @outcome.placing(place.on)
        found = other&.built? ? laid(other) : nil
        bounds = found&.bounds
        return side(place.side, axis, at, bounds, found.instances.first[1].origin[at]) if bounds

        return if @findings.any? { |finding| finding.code == :position_circle }

        tell(:nothing_to_lean_on, placing,
             Wording[:component_leans_on_on_along_axis, component: placing.component.title, on: place.on, axis: axis],
             Wording[:lay_it_from_something_that_is_always])
      end

      def side(name, axis, at, bounds, origin)
        return origin if name == Family::AxisPlace::ORIGIN
        return unless bounds

        low = bounds.low[at]
        high = bounds.high[at]
        [low, (low + high) / 2, high].fetch(Family::AxisPlace::SIDES.fetch(axis).index(name))
      end

      def tell_undefined(placing, numbers)
        name = numbers.find { |_, number| Undefined.is?(number) }.first
        bound = @outcome.plan.bound.components.find { |one| one.name == placing.name }
        place = Place.at('components', placing.name, 'at', name)
        found = Outcome::WhyUndefined.new(@outcome).finding(bound.place[name], place,
                                                            Wording[:the_place_of_component, component: placing.component.title])
        found ||= Finding.new(code: :undefined, level: :error, place: place, advice: Wording[:mend_it],
                              wording: Wording[:the_place_of_component_is_undefined, component: placing.component.title])
        @findings << found
        nil
      end

      def tell(code, placing, message, remedy)
        place = Place.at('components', placing.name, 'at')
        @findings << Finding.new(code: code, level: :error, wording: message, place: place, advice: remedy)
        nil
      end
    end
  end
end
