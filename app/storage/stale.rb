# frozen_string_literal: true

module VastLattice
  module Storage
    # Somebody changed the family since the person who edits it last saw it. Nothing was stored.
    class Stale < Error
      # The ChangeRecords that the person has not seen.
      attr_reader :changes

      def initialize(changes)
        @changes = changes
        said = changes.map { |change| "#{change.person}: #{change.summary.lines.first&.strip}" }
        super("The family was changed meanwhile: #{said.join('; ')}.", remedy: 'Look at the new state, then do your edit again.')
      end
    end
  end
end
