# frozen_string_literal: true

module VastLattice
  module Geometry
    # Measures a position from another edge while the feature stays where it is.
    module Reanchoring
      # The entry for the new offset: a formula over the stock's own dimension where the face has one, so that it stays
      # right for every size; else a number for the outcome in view. Raises Error for an unknown feature.
      def self.offset(model, name, axis, from)
        placed = model.feature(name)
        return along(model, placed, from) if placed && turned?(placed, axis)

        unless placed&.seat && placed.loops.any? && %w[horizontal vertical].include?(axis)
          raise Error.new(Wording[:name_has_no_place_that_could, name: name], remedy: Wording[:it_must_be_built_in_this_variant])
        end

        solid = model.solids.find { |own| own.features.any? { |feature| feature.equal?(placed) } }
        formula(solid, placed, axis.to_sym, from) || number(solid, placed, axis.to_sym, from)
      end

      def self.turned?(placed, axis) = placed.kind.along? && placed.loops.empty? && !placed.numbers.nil? && axis == 'horizontal'
      private_class_method :turned?

      # Of what is turned at a place along the part: measured from an end or the middle of the workpiece.
      def self.along(model, placed, from)
        solid = model.solids.find { |own| own.features.any? { |feature| feature.equal?(placed) } }
        size = solid.blank.bounds.size.first
        place = from_left(placed.feature.horizontal&.from || 'centre', placed.numbers.horizontal, size)
        Units::Format.millimetres({ 'left' => place, 'right' => size - place }.fetch(from) { place - (size / 2) })
      end
      private_class_method :along

      def self.from_left(from, offset, size) = { 'left' => offset, 'right' => size - offset }.fetch(from) { (size / 2) + offset }
      private_class_method :from_left

      OPPOSITE = [%w[left right], %w[right left], %w[bottom top], %w[top bottom]].freeze
      LOW = %w[left bottom].freeze

      def self.formula(solid, placed, axis, from)
        anchor = placed.feature.public_send(axis)
        span = solid.part.stock.entries[placed.wall.spans[axis].to_s].to_s
        return if span.empty? || anchor&.feature || !Family::Anchor::EDGES.fetch(axis).include?(from)

        from_edge(anchor&.from || 'centre', from, wrapped(span), (anchor&.offset || '0').to_s)
      end
      private_class_method :formula

      # From the centre, offsets run to the right or up.
      def self.from_edge(old, from, span, offset)
        return "#{span} - #{wrapped(offset)}" if OPPOSITE.include?([old, from])
        return offset if old == from
        return LOW.include?(old) ? "#{wrapped(offset)} - #{span} / 2" : "#{span} / 2 - #{wrapped(offset)}" if from == 'centre'
        return "#{span} / 2" if zero?(offset)

        "#{span} / 2 #{LOW.include?(from) ? '+' : '-'} #{wrapped(offset)}"
      end
      private_class_method :from_edge

      # A name or a number needs no brackets; a plain number gets its unit, so that it can stand in a formula.
      def self.wrapped(text)
        return "#{text} mm" if text.match?(/\A\d+(\.\d+)?\z/)

        text.match?(/\A[\p{L}_][\p{L}\p{N}_.]*\z|\A\d+(\.\d+)? ?\w+\z/) ? text : "(#{text})"
      end
      private_class_method :wrapped

      def self.zero?(text) = text.match?(/\A0(\.0+)?( ?mm)?\z/)
      private_class_method :zero?

      # The first instance's place from an edge or from another feature, for this outcome.
      def self.number(solid, placed, axis, from)
        at = axis == :horizontal ? 0 : 1
        wall = placed.wall
        place = placed.centres.first[at]
        start = start(solid, placed, axis, from)
        sense = axis == :horizontal ? wall.sense : 1.0
        sense = -sense if %w[right top].include?(from)
        Units::Format.millimetres((place - start) * sense)
      end
      private_class_method :number

      def self.start(solid, placed, axis, from)
        base = solid.feature(from)
        return placed.seat.frame.local(base.points.first)[axis == :horizontal ? 0 : 1] if base&.points&.any?

        axis == :horizontal ? placed.wall.across(from, 0.0) : placed.wall.upwards(from, 0.0)
      end
      private_class_method :start
    end
  end
end
