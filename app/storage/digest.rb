# frozen_string_literal: true

require 'digest'

module VastLattice
  module Storage
    # What stands for all that a document says: the sum of the hashes of its elements and of their orders, so that a change
    # costs what it changes. Documents that say the same have the same digest, whatever their histories.
    module Digest
      LIMIT = 2**256
      private_constant :LIMIT

      # The digest of elements (with +bodies+ and +orders+, as Family::Elements), as 64 hexadecimal digits.
      def self.of(elements)
        text(sum(elements.bodies) + sum(elements.orders))
      end

      # The digest after a patch of a document that had +digest+.
      def self.after(digest, patch)
        changed = (patch.bodies + patch.orders).sum { |key, before, after| hash(key, after) - hash(key, before) }
        text(digest.to_i(16) + changed)
      end

      def self.sum(parts) = parts.sum { |key, value| hash(key, value) }

      # What is not there, and an empty order, say nothing.
      def self.hash(key, value)
        value.nil? || value == [] ? 0 : ::Digest::SHA256.hexdigest(JSON.generate([key, value])).to_i(16)
      end

      def self.text(sum) = (sum % LIMIT).to_s(16).rjust(64, '0')
      private_class_method :sum, :hash, :text
    end
  end
end
