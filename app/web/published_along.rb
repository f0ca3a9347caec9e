# frozen_string_literal: true

module VastLattice
  module Web
    # Published forms follow the names of their form and their family. One whose form is gone is withdrawn by that alone
    # (FormsPages#opened), and there again when the form comes back.
    class PublishedAlong
      # +publications+ is a store, +slug+ the family's address.
      def initialize(publications, slug)
        @publications = publications
        @slug = slug
      end

      # Takes along what the Family +after+ a change calls otherwise than the one +before+.
      def follow(before, after, person:)
        return if before.name == after.name && before.forms.map(&:name) == after.forms.map(&:name)

        @publications.listed(subject: @slug).each do |record|
          form = form_after(record.about['form'], before, after) or next
          @publications.edit(record.slug, version: nil, person: person) { |own| own.renamed(form: form.name, family: after.name) }
        end
      end

      private

      # The form of a name after a change; one that is new and says the same is what it is called now.
      def form_after(name, before, after)
        own = before.form(name)
        fresh = after.forms.reject { |form| before.form(form.name) }
        after.form(name) || (own && fresh.find { |form| form.with(name: own.name) == own })
      end
    end
  end
end
