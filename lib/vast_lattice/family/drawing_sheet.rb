# frozen_string_literal: true

module VastLattice
  class Family
    # The template of a drawing sheet, one for all variants: its views, its notes with formulas in braces, what stands in the title block
    # (+title_block+, texts by the names of its fields; +logo+ is a Picture of the family), and what is chosen of single dimensions.
    # +size+ is "auto" or one of the A series, +projection+ first or third, +hidden+ whether lines behind something are drawn ("parts": of
    # single parts alone), +breaks+ whether the middle of what is long and slender is left out, and +parts_list+ whether there is one
    # ("auto": of products made of components).
    class DrawingSheet < Value.with(:name, label: '', size: 'auto', projection: 'first', hidden: 'parts', breaks: 'no', parts_list: 'auto',
                                           logo: '', title_block: {}, notes: [], views: [], dimensions: [])
      extend TreeForm

      # A view: its +kind+ is one of SHEET_VIEWS; of the +part+ alone where that is given; a section goes across its +axis+,
      # a section and a detail through the feature +through+. It +takes+ the scale of the sheet (""), one of its own ("1:5"), or a share
      # of the sheet's width ("25 %"). How its +dimensions+ say places is one of MEASURED. Where it was moved to, +place+ is [x, y] of its
      # middle as shares of the room for views.
      class View < Value.with(:name, kind: 'front', part: '', axis: 'x', through: '', takes: '', dimensions: 'yes', place: [])
        extend TreeForm

        # In files numbers are texts.
        def self.from_tree(tree) = super(tree['place'] ? { **tree, 'place' => tree['place'].map { |share| Float(share) } } : tree)

        # Whether it was moved.
        def moved? = place.size == 2
      end

      # What is chosen of a dimension: that of a +feature+ in a direction or of one of its sizes (+of+: "horizontal", "vertical", "row",
      # "diameter" …); whether it is +shown+, and of a place in which of the WAYS where that is not its view's; its +tolerance+ ("±0.2",
      # "H7"), and how far it stands +away+ from the view, mm of paper; nil where it takes the place that is free. As its "note" a feature
      # has a +text+, with formulas in braces: how it is welded, how rough it may be.
      class Dimension < Value.with(:feature, :of, shown: 'yes', tolerance: '', away: nil, text: '')
        extend TreeForm

        def self.from_tree(tree) = super(tree['away'] ? { **tree, 'away' => Float(tree['away']) } : tree)

        def plain? = shown == 'yes' && tolerance.empty? && away.nil? && text.empty?
        def name = "#{feature}.#{of}"
      end

      # How places are said in a view: "yes" is from where the engineer measured each; and how a single one can be.
      MEASURED = { 'yes' => 'each from its edge', 'chain' => 'one after the other', 'running' => 'all from one origin',
                   'table' => 'in a table', 'no' => 'none' }.freeze
      WAYS = { 'yes' => 'as its view', 'edge' => 'from where it is measured', 'low' => 'from the left or lower end',
               'high' => 'from the right or upper end', 'chain' => 'one after the other', 'running' => 'from one origin' }.freeze
      SIZES = { 'auto' => 'as large as needed', **%w[A4 A3 A2 A1 A0].to_h { |size| [size, size] } }.freeze
      PROJECTIONS = { 'first' => 'first angle', 'third' => 'third angle' }.freeze
      HIDDEN = { 'parts' => 'of single parts', 'yes' => 'dashed', 'no' => 'left out' }.freeze
      LISTS = { 'auto' => 'of products', 'yes' => 'yes', 'no' => 'no' }.freeze

      def self.nested = { views: View, dimensions: Dimension }

      # What a family has that has none of its own: the front, the top and the right end.
      def self.standard(name: 'standard') = new(name: name, views: %w[front top end].map { |kind| View.new(name: kind, kind: kind) })

      # What a new one begins with: the standard views, and one in space.
      def self.fresh(name)
        begun = standard(name: name)
        begun.with(views: [*begun.views, View.new(name: 'space', kind: 'space', dimensions: 'no')])
      end

      def title = label.empty? ? name.tr('_', ' ') : label
      def view(name) = views.find { |view| view.name.casecmp?(name.to_s) }

      # What is chosen of a dimension; all by itself where nothing is.
      def dimension(feature, measure)
        dimensions.find { |own| own.feature.casecmp?(feature) && own.of == measure } || Dimension.new(feature: feature, of: measure)
      end

      # The sheet without the views and dimensions of what the block says so of.
      def without(&mine)
        return self if views.empty? && dimensions.empty?

        with(views: views.reject { |view| [view.part, view.through].any? { |name| !name.empty? && mine.call(name) } },
             dimensions: dimensions.reject { |own| mine.call(own.feature) })
      end

      # All that is written on it with formulas in braces, by where it stands below the sheet: {["notes", 0] => text, …}.
      def texts
        { **notes.each_with_index.to_h { |text, index| [['notes', index], text] },
          **dimensions.reject { |own| own.text.empty? }.to_h { |own| [['dimensions', own.name], own.text] },
          **title_block.to_h { |field, text| [['title_block', field], text] } }
      end

      # The sheet with the names of features and parts replaced by what the block makes of them.
      def map_names
        named = ->(name) { name.empty? ? name : yield(name) }
        with(views: views.map { |view| view.with(part: named.call(view.part), through: named.call(view.through)) },
             dimensions: dimensions.map { |own| own.with(feature: yield(own.feature)) })
      end
    end
  end
end
