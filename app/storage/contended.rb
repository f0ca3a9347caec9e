# frozen_string_literal: true

module VastLattice
  module Storage
    # Others change the family faster than an edit can be made. Nothing was stored.
    class Contended < Error
      def initialize = super('Others are changing this family just now.', remedy: 'Do your edit again in a moment.')
    end
  end
end
