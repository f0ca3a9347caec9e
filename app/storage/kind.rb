# frozen_string_literal: true

module VastLattice
  module Storage
    # What a kind of document may leave unsaid; FamilyDocument shows what it must say.
    module Kind
      # Signs of codes that are not taken for each other.
      SIGNS = [*'2'..'9', *'a'..'z'].-(%w[i l o u]).freeze

      # What it is called for people.
      def word = name

      # The address of the family that a document is about, nil where it is about none.
      def subject(_document) = nil

      # Whether documents are made of others, of whatever kind: then they are compiled with a Plan::Library.
      def composed? = false

      # Whether others find a document by its name, so that no two have the same.
      def found_by_name? = composed?

      # Uses of other documents.
      def uses(_document) = []

      # A document after +changes+ of others, {[name of their kind, title before] => [document before, after]}; it may have followed some of
      # them already.
      def carried(document, _changes) = document

      # The document of what one compiled to, after what was Asked of a document that it uses.
      def followed(content, _asked) = document(content)

      # What a document compiles to; +before+ is what an earlier edition did, or nil.
      def compile(document, before, library)
        compiled(document, before: before, **(composed? ? { library: library } : {}))
      end

      # Faults of what one compiles to that were not there before, without those that are others' already.
      def fresh(plan, before) = faults(plan) - faults(before)

      # What lists show of a document, in plain form.
      def about(_document) = {}

      # Addresses that a new document can have, the best first.
      def addresses(title)
        base = title.unicode_normalize(:nfkd).gsub(/\p{Mn}/, '').downcase.gsub(/[^a-z0-9]+/, '-').gsub(/\A-+|-+\z/, '')[0, 60]
        base = name if base.empty?
        [base, *(2..999).lazy.map { |number| "#{base}-#{number}" }]
      end

      # A code of so many signs that nobody guesses.
      def self.code(size) = Array.new(size) { SIGNS[SecureRandom.random_number(SIGNS.size)] }.join
    end
  end
end
