# frozen_string_literal: true

module VastLattice
  class Family
    # A group of features of which exactly one is built; or +none+ of them, where that is allowed.
    class Alternatives < Value.with(:name, :features, none: false)
      extend TreeForm

      # Plain form; "none" may be a word.
      def self.from_tree(tree) = super(tree.merge('none' => YesNo.boolean(tree.fetch('none', false)) == true))

      # Whether so many built features are right.
      def allows?(count) = count == 1 || (none && count.zero?)
    end
  end
end
