# frozen_string_literal: true

module VastLattice
  module Exchange
    # Takes out of a file's tree what has the wrong shape, so that the rest can be checked all the same and
    # every problem is told at once.
    module Pruning
      ROUNDS = 4

      # A copy of the tree that fits the schema, or nil when too little of it would be left. +pointers+ lead to what has
      # the wrong shape: the wrong value, or for a missing key the whole item around it.
      def self.prune(tree, pointers)
        tree = Marshal.load(Marshal.dump(tree))
        ROUNDS.times do
          return tree if pointers.empty?
          return nil if pointers.any?(&:empty?) || pointers.size > ShapeProblems::MOST

          # The last items first, so that the numbers of the others hold.
          pointers.uniq.sort_by { |pointer| pointer.map { |key| key.rjust(6, '0') } }.reverse_each { |pointer| drop(tree, pointer) }
          pointers = ShapeProblems.of(tree).map(&:pointer)
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
