# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A straight edge of a face, chamfered along its length: +size+ in the face, +depth+ into the part.
      module EdgeChamfer
        extend Cutting

        MEASURES = [Family::Measure.new(name: 'edge', label: 'edge', kind: 'choice', choices: %w[top bottom left right]),
                    Family::Measure.new(name: 'size', label: 'size', begins: '2 mm'), Family::Measure.new(name: 'depth', label: 'depth',
                                                                                                          optional: true,
                                                                                                          hint: 'as the size')].freeze

        def self.name = 'edge_chamfer'
        def self.title = 'Edge chamfer'
        def self.measures = MEASURES
        def self.operation = 'mill'
        def self.stocks = %w[plate folded_sheet bar]
        def self.inside? = false
        def self.placed? = false
        def self.loop(_measures) = nil
        def self.layers(_numbers, _seat) = []

        # The wedge along the edge, a little past its ends.
        def self.bodies(numbers, seat)
          box = seat.wall.box
          edge = { 'left' => 'right', 'right' => 'left' }.fetch(numbers['edge'], numbers['edge'])
          edge = numbers['edge'] unless seat.wall.mirrored
          [wedge(seat.frame, box, edge, numbers['size'], numbers['depth'] || numbers['size'])]
        end

        def self.wedge(frame, box, edge, size, depth)
          corner, along, inwards, length = { 'bottom' => [[box.left, box.bottom], [1, 0], [0, 1], box.width], 'right' => [[box.right,
                                                                                                                           box.bottom],
                                                                                                                          [0, 1], [-1,
                                                                                                                                   0],
                                                                                                                          box.height],
                                             'top' => [[box.right, box.top], [-1, 0], [0, -1], box.width],
                                             'left' => [[box.left, box.top], [0, -1], [1, 0], box.height] }.fetch(edge)
          over = Wall::OVER
          across = frame.direction([*inwards, 0.0])
          # x inwards, y out of the face, so that the extrusion runs against the edge's direction.
          place = Frame.at(frame.point(*corner), across, frame.n)
          loop = Loop.new([[-over, over, 0.0], [-over, -depth - (over * depth / size), 0.0], [size + (over * size / depth), over, 0.0]])
          backwards = Vector.dot(place.n, frame.direction([*along, 0.0])).negative?
          Prism.new(place, Profile.new(loop), *(backwards ? [-length - over, over] : [-over, length + over]))
        end
        private_class_method :wedge

        def self.callout(texts) = "#{texts['size']} × 45°"
      end
    end
  end
end
