# frozen_string_literal: true

module VastLattice
  class Family
    # A column: its +target+ is a parameter ("length") or a state ("windows.built", "windows.shown");
    # +unit+ is the unit in which its cells are typed when they name none. With a +kind+ (number, count,
    # yes_no, text) it is a property: it decides nothing, is shown with the variant, and can be looked up. Rows are found
    # by their +key+ columns.
    class Column < Value.with(:target, unit: nil, label: '', kind: nil, key: false)
      extend TreeForm

      # Plain form; "key" may be a word.
      def self.from_tree(tree) = super(tree.merge('key' => Words.boolean(tree.fetch('key', false)) == true))

      def property? = !kind.nil?
    end
  end
end
