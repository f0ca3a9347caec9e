# frozen_string_literal: true

module VastLattice
  module Storage
    # Writes changes of documents: their elements, what they use, and an entry in their history. To be called within a transaction.
    module Writing
      # Longest words of one change, in characters.
      SUMMARY = 8000
      # Changes that are told one by one.
      TOLD = 20

      # What is said of a change: by which +person+, with which +summary+, of which +kind+ (edit, undo, redo), +together+ with which others
      # (a word that they share), and what was +asked+ (Asked), for those who follow later.
      Said = Struct.new(:person, :summary, :kind, :together, :asked, keyword_init: true)

      module_function

      # Writes a patch of a document of a kind; +after+ is the document that it leads to.
      def write(kind, record, patch, after, said)
        number = record.version
        record.version += 1
        record.assign_attributes(name: kind.title(after), subject: kind.subject(after), about: kind.about(after))
        # Of documents from before there were digests, that of the whole.
        record.digest = record.digest ? Digest.after(record.digest, patch) : Digest.of(kind.taken_apart(after))
        ElementRecords.write(record, kind, patch, after)
        record.save!
        UseRecord.write(record, kind.uses(after))
        who = Person[said.person]
        ChangeRecord.create!(document_id: record.id, number: number, person: who.name, person_id: who.id, kind: said.kind || 'edit',
                             summary: said.summary[0, SUMMARY], together: said.together, patch: patch.to_tree, asked: said.asked&.to_tree)
      end

      # Writes what follows a change, each a Following::One with a patch.
      def write_following(following, said)
        following.each { |one| write(one.kind, one.stored.record, one.patch, one.after, said) if one.patch }
      end

      # What leads from one document of a kind to another, in words.
      def summary(kind, old, new)
        changes = kind.differences(old, new).map(&:to_s)
        [*changes.first(TOLD), *("and #{changes.size - TOLD} more" if changes.size > TOLD)].join("\n")
      end
    end
  end
end
