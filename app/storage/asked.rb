# frozen_string_literal: true

module VastLattice
  module Storage
    # What was asked for in a change of a document, for those that use it: the +kind+ (its name) and +title+ of the document before the
    # change, the +edits+ in plain form, and whether what they remove is taken out +along+ everywhere.
    class Asked < Value.with(:kind, :title, edits: [], along: false)
      def to_tree = to_h.transform_keys(&:to_s)
      def self.from_tree(tree) = new(**tree.transform_keys(&:to_sym))
    end
  end
end
