# frozen_string_literal: true

require 'zlib'

module VastLattice
  module Web
    # What a workspace shows of a family and a pick: everything that follows an edit or a slider, in plain
    # form. The page begins with it, and the API answers with it.
    class ViewState
      attr_reader :stored, :pick, :result

      # +picture+ as PictureParams reads it; +display+ as of Result.
      def initialize(stored, pick, picture: PictureParams.read({}), display: nil)
        @stored = stored
        @display = display
        @pick = PickParams.fitting(pick, stored.plan)
        @picture = picture
        @result = resolve if stored.plan.runnable?
      rescue Plan::PickError => e
        @problem = e.full_text
        @pick = @pick.with(answers: {}, overrides: {})
        @result = resolve
      end

      # Findings of the outcome and of the definition.
      def findings = (result ? result.findings : []) + stored.plan.findings

      def to_tree
        { 'version' => stored.version, 'pick' => pick_tree, 'query' => PickParams.query(pick),
          'definition' => stored.plan.findings.map(&:to_tree), 'problem' => @problem, **result_tree }
      end

      private

      def resolve = Result.new(stored.plan, @pick, build_to: @picture[:build_to], display: @display)

      def pick_tree
        rows = stored.family.variant_tables.to_h { |table| [table.name, result ? result.outcome.row_name(table).to_s : ''] }
        { 'rows' => rows, 'answers' => pick.answers, 'overrides' => pick.overrides }
      end

      def result_tree
        unless result
          return { 'values' => {}, 'states' => {}, 'facts' => {}, 'findings' => [], 'svg' => nil, 'shapes' => {},
                   'dimensions' => {}, 'steps' => {} }
        end

        picture = svg
        Exchange::ResultTree.tree(result).except('family', 'rows').merge(
          'findings' => result.findings.map(&:to_tree), 'forms' => forms,
          'svg' => picture, 'shapes' => shapes, 'dimensions' => dimensions, 'steps' => steps, 'parts' => parts,
          'inside' => Exchange::ResultTree.inside(result.outcome)
        )
      end

      # What each form shows.
      def forms
        stored.family.forms.to_h { |form| [form.name, Guide::FormState.new(result.outcome, form, result.findings).to_tree] }
      end

      # The 3D view is drawn by the browser, from the mesh that it asks for.
      def svg
        view = @picture[:view]
        return if view == 'solid'

        result.view(view, **@picture.except(:view, :build_to), interactive: true)
      end

      # Names of the parts that are built now, with whether they can be laid flat.
      def parts
        result.model.solids.map do |solid|
          { 'name' => solid.part.name, 'title' => solid.part.title, 'flat' => !solid.blank.flat.nil?,
            'faces' => solid.blank.walls.map do |wall|
              { 'name' => wall.name, 'title' => wall.title }
            end }
        end
      end

      # What the typed dimensions come to, as texts: "windows.width" => "260 mm".
      def dimensions
        solids = result.whole.model.solids
        solids.flat_map { |solid| stock_texts(solid) + solid.features.flat_map { |feature| feature_texts(feature) } }.to_h
      end

      def stock_texts(solid)
        kind = Family::STOCK_KINDS.fetch(solid.part.stock.kind)
        measured(kind.dimensions(solid.part.stock.outline || kind.outlines.first), solid.numbers, "#{solid.part.name}.stock")
      end

      def feature_texts(feature)
        return [] unless feature.numbers

        numbers = feature.numbers
        pattern = if feature.feature.pattern
                    measured(Family::PATTERN_KINDS.fetch(feature.feature.pattern.kind).measures, numbers.pattern,
                             "#{feature.name}.pattern")
                  else
                    []
                  end
        measured(feature.kind.measures, numbers.measures, feature.name) + pattern +
          { 'horizontal.offset' => numbers.horizontal, 'vertical.offset' => numbers.vertical }.map do |name, amount|
            ["#{feature.name}.#{name}", result.outcome.display.quantity(Undefined.known(amount)&.round(6) || amount, 'mm')]
          end
      end

      def measured(measures, numbers, prefix)
        measures.select { |measure| measure.number? && numbers[measure.name] }
                .map { |measure| ["#{prefix}.#{measure.name}", result.outcome.display.quantity(numbers[measure.name], measure.unit)] }
      end

      # Each feature in one line; each component by its number and part number.
      def steps
        features = result.whole.model.solids.flat_map(&:features).to_h { |feature| [feature.name, Drawing::StepWords.of(feature)] }
        features.merge(result.outcome.placings.to_h { |placing| ["component:#{placing.name}", placing_words(placing)] })
      end

      def placing_words(placing)
        numbers = placing.instances.flat_map { |_, own| own.labels.slice('part_number').values }.uniq
        [("#{placing.instances.size} ×" if placing.many?), numbers.first, ('and others' if numbers.size > 1)].compact.join(' ')
      end

      # A short text per feature that changes whenever its shape or state does.
      def shapes
        result.model.solids.flat_map(&:features).to_h do |feature|
          [feature.name, Zlib.crc32([feature.state, feature.numbers&.raw].inspect)]
        end
      end
    end
  end
end
