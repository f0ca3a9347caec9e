# frozen_string_literal: true

module VastLattice
  module Exchange
    # Takes out of a file's tree what has the wrong shape, so that the rest can be checked all the same and
    # every problem is told at once.
    module Pruning
      ROUNDS = 40

      # A copy of the tree that fits the schema, or nil when too little of it would be left.
      def self.prune(tree)
        tree = Marshal.load(Marshal.dump(tree))
        ROUNDS.times do
          errors = Family::Schema::WHOLE.validate(tree).to_a
          return tree if errors.empty?
          return nil if errors.any? { |error| pointer(error).empty? }

          drop(tree, pointer(errors.max_by { |error| pointer(error).size }))
        end
        nil
      end

      # Names of things that are in one tree and not in the other.
      def self.lost(tree, rest) = names(tree) - names(rest)

      def self.names(node)
        case node
        when Hash then [node['name'], *node.values.flat_map { |value| names(value) }].compact
        when Array then node.flat_map { |value| names(value) }
        else []
        end
      end
      private_class_method :names

      # Path of what must go: the wrong value, or for a missing key the whole item around it.
      def self.pointer(error)
        error['data_pointer'].split('/').drop(1).map { |key| key.gsub('~1', '/').gsub('~0', '~') }
      end
      private_class_method :pointer

      def self.drop(tree, path)
        *above, last = path
        owner = above.reduce(tree) { |node, key| step(node, key) }
        owner.is_a?(Array) ? owner.delete_at(last.to_i) : owner&.delete(last)
      end
      private_class_method :drop

      def self.step(node, key) = node.is_a?(Array) ? node[key.to_i] : node && node[key]
      private_class_method :step
    end
  end
end
