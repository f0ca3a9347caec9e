# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # What is around a feature, larger, within a circle.
      class Detail < Captioned
        KIND = 'detail'
        TITLE = 'Detail'
        # Of the feature's size, and at least so many mm of the model.
        AROUND = 1.5
        LEAST = 3.0
        # What its circle shall measure on paper at least, mm.
        PAPER = 40.0
        private_constant :AROUND, :LEAST, :PAPER

        def self.through? = true
        def called_by = :circle
        def words = letter.to_s
        def drawn? = !found.nil? && super

        # The kind of the view that it enlarges, by where one looks onto its feature.
        def home
          @home ||= begin
            body, feature = found
            n = feature.seat && feature.seat.frame.within(body.frame).n
            (n && %w[front top end].find { |kind| Drawing::Views::FRAMES.fetch(kind).parallel?(n) }) || 'front'
          end
        end

        def frame = Drawing::Views::FRAMES.fetch(home)

        # [x, y, radius] of its circle, mm of the view.
        def circle
          @circle ||= begin
            x, y, = frame.local(product.middle(*found))
            [x, y, [size * AROUND / 2, LEAST].max]
          end
        end

        # The scale that it takes by itself: the first at which its circle is large enough.
        def proper_scale(common)
          radius = circle.last
          Scale::ALL.reverse.find { |scale| scale > common && radius * 2 * scale >= PAPER } || Scale::ALL.first
        end

        private

        def found = @found ||= product.feature(template.through)

        # The largest extent of the first instance, mm.
        def size
          _, feature = found
          box = feature.loops.first&.box
          sizes = box ? [box.width, box.height] : feature.numbers.measures.values.grep(Float)
          sizes.max || LEAST
        end

        def worked_out
          x, y, radius = circle
          round = Drawing::Marks::Arc.new(centre: [x, y], radius: radius, role: :phantom)
          clip = Clip.new(round)
          [*product.lines(bodies, frame).flat_map { |mark| clip.of(mark) }, round]
        end
      end
    end
  end
end
