# frozen_string_literal: true

module VastLattice
  module Storage
    # Nothing of a kind is stored at that address.
    class Missing < Error
      REMEDIES = Hash.new('Look at the code or the address again.').merge('family' => 'Choose one from the list of families.').freeze

      # +word+ is what the kind is called.
      def initialize(slug, word = 'family')
        super("There is no #{word} at \"#{slug}\".", remedy: REMEDIES[word])
      end
    end
  end
end
