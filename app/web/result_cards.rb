# frozen_string_literal: true

module VastLattice
  module Web
    # What can be taken away of a family, as the Release stage shows it: one card for what differs in its ending alone, a line for each
    # choice that its options offer.
    class ResultCards
      # +page+ is the address of a page that shows the same, or nil; +lines+ are pairs of words (nil for what it is by itself) and Links.
      Card = Struct.new(:title, :note, :page, :lines)
      # +follows+ is the address without the pick, where what is in view decides.
      Link = Struct.new(:ending, :title, :address, :follows)
      # Pages that show what is in a file.
      PAGES = { 'parts' => 'parts' }.freeze

      # +query+ is the pick in view.
      def initialize(slug, formats, query)
        @slug = slug
        @formats = formats
        @query = query
      end

      def to_a = @formats.group_by { |format| [format.base, format.title] }.map { |(base, title), same| card(base, title, same) }

      private

      def card(base, title, same)
        page = PAGES[base]&.then { |name| link('look', same.first, {}, name) }
        Card.new(title, same.first.note, page, [[nil, links(same, {})], *choices(same)])
      end

      # Of the first option of a few choices, all but what is taken by itself, for the formats that have it.
      def choices(same)
        option = same.first.options.find(&:choices) or return []
        those = same.select { |format| format.options.include?(option) }
        option.choices.drop(1).map { |value, words| [words, links(those, { option.name => value })] }
      end

      def links(formats, options) = formats.map { |format| link(format.ending.upcase, format, options) }

      def link(ending, format, options, name = format.name)
        path = "/families/#{@slug}/#{name}"
        follows = path if format.made_from == :variant
        query = [*(@query if follows), *options.map { |pair| URI.encode_www_form([pair]) }].reject(&:empty?).join('&')
        Link.new(ending, format.note, query.empty? ? path : "#{path}?#{query}", follows)
      end
    end
  end
end
