# frozen_string_literal: true

module VastLattice
  module Storage
    # A document cannot be removed while others use it.
    class InUse < Error
      # +users+ are the records of those.
      def initialize(users)
        super("It is used by #{users.map(&:name).join(', ')}.", remedy: 'Take it out of there first.')
      end
    end
  end
end
