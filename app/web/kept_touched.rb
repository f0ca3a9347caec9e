# frozen_string_literal: true

module VastLattice
  module Web
    # What an edit of a family does to what is kept of it: configurations, which stay as they are but may be impossible or different
    # now, and published forms, which stay as they are until they are published anew.
    class KeptTouched
      # Configurations that are filled in anew for one edit: the latest.
      MOST = 12

      # +configurations+ and +publications+ are stores, +slug+ the family's address.
      def initialize(configurations, publications, slug)
        @configurations = configurations
        @publications = publications
        @slug = slug
      end

      # Plain form, for the Plans before and after: names of configurations that "differ" otherwise than before, and that are
      # "impossible" now, of so many "looked" at; "forms" are titles of published forms.
      def to_tree(before, after)
        changed = before.equal?(after) ? [] : touched(before, after)
        impossible, differing = changed.partition { |_, now| now.status == :impossible }
        { 'differ' => differing.map(&:first), 'impossible' => impossible.map(&:first), 'looked' => latest.size,
          'forms' => @publications.listed(subject: @slug).map(&:name).uniq }
      end

      private

      def latest = @latest ||= @configurations.listed(subject: @slug, limit: MOST)

      # [name, Guide::Configuration::Now] of those that come out otherwise.
      def touched(before, after)
        latest.filter_map do |record|
          own = @configurations.find(record.slug).content
          then_now = [before, after].map { |plan| own.now(plan) }
          [own.name, then_now.last] unless then_now.first == then_now.last
        end
      end
    end
  end
end
