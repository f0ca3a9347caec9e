# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Chooses the size of the paper and the scale, and puts Blocks onto pages: the largest scale at which all stands on the first page, or
    # at which the first block does, where that is much larger; the others go to further pages then.
    class Layout
      # From the frame, mm.
      MARGIN = 5.0
      # Sizes that are tried where none is chosen: the first on which the scale is no smaller than this.
      TRIED = { 'A4' => 1.0, 'A3' => 0.1, 'A2' => 0.05, 'A1' => 0.0 }.freeze
      # By how much smaller than on a page of its own the first block is drawn, at most, so that others stand beside it.
      SMALLER = 0.35

      # A page: Block::Sized values with their upper left corners, [[sized, left, top], …].
      attr_reader :size, :scale, :pages, :remarks

      # +wanted+ is the name of a size, or nil; +stands+ is the height of what stands above the title block at the right, mm; +beside+ gives
      # that of what shall stand beside the title block on a Size, if all else has room then. Raises Impossible.
      def initialize(blocks, wanted: nil, stands: 0.0, beside: ->(_size) { 0.0 })
        @blocks = blocks
        @stands = stands
        @beside = beside
        @remarks = []
        @size, @scale, @pages = chosen(wanted)
      end

      # The Geometry::Box for views: above the title block and what stands beside it.
      def room(size = @size)
        own = size.frame
        Geometry::Box.new(left: own.left + MARGIN, right: own.right - MARGIN,
                          bottom: own.bottom + TitleBlock::HEIGHT + MARGIN, top: own.top - MARGIN)
      end

      private

      def chosen(wanted)
        tried = wanted ? { wanted => 0.0 } : TRIED
        tried.each do |name, least|
          size = Size::ALL.fetch(name)
          found = on(size, least)
          return [size, *found] if found
        end
        raise Impossible.new(Wording[:it_does_not_fit_on_the_sheet], remedy: Wording[:choose_a_larger_size])
      end

      # [scale, pages] on a size; nil where the scale would be smaller than that.
      def on(size, least)
        alone = Scale::ALL.find { |scale| scale >= least && alone?(size, scale) } or return
        Scale::ALL.grep((alone * SMALLER)..alone).each do |scale|
          found = first_page(size, @blocks, scale)
          return [scale, [found]] if found
        end
        [alone, [first_page(size, @blocks.first(1), alone), *further(size, alone)]]
      end

      # Whether the first block has room by itself.
      def alone?(size, scale) = !@blocks.first.larger?(room(size), scale) && packed(size, @blocks.first(1), scale, standing(size))

      # With room for what shall stand beside the title block, or else without; nil where there is none.
      def first_page(size, blocks, scale)
        return if blocks.any? { |block| block.larger?(room(size), scale) }

        [standing(size) + aside(size), standing(size)].each do |taken|
          found = packed(size, blocks, scale, taken)
          return centred(size, found, taken) if found
        end
        nil
      end

      # Pages of what does not stand on the first one.
      def further(size, common)
        left = @blocks.drop(1)
        pages = []
        while left.any?
          some = (1..left.size).reverse_each.find { |number| packed(size, left.first(number), common) } || 1
          pages << (packed(size, left.first(some), common) || [fitted(size, left.first, common)])
          left = left.drop(some)
        end
        pages
      end

      # [[sized, left, top], …] of blocks in the room of a size, those that were moved first; nil where they have no room.
      def packed(size, blocks, common, taken = [])
        room = room(size)
        sized = blocks.map { |block| own_scale(block, size, common) }
        moved, others = sized.partition { |one| one.block.moved }
        placed = moved.map { |one| [one, *where(one, room)] }
        packing = Packing.new(room, [*taken, *placed.map { |one, left, top| box(one, left, top) }])
        placed += others.map { |one| [one, *packing.put(one.width, one.height)] }
        placed if placed.all? { |one, left, _| left && fits?(one, room) }
      end

      def box(one, left, top) = Geometry::Box.new(left: left, right: left + one.width, bottom: top - one.height, top: top)

      # What stands above the title block, and what beside it, as far as that is higher.
      def standing(size)
        frame = size.frame
        @stands.positive? ? [standing_box(frame, frame.right - TitleBlock::WIDTH, frame.right, TitleBlock::HEIGHT + @stands)] : []
      end

      def aside(size)
        frame = size.frame
        high = @beside.call(size) + MARGIN
        high > TitleBlock::HEIGHT ? [standing_box(frame, frame.left, frame.right - TitleBlock::WIDTH, high)] : []
      end

      def standing_box(frame, left, right, high)
        Geometry::Box.new(left: left, right: right, bottom: frame.bottom, top: frame.bottom + high)
      end

      # A block at the scale that it takes.
      def own_scale(block, size, common)
        scale = case block.takes
                when '' then block.first.proper_scale(common)
                when /%/ then share(block, size)
                else largest_of(block, size, Scale.read(block.takes))
                end
        block.at(scale, own: scale != common)
      end

      # So that it is so many hundredths of the width of the sheet wide, whatever its size.
      def share(block, size) = size.frame.width * block.takes.to_f / 100 / block.first.box.width

      # The scale that was asked for, or the next smaller one at which it fits; that is told.
      def largest_of(block, size, asked)
        smaller = Scale::ALL.select { |scale| scale < asked }
        found = [asked, *smaller].find { |scale| fits?(block.at(scale, own: true), room(size)) } || asked
        remark(block.asking, asked, found) if found < asked
        found
      end

      def remark(view, asked, found)
        @remarks |= [Wording[:scale_does_not_fit, view: view.name, scale: Scale.text(asked), other: Scale.text(found)]]
      end

      def fits?(sized, room) = sized.width <= room.width + 1e-6 && sized.height <= room.height + 1e-6

      # Alone on a page, as large as it fits.
      def fitted(size, block, common)
        room = room(size)
        scale = Scale::ALL.find { |one| one <= common && fits?(block.at(one, own: one != common), room) } or
          raise Impossible.new(Wording[:it_does_not_fit_on_the_sheet], remedy: Wording[:choose_a_larger_size])
        [block.at(scale, own: scale != common), room.left, room.top]
      end

      # The upper left corner of a block whose view was moved: within the room.
      def where(sized, room)
        view = sized.block.moved
        _, drawn, (x, y) = sized.views.find { |own, *| own.equal?(view) }
        across, up = view.template.place
        left = room.left + (room.width * across) - x - (drawn.width / 2)
        top = room.bottom + (room.height * up) - y - (drawn.height / 2)
        [left.clamp(room.left, [room.right - sized.width, room.left].max), top.clamp([room.bottom + sized.height, room.top].min, room.top)]
      end

      # All in the middle of the room above what stands there, unless something was moved or has to stand beside that.
      def centred(size, placed, taken)
        return placed if placed.any? { |one, *| one.block.moved }

        room = room(size)
        right = room.right - placed.map { |one, left, _| left + one.width }.max
        low = placed.map { |one, _, top| top - one.height }.min - [room.bottom, *taken.map(&:top)].max
        return placed if low.negative?

        placed.map { |one, left, top| [one, left + (right / 2), top - (low / 2)] }
      end
    end
  end
end
