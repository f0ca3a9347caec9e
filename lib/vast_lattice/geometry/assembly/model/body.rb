# frozen_string_literal: true

require 'forwardable'

module VastLattice
  module Geometry
    class Model
      # A solid with what its outcome says of it.
      class Body
        extend Forwardable

        attr_reader :solid, :material, :colour, :shown, :frame, :path, :tiers

        def_delegators :solid, :part, :blank, :features, :feature, :built, :numbers, :volume, :area, :surface, :surface_area, :centroid,
                       :bounds,
                       :instance_count, :clear, :tangled

        # +material+ is a Materials::Material; +colour+ a text, drawn if it is one of Colours. +frame+ is that of the family that is
        # looked at, +path+ lists the components on the way there ("leg", "rollers.3"), +tiers+ from which they are drawn.
        def initialize(solid, material, colour, shown, frame: solid.frame, path: [], tiers: [])
          @frame = frame
          @path = path
          @tiers = tiers
          @solid = solid
          @material = material
          @colour = Colours.drawn(colour) || material.colour
          @shown = shown
        end

        # The same body with some features only, or behind a plane.
        def only(&) = of(solid.with_features(&))
        def cut_before(plane) = of(solid.behind(plane.carried(frame, solid.frame)))

        # The eight corners of its box, in the family that is looked at.
        def corners = @corners ||= bounds.corners.map { |corner| frame.point(*corner) }

        # Corners around the faces of a feature, in the part's frame; of all where it has no face.
        def corners_of(feature)
          own = surface.select { |face| face.owner == feature }
          own.any? ? own.flat_map { |face| face.bounds.corners } : bounds.corners
        end

        # The same, moved by a vector in space.
        def moved(away)
          there = Frame.new(Vector.add(frame.origin, away), frame.u, frame.v, frame.n)
          Body.new(solid, material, colour, shown, frame: there, path: path, tiers: tiers)
        end

        # The same in a component that is laid at +outer+ and +called+ so.
        def laid(outer, called, component, shown)
          Body.new(solid, material, colour, self.shown && shown, frame: frame.within(outer), path: [called, *path],
                                                                 tiers: [component.tier, *tiers])
        end

        # Whether it is in a component of that path.
        def within?(component)
          whole = path.join('.')
          whole == component || whole.start_with?("#{component}.")
        end

        # Whether it is drawn in a tier.
        def drawn_in?(tier)
          part.drawn_in?(tier) && tiers.all? { |own| Family::Feature::TIERS.index(own) <= Family::Feature::TIERS.index(tier) }
        end

        # "end_stop.stop": its path with the name of its part.
        def called = [*path, part.name].join('.')

        def mass = blank.mass || (volume * material.base_density)

        private

        def of(other) = Body.new(other, material, colour, shown, frame: frame, path: path, tiers: tiers)
      end
    end
  end
end
