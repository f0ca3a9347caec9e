# frozen_string_literal: true

module VastLattice
  module Geometry
    # Bodies that are no material, for Interference: the envelopes of what moves, and what cuts take away.
    class Moving
      # What Interference asks of a solid: bodies that are joined, along an axis, as far as they lie in others, if any are given.
      Plain = Struct.new(:bodies, :axis, :within) do
        # What is remembered of it is known by its mark.
        def mark = @mark ||= Memory.mark
        def blank = self
        def bounds = @bounds ||= Bounds.around(bodies.map(&:bounds))
        def turns(direction) = [*bodies, *within].flat_map { |body| body.turns(direction) }

        def area(plane)
          own = Sections.blank(bodies, plane)
          within && own ? Planar.both(own, Sections.blank(within, plane)) : own
        end

        def span(direction) = bounds.span(direction)
        def constant?(direction, _low, _high) = [*bodies, *within].all? { |body| body.constant?(direction) }
        def empty? = false
        def sectioned(_bounds) = self
      end

      attr_reader :solid, :frame, :path, :called

      # +path+ lists the components on the way there, +called+ is its name for people.
      def initialize(solid, frame, path, called)
        @solid = solid
        @frame = frame
        @path = path
        @called = called
      end

      def bounds = solid.bounds

      # Whether something is of the component itself, or of one in it. What is of the family that places it is not: a component moves
      # in that.
      def holds?(other) = other.path.first(path.size) == path

      # Envelopes of all components of a Model, on all levels.
      def self.envelopes(model, outer = nil, path = [])
        model.laid.flat_map do |laid|
          laid.instances.flat_map do |number, frame, inner|
            placed = outer ? frame.within(outer) : frame
            names = [*path, Name.of(laid.name, *number).to_s]
            [envelope(laid.placing, number, placed, names), *envelopes(inner, placed, names)].compact
          end
        end
      end

      def self.envelope(placing, number, frame, path)
        numbers = placing.envelope(number)
        return if numbers.nil? || numbers.each_value.any?(Undefined)

        kind = placing.component.envelope
        sizes = Family::Envelope::KINDS.fetch(kind.kind).map { |name| numbers[name] }
        return unless sizes.all?(&:positive?)

        new(body(kind, numbers.values_at('x', 'y', 'z'), sizes), frame, path, "#{path.join('.')} (#{kind.title})")
      end
      private_class_method :envelope

      def self.body(kind, origin, sizes)
        if kind.kind == 'box'
          length, height, width = sizes
          frame = Frame.new(origin, Vector::X, Vector::Y, Vector::Z)
          return Plain.new([Prism.new(frame, Profile.new(Loop.between(0.0, 0.0, length, height)), 0.0, width)], frame.n)
        end

        diameter, length = sizes
        u, v, n = { 'x' => %i[Y Z X], 'y' => %i[Z X Y], 'z' => %i[X Y Z] }.fetch(kind.along).map { |axis| Vector.const_get(axis) }
        Plain.new([Ring.new(Frame.new(origin, u, v, n), 0.0, length, [diameter / 2, diameter / 2])], n)
      end
      private_class_method :body

      # What the cuts of a body take away.
      def self.cuts(body)
        cuts = body.features.select { |feature| feature.built? && feature.kind.role == :cut }
        cuts.filter_map do |feature|
          bodies = feature.pieces.flat_map(&:bodies)
          next if bodies.empty?

          # Cuts reach somewhat beyond what they cut.
          new(Plain.new(bodies, bodies.first.axis, body.blank.bodies), body.frame, body.path, [body.called, feature.feature.name].join('.'))
        end
      end
    end
  end
end
