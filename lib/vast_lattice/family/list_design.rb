# frozen_string_literal: true

module VastLattice
  class Family
    # How a list is arranged: of which +kind+ it is (of Lists::KINDS), of the variant in view or of all (+over+: "variant", "all"), of
    # which +rows+ of tables ({table => "SF-1*, SF-2000"}), which +columns+ it has (all that are usual where none are named), in which
    # +order+ (names of columns, with a minus from the last to the first), in a +group+ for each value of one column, and whether there
    # are +sums+.
    class ListDesign < Value.with(:name, :kind, label: '', over: 'variant', rows: {}, columns: [], order: [], group: '',
                                                sums: 'yes')
      extend TreeForm

      OVER = { 'variant' => 'the variant in view', 'all' => 'all variants' }.freeze
      SUMS = { 'yes' => 'with sums', 'no' => 'without sums' }.freeze

      def title = label.empty? ? name : label
    end
  end
end
