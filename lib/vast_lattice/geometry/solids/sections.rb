# frozen_string_literal: true

module VastLattice
  module Geometry
    # The area in which a plane cuts a solid that is put together in order: first the bodies of a blank, then what
    # is added and cut. Bodies that are not near are passed over.
    module Sections
      # +steps+ lists [operation, body]; the blank's bodies are added first.
      def self.area(blank_bodies, steps, plane) = changed(blank(blank_bodies, plane), steps, plane)

      # Of bodies that do not overlap.
      def self.blank(bodies, plane) = Planar.union(bodies.map { |body| body.section(plane) })

      # An area after steps. Steps of one kind after each other are one: many together are quicker than one by one.
      def self.changed(area, steps, plane)
        Work.take(steps.size)
        steps.chunk_while { |(before, _), (after, _)| before == after }.reduce(area) do |found, alike|
          section = Planar.union(alike.map { |_, body| body.section(plane) }) or next found
          alike.first.first == :add ? Planar.union([found, section]) : Planar.minus(found, section)
        end
      end

      # A plane across a direction, at a height along it.
      def self.plane(direction, height)
        helper = direction[0].abs < 0.9 ? Vector::X : Vector::Y
        across = Vector.unit(Vector.cross(helper, direction))
        Frame.new(Vector.scale(direction, height), across, Vector.cross(direction, across), direction)
      end
    end
  end
end
