# frozen_string_literal: true

require 'cgi'

module VastLattice
  module Web
    # Small helpers of the views.
    module Helpers
      def h(text) = CGI.escapeHTML(text.to_s)

      # The address of a shipped file: shipped '/js/app.js'.
      def shipped(name) = Shipped.path(name)

      # Style sheets by what they style, in the order in which they count: the ground first, what small windows change after all stages.
      def styles = %w[ground frame entries shape name vary rule guide prove release families phones components fill]

      def csrf_token = Rack::Protection::AuthenticityToken.token(session)

      # Who one can work as.
      def persons = Person::BUILT_IN.values

      # Whether parameters can take values from outside.
      def sources_known? = Plan::SOURCES.names.any?

      # Attributes data-given, data-given2 … that hand names to the scripts of an element ($el.dataset.given). What comes from
      # a family never stands inside an expression.
      def given(*values)
        values.each_with_index.map { |value, index| %(data-given#{index + 1 if index.positive?}="#{h value}") }.join(' ')
      end

      # The mark of a decider or a state: a small picture with its own shape, and its word for those who
      # do not see it (none where the word stands beside it).
      def mark(word, title = word)
        name = title.empty? ? 'aria-hidden="true"' : %(role="img" aria-label="#{h title}")
        %(<svg class="glyph" viewBox="0 0 14 14" #{name}><use href="#mark-#{h word}"/></svg>)
      end

      # The id of an element for something by its name, to which links of findings lead (leading.js makes the same).
      def place_id(kind, name) = "#{kind}-#{name.gsub(/\W+/, '-')}"

      # JSON that may stand inside a page.
      def embedded(data) = JSON.generate(data).gsub('<', '\u003c').gsub("\u2028", '\u2028')

      def stage_path(slug, stage, query = '') = "/families/#{slug}/#{stage}#{"?#{query}" unless query.empty?}"

      def count(number, word, plural = "#{word}s") = "#{number} #{number == 1 ? word : plural}"
    end
  end
end
