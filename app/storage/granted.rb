# frozen_string_literal: true

module VastLattice
  module Storage
    # A store as somebody may use it: whatever a person has no right to is refused here, too, whichever address it was asked by.
    class Granted
      LISTS = %i[records removed listed used_by count counts behind].freeze
      READS = %i[find stored digests library history version since others at next_steps foresee around
                 inner_since inner_latest latest used kept].freeze
      WRITES = %i[create edit undo redo remove restore free_address bring_in].freeze

      # The block is called with a right and the address of a document (or nil), and raises where it is missing. +list+, +read+ and
      # +write+ are the rights that are needed.
      def initialize(store, list:, read:, write:, &ensured)
        @store = store
        @needed = { LISTS => list, READS => read, WRITES => write }.flat_map { |names, right| names.map { |name| [name, right] } }.to_h
        @ensured = ensured
      end

      (LISTS + READS + WRITES).each do |name|
        define_method(name) do |*given, **named, &block|
          @ensured.call(@needed.fetch(name), given.first.is_a?(String) ? given.first : nil)
          @store.public_send(name, *given, **named, &block)
        end
      end
    end
  end
end
