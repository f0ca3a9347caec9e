# frozen_string_literal: true

module VastLattice
  module Storage
    # No family of that address is stored.
    class Missing < Error
      def initialize(slug)
        super("There is no family at \"#{slug}\".", remedy: 'Choose one from the list of families.')
      end
    end
  end
end
