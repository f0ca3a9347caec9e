# frozen_string_literal: true

module VastLattice
  module Drawing
    # A view of a model for the screen: visible and hidden edges, centre lines, and dimensions drawn from the edge they are
    # measured from (ISO 128 kinds of lines, ISO 129 dimensions).
    #
    # +texts+ says how dimensions read: :number, :name or :formula. In an +interactive+ picture features can be
    # chosen; +density+ and +selected+ as in ViewDimensions; +measurable+ adds the marks between which distances can be
    # measured. Features above the +tier+ are left out; of +part+ alone if it is given, whose dimensions are drawn; the first
    # part's otherwise. An +extent+ [left, right, bottom, top] in mm is drawn whole, whatever of it the model fills, so that
    # several views compare. With a +height+ the picture fills that, too. Of a slender model the middle is left out where it may be
    # +broken+ (Gap). +later+ are placed features that the part does not
    # have yet; they are faint. Of components those within +only+ are drawn, and none of those
    # +without+. A section is +cut+ across an +axis+ (x, y, z), at a share of the length along it.
    class ModelView
      MARGIN = 8.0
      TALLEST = 300.0
      # The part is never drawn in less, px.
      LEAST = 40.0

      # Everything that decides how a view looks.
      Options = Struct.new(:view, :width, :tallest, :texts, :dimensions, :interactive, :measurable, :tier, :part, :hidden, :cut,
                           :extent, :height, :axis, :later, :density, :selected, :broken, :only, :without, keyword_init: true) do
        def initialize(view: 'front', width: 560.0, tallest: TALLEST, texts: :number, dimensions: true, interactive: false,
                       measurable: false,
                       tier: 'full', part: nil, hidden: true, cut: 0.5, extent: nil, height: nil, axis: 'x', later: [],
                       density: :all, selected: nil, broken: false, only: nil, without: [])
          super
        end
      end

      # +solids+ are Geometry::Model::Body values, as far as they are to be drawn.
      def initialize(solids, outcome, **options)
        @options = Options.new(**options)
        @outcome = outcome
        @view = section? ? Views::SECTIONS.fetch(@options.axis) : Views::FRAMES.fetch(@options.view)
        @solids = chosen(solids)
        @main = @solids.find { |solid| solid.part.name == @options.part } || @solids.first
        @canvas = Canvas.new
      end

      # The View, or nil where nothing is shown.
      def view
        return if @solids.empty?

        lay_out
        @layers = sorted.map { |solid| [solid, Painting.new(cut(solid), @view)] }
        @layers.each { |solid, painting| paint(solid, painting) }
        gap&.draw(@canvas, @paper, box)
        @canvas.group(class: 'dimensions') { @dimensions.draw } if @dimensions
        MeasureMarks.new(@canvas, @paper, @view, @solids).draw if @options.measurable
        View.new(marks: @canvas.marks, paper: @paper, width: @options.width, height: @height, label: label,
                 interactive: @options.interactive, about: { **@paper.told, **told_gap })
      end

      private

      def section? = @options.view == 'section'

      def chosen(solids)
        shown = solids.select { |solid| solid.shown && solid.drawn_in?(@options.tier) }
        alone = shown.select { |solid| solid.part.name == @options.part }
        shown = alone if alone.any?
        shown.map { |solid| Tier.of(solid, @options.tier) }
      end

      def label
        "#{Views::TITLES.fetch(@options.view)} of #{@solids.map { |solid| solid.part.title }.join(', ')}"
      end

      # From the furthest to the nearest.
      def sorted = @solids.sort_by { |solid| reach(solid)[2] }

      def reach(solid)
        solid.corners.map { |corner| @view.local(corner) }.transpose.map(&:max)
      end

      # A point of the plane of the section, across an axis of the whole.
      def plane
        axis = Views::SECTIONS.keys.index(@options.axis)
        low, high = @solids.flat_map(&:corners).map { |corner| corner[axis] }.minmax
        Array.new(3, 0.0).tap { |point| point[axis] = low + ((high - low) * @options.cut) }
      end

      def cut(solid)
        return solid unless section?

        solid.cut_before(Geometry::Frame.at(plane, @view.u, @view.v))
      end

      def box
        @box ||= if @options.extent
                   Geometry::Box.new(**%i[left right bottom top].zip(@options.extent).to_h)
                 else
                   model_box
                 end
      end

      def model_box
        xs, ys, = @solids.flat_map(&:corners).map { |corner| @view.local(corner) }.transpose
        Geometry::Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
      end

      # What is left out, or nil.
      def gap = @options.broken && !@options.extent ? (@gap ||= Gap.of(box)) : nil

      # For whoever points into the picture: axis, from, till in mm, and its pixels.
      def told_gap
        return { data_slender: Gap.of(box) ? 'yes' : 'no' } unless gap

        { data_gap: [gap.axis, gap.from, gap.till, Gap::PIXELS].join(' ') }
      end

      def lay_out
        @dimensions = @options.dimensions ? ViewDimensions.new(@canvas, @main, @outcome, @view, box, @options, gap: gap) : nil
        @paper, @height = @dimensions ? @dimensions.lay_out : plain
      end

      # The part alone, as large as it can be: its Paper, and the height of the picture.
      def plain
        room = %i[left right above below].to_h { |side| [side, MARGIN] }
        paper = Paper.fitting(box, room, width: @options.width, height: @options.height, tallest: @options.tallest, least: LEAST, gap: gap)
        [paper, @options.height || ((2 * MARGIN) + paper.y(box.bottom) - paper.y(box.top))]
      end

      def paint(solid, painting)
        @canvas.group(class: 'part', data_part: solid.part.name) do
          painting.patches.each { |patch| paint_patch(patch, solid.colour) }
          hidden_lines(painting) if @options.hidden
        end
        marks = FeatureMarks.new(@canvas, @paper, @view, solid, @options.interactive)
        marks.draw
        marks.draw_later(@options.later) if solid.part.equal?(@main.part)
      end

      def paint_patch(patch, colour)
        shape = { loops: patch.loops, rings: patch.rings }
        if patch.loops.any?
          @canvas.shape(patch.edges.empty? ? :face : :bare_face, **shape, colour: colour)
        else
          @canvas.shape(:shade, **shape, colour: colour, tone: patch.tone)
        end
        @canvas.shape(:hatch, **shape) if patch.owner == Geometry::Solid::SECTION
        return if patch.edges.empty?

        patch.loops.any? ? @canvas.shape(:outline, loops: patch.lined, lines: patch.edges) : @canvas.shape(:edge, lines: patch.edges)
      end

      def hidden_lines(painting)
        loops, lines = painting.hidden
        @canvas.shape(:hidden, loops: loops, lines: lines)
      end
    end
  end
end
