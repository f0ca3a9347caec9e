# frozen_string_literal: true

module VastLattice
  module Quantities
    # What makes a part out of its stock before any feature: bars are sawn, turned parts are sawn and turned, plates and sheets are cut by
    # laser and then bent.
    module StockOperations
      ENDS = %w[left_mitre right_mitre].freeze
      private_constant :ENDS

      # Operations of a Geometry::Solid.
      def self.of(solid)
        case solid.part.stock.kind
        when 'bar' then [sawn(solid, mitres(solid))]
        when 'bought' then []
        when 'turned' then [sawn(solid, ''), turned(solid)]
        else [outline(solid), *bends(solid)]
        end
      end

      # Both ends of a piece.
      def self.sawn(solid, about) = Operation.new(kind: 'saw', part: solid.part, count: 2, about: about)

      def self.mitres(solid)
        angles = ENDS.map { |name| solid.numbers[name].to_f }
        return '' if angles.all?(&:zero?)

        "mitres #{angles.map { |angle| "#{Units::Format.number(angle.round(3))}°" }.join(' and ')}"
      end

      def self.turned(solid) = Operation.new(kind: 'turn', part: solid.part, travel: solid.blank.bounds.size[0].round(6))

      # Around the flat piece, and its inner outlines.
      def self.outline(solid)
        flat = solid.blank.flat
        length = flat ? flat.outline_length : Geometry::Ruling::Layered.of(solid.blank.bodies, []).outline_length
        Operation.new(kind: 'laser', part: solid.part, travel: length.round(6), about: 'outline')
      end

      def self.bends(solid)
        flat = solid.blank.flat or return []
        flat.bends.map do |bend|
          feature = solid.feature(bend.name)
          Operation.new(kind: 'bend', part: solid.part, feature: feature&.feature, size: bend.radius, step: feature&.step || 0,
                        travel: bend.length.round(6), about: "#{Units::Format.number(bend.angle.round(3))}° #{bend.direction}")
        end
      end
      private_class_method :sawn, :mitres, :turned, :outline, :bends
    end
  end
end
