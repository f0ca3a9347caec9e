# frozen_string_literal: true

module VastLattice
  module Web
    # A family is there, but not what an address names in it.
    class NotInFamily < Error
      # +kind+ is a word for what is missing, e.g. "table"; +known+ are the names there are.
      def initialize(kind, name, known = [])
        super("There is no #{kind} \"#{name}\" here.",
              remedy: if known.empty?
                        'Open the family again: it may have been changed.'
                      else
                        "There #{known.one? ? 'is' : 'are'}: #{known.first(12).join(', ')}."
                      end)
      end
    end
  end
end
