# frozen_string_literal: true

module VastLattice
  module Guide
    # What is said to somebody who may see nothing but the form: what its author wrote for people, and what is found of something that
    # the form asks for, by its title. Names of anything else, of rules and of tables are never told, nor who decides.
    class Discretion
      # Findings whose words an author wrote.
      WRITTEN = %i[forbidden warned].freeze
      TOGETHER = Wording[:what_comes_of_these_answers_cannot]

      # What of a picture is measures, not names.
      MEASURED = %w[data-scale data-left data-base data-slender data-dimensions].freeze
      TITLES = %r{<(title|desc)>.*?</\1>\n?}m
      NAMES = / (data-[a-z-]+|aria-label)="[^"]*"/
      UNPRICED = ['a part of it'].freeze
      private_constant :MEASURED, :TITLES, :NAMES, :UNPRICED

      class << self
        # A picture (SVG, or nil) without the names of what is drawn.
        def picture(svg)
          svg&.gsub(TITLES, '')&.gsub(NAMES) { |given| MEASURED.include?(Regexp.last_match(1)) ? given : '' }
             &.sub(' role="img"', ' role="img" aria-label="Drawing of the product"')
        end

        # A scene (Result#scene) without the names of parts, components and features.
        def scene(scene)
          shapes = scene['shapes'].map { |shape| shape.merge('groups' => shape['groups'].map { |group| group.merge('feature' => nil) }) }
          scene.merge('bodies' => scene['bodies'].map { |body| body.merge('part' => '', 'component' => '') }, 'shapes' => shapes)
        end

        # {"price", "lines", "unpriced"} as a form shows them to visitors (Family::Form::PRICES): never an operation, nor which rule it was.
        def prices(told, shown)
          return { 'price' => '', 'lines' => [], 'unpriced' => [] } if shown == 'none'

          lines = shown == 'lines' ? told['lines'].select { |line| line['list'] == 'price' } : []
          { 'price' => told['price'], 'lines' => lines.map { |line| line.merge('rule' => '') },
            'unpriced' => told['unpriced'].empty? ? [] : UNPRICED }
        end
      end

      # +fields+ are the Plan::FormFields of the form.
      def initialize(fields)
        @fields = fields.select(&:target).to_h { |field| [field.target.name.downcase, field] }
      end

      # Whether a Plan::Target is one that the form does not ask for.
      def hides?(target) = !@fields.key?(target.name.downcase)

      # A finding as it is told; nil for what is only for whoever made the family. The block has words for one of a field.
      def said(finding)
        return plain(finding, finding.wording) if WRITTEN.include?(finding.code)
        return unless finding.error?

        field = field_of(finding)
        plain(finding, field ? yield(field) : TOGETHER)
      end

      private

      def plain(finding, message) = Finding.new(code: finding.code, level: finding.level, wording: message)

      def field_of(finding)
        return if finding.place.nil? || finding.place.component

        path = finding.place.path.to_a
        name = { 'parameters' => path[1], 'tables' => "#{path[1]}.row" }[path.first] if path.size >= 2
        @fields[name.to_s.downcase]
      end
    end
  end
end
