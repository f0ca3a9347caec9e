# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Views that stand together on a sheet: those from the sides of one thing, aligned; or another one alone.
    class Block
      # A block at a scale: its size, and each view (a Kinds::View) as Dimensioned with the place [x, y] of its lower left corner from the
      # upper left corner of the block.
      Sized = Struct.new(:block, :scale, :width, :height, :views)

      # Blocks of views in their order.
      def self.of(views, first_angle:)
        aligned, alone = views.partition { |view| view.class.projected? }
        groups = aligned.group_by { |view| view.template.part.downcase }.values.flat_map { |same| apart(same) }
        [*groups, *alone.map { |view| [view] }].sort_by { |group| views.index(group.first) }.map { |group| new(group, first_angle) }
      end

      # The second view of a kind stands by itself.
      def self.apart(same)
        first = same.uniq(&:kind)
        [first, *(same - first).map { |view| [view] }]
      end
      private_class_method :apart

      attr_reader :views

      def initialize(views, first_angle)
        @views = views
        @first_angle = first_angle
        @sized = {}
      end

      def first = views.first

      # What it takes (as of Family::DrawingSheet::View), and the view that says where it was moved to.
      def takes = asking&.template&.takes.to_s
      def asking = views.find { |view| !view.template.takes.empty? }
      def moved = views.find { |view| view.template.moved? }

      # Whether it has no room at the scale of a sheet even without its dimensions: told before they are laid out.
      def larger?(room, common)
        return false unless takes.empty?

        scale = first.proper_scale(common)
        first.box.width * scale > room.width || first.box.height * scale > room.height
      end

      # Sized at a scale; +own+ as of Kinds::View#at.
      def at(scale, own: false)
        @sized[[scale, own]] ||= begin
          sized = views.to_h { |view| [view, view.at(scale, own: own)] }
          first.class.projected? ? aligned(scale, sized) : alone(scale, *sized.first)
        end
      end

      private

      def aligned(scale, sized)
        arrangement = Arrangement.new(sized.transform_keys(&:kind), first_angle: @first_angle)
        places = arrangement.places
        Sized.new(self, scale, arrangement.width, arrangement.height, sized.map { |view, drawn| [view, drawn, places.fetch(view.kind)] })
      end

      def alone(scale, view, drawn)
        room = drawn.room
        high = room[:above] + drawn.height + room[:below]
        Sized.new(self, scale, room[:left] + drawn.width + room[:right], high, [[view, drawn, [room[:left], room[:below] - high]]])
      end
    end
  end
end
