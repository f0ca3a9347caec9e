# frozen_string_literal: true

module VastLattice
  module Storage
    # New documents of a Store: their names, which others find them by, and their addresses. Of two who make one of a name at the same
    # time, one comes second.
    module Making
      # Stores a new family; returns it Stored. Its address is made from its title, unless there is a free +slug+ for it. Raises
      # Refused when it has errors. +whose+ may say its "maker" (a browser), "sender" and "origin".
      def create(family, person:, slug: nil, **whose)
        naming([@kind.title(family)]) do
          refuse_taken(@kind.title(family))
          plan = checked(family, nil)
          keep(addressed { DocumentRecord.transaction { made(family, person, slug, **whose) } }, plan)
        end
      end

      # An address that is free.
      def free_address = fresh_slug('')

      private

      # The record of a new document, as written.
      def made(document, person, slug = nil, **whose)
        title = @kind.title(document)
        nothing = @kind.blank(title)
        record = DocumentRecord.create!(kind: @kind.name, slug: slug || fresh_slug(title), name: title, body: {}, **whose,
                                        digest: Digest.of(@kind.taken_apart(nothing)))
        said = Writing::Said.new(person: person, summary: "#{@kind.word.capitalize} #{title} made")
        Writing.write(@kind, record, @kind.patch(nothing, document), document, said)
        record
      end

      # Documents that are made of others find them by name: none may take that of another one, unless it has it already.
      def refuse_taken(name, own = nil)
        return if !@kind.found_by_name? || own&.name == name

        taken = documents.present.where(name: name).where.not(id: own&.id).pick(:name) or return
        raise Error.new("There is a #{@kind.word} #{taken} already.", remedy: 'Choose another name.')
      end

      # An address that was free may be taken meanwhile: the next one is.
      def addressed
        tries ||= 0
        yield
      rescue ActiveRecord::RecordNotUnique
        (tries += 1) < 5 ? retry : raise(Contended)
      end

      def fresh_slug(title) = @kind.addresses(title).find { |slug| !DocumentRecord.exists?(slug: slug) }
    end
  end
end
