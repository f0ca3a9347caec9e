# frozen_string_literal: true

module VastLattice
  module Drawing
    # The notes of a part in a view (Notes): of each feature in one view alone, the first in which one looks onto its face,
    # or the front; of the stock in the front.
    class NoteTexts
      # Views in which features have their notes, the first that fits.
      HOMES = %w[front top end].freeze
      # What a row in a view says by a dimension line.
      ROW = %w[count pitch].freeze

      # +box+ is what the overall dimensions measure; +rows+ are the names of features whose row has a dimension line, +placed+
      # of those whose places have; +homes+ are the views that there are, the first of them for all that none of them looks onto.
      def initialize(solid, view, box, name, texts, rows: [], placed: [], homes: HOMES)
        @solid = solid
        @box = box
        @view = view
        @name = name
        @texts = texts
        @rows = rows
        @placed = placed
        @homes = homes
      end

      # [[feature or nil, text, anchor in mm of the view or nil], …]
      def told
        own = @solid.features.select { |feature| feature.shown? && !feature.problem && feature.numbers && home(feature) == @name }
        [*of_stock.map { |text| [nil, text, nil] }, *own.map { |feature| [feature, text(feature), anchor(feature)] }]
          .reject { |_, text, _| text.empty? }
      end

      # What is said of the stock in this view, if anything.
      def of_stock = @name == @homes.first && !stock.empty? ? [stock] : []

      # "4 × ⌀9, 3 deep, rows 2, row pitch 70, 12 mm from left".
      def text(feature)
        count = feature.loops.size > 1 ? "#{feature.loops.size} × " : ''
        place = @placed.include?(feature.name) ? '' : StepWords.new(feature).place
        ["#{count}#{sizes(feature)}", *pattern(feature), place].reject(&:empty?).join(', ')
      end

      private

      def sizes(feature)
        amounts = feature.numbers.measures.select { |name, _| @texts.shown?(feature, name) }
        words = SizeWords.of_feature(feature.kind, amounts) { |measure, amount| @texts.of(feature, measure.name, amount) }
        words.join(', ')
      end

      # Sizes of the stock that no overall dimension gives.
      def stock
        @stock ||= begin
          part = @solid.part
          kind = Family::STOCK_KINDS.fetch(part.stock.kind)
          outline = part.stock.outline || kind.outlines.first
          words = SizeWords.of(kind.dimensions(outline), @solid.numbers, without: drawn) do |measure, amount|
            @texts.stock(measure.name, amount)
          end
          [*words, *lists(kind.lists(outline))].join(', ')
        end
      end

      # Measures whose amount the overall dimensions give.
      def drawn
        sides = [@box.width, @box.height]
        @solid.numbers.select { |_, amount| amount.is_a?(Float) && sides.any? { |side| (side - amount).abs < 1e-6 } }.keys
      end

      # "steps 40 long, ⌀20; 60 long, ⌀30"
      def lists(kinds)
        kinds.filter_map do |list, measures|
          items = items(list)
          next if items.empty?

          "#{list} #{items.map { |numbers| SizeWords.of(measures, numbers) { |_, amount| @texts.plain(amount) }.join(' ') }.join('; ')}"
        end
      end

      def items(list)
        found = @solid.numbers.filter_map { |name, amount| [Name.read(name).segments, amount] if name.start_with?("#{list}.") }
        found.group_by { |path, _| path[1] }.values.map { |group| group.to_h { |path, amount| [path[2], amount] } }
      end

      # Of its pattern, what no dimension line says.
      def pattern(feature)
        return [] unless feature.feature.pattern && feature.loops.size > 1

        kind = Family::PATTERN_KINDS.fetch(feature.feature.pattern.kind)
        without = @rows.include?(feature.name) ? ROW : []
        kind.measures.reject { |measure| without.include?(measure.name) }.filter_map do |measure|
          amount = feature.numbers.pattern[measure.name]
          "#{measure.label} #{@texts.pattern_measure(feature, measure.name, amount)}" unless amount.nil? || amount == measure.default
        end
      end

      def home(feature)
        return @homes.first unless feature.seat

        n = feature.seat.frame.within(@solid.frame)
        @homes.find { |name| n.parallel?(Views::FRAMES.fetch(name).n) } || @homes.first
      end

      # The lowest point of the instance that is nearest to the notes; of what has no outline here, the middle of its faces.
      def anchor(feature)
        if feature.seat && feature.loops.any?
          frame = feature.seat.frame.within(@solid.frame)
          return feature.centres.map { |x, y| @view.local(frame.point(x, y)).first(2) }.min_by(&:last)
        end

        points = @solid.corners_of(feature.name).map { |point| @view.local(@solid.frame.point(*point)) }
        Geometry::Vector.middle(points).first(2)
      end
    end
  end
end
