# frozen_string_literal: true

module VastLattice
  class Plan
    # Where values come from that are set outside of a family (design rule 19): named, dated, read-only here. A kind of source is one file
    # and one line in registrations.rb (Plan::SOURCES); a parameter takes a value from it by "NAME.KEY". Answers of persons and what a
    # parent gives come in at the same rung of a ladder (Rung::Answer), and are told in the same way (Outcome::Sourcing).
    class Source
      # What a source has under a key: the +text+ as it would be typed, +where+ it comes from in words, and the +date+ of it (ISO 8601).
      Entry = Struct.new(:text, :where, :date)

      attr_reader :name, :title

      # +name+ is what parameters call it, +title+ what people do.
      def initialize(name, title)
        @name = name
        @title = title
      end

      # The keys under which it has values, and the Entry of one, or nil. A kind of source says them.
      def keys = raise(NotImplementedError)
      def entry(_key) = raise(NotImplementedError)
    end
  end
end
