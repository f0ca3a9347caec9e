# frozen_string_literal: true

module VastLattice
  module Variants
    # Two to four variants side by side: what differs between them, and their pictures in one scale.
    class Comparison
      MOST = 4

      # +picks+ maps names to Plan::Picks; +display+ as of Result. Raises Error for more than MOST.
      def initialize(plan, picks, display: nil)
        if picks.size > MOST
          raise Error.new(Wording[:picks_variants_are_too_many_to_compare, picks: picks.size],
                          remedy: Wording[:choose_two_to_most, most: MOST])
        end

        @plan = plan
        @results = picks.transform_values { |pick| Result.new(plan, pick, display: display) }
      end

      # Plain form: "names", "values", "states", "shapes" (counts, dimensions and positions) and "facts" that differ, as lists of a
      # name, a title and a text for each variant; "same" counts what is equal.
      def to_tree
        values = differing(values_of)
        states = differing(states_of)
        { 'names' => @results.keys, 'facts' => facts, 'values' => values + differing(others_of), 'states' => states,
          'shapes' => ShapeLines.beside(@results.values.map { |result| ShapeLines.of(result) }).map { |line| line.transform_keys(&:to_s) },
          'same' => { 'values' => values_of.size - values.size, 'states' => states_of.size - states.size } }
      end

      # The pictures in one scale, as SVG by name; nil where nothing is drawn.
      def pictures(view, width:, tallest: 320.0)
        extent = Drawing::Extent.of(@results.values, view)
        @results.transform_values do |result|
          extent && result.view(view, width: width, tallest: tallest, dimensions: false, extent: extent)
        end
      end

      private

      def outcomes = @results.values.map(&:outcome)

      def values_of
        @values_of ||= @plan.targets.select(&:value?).map do |target|
          line(target.name, target.title) { |outcome| outcome.text_of(target) }
        end
      end

      # Materials and colours of parts, properties of the rows, prices, operations, and what is wrong.
      def others_of
        looks = @plan.targets.select(&:look?).map do |target|
          line(target.name, target.title) { |outcome| outcome.text_of(target) }
        end
        properties = outcomes.flat_map { |outcome| outcome.properties.keys }.uniq.map do |name|
          line(name, name.tr('_', ' ')) { |outcome| outcome.properties[name].to_s }
        end
        lines = { 'price' => Figures.method(:price), 'operations' => ->(outcome) { outcome.operations.map(&:text).join(', ') } }
        [*looks, *properties, *lines.map { |name, told| line(name, name, &told) }, findings]
      end

      def findings
        { 'name' => 'findings', 'title' => 'what is wrong',
          'texts' => @results.values.map { |result| told(result.findings.select(&:error?)) } }
      end

      def told(errors) = errors.any? ? errors.map(&:message).join(' ') : 'nothing'

      def states_of
        @states_of ||= (@plan.family.parts + @plan.family.features).map do |item|
          line(item.name, item.title) { |outcome| outcome.state(item.name).to_s }
        end
      end

      def line(name, title, &) = { 'name' => name, 'title' => title, 'texts' => outcomes.map(&) }
      def differing(lines) = lines.reject { |line| line['texts'].uniq.size == 1 }

      def facts
        texts = @results.values.map(&:fact_texts)
        [*@plan.family.patterns.keys.map { |name| line(name, name.tr('_', ' ')) { |outcome| outcome.label(name) } },
         *%w[mass size volume].map { |name| { 'name' => name, 'title' => name, 'texts' => texts.map { |own| own[name].to_s } } }]
      end
    end
  end
end
