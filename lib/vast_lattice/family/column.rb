# frozen_string_literal: true

module VastLattice
  class Family
    # A column: its +target+ is a parameter ("length"), a state ("windows.built", "windows.shown"), or the material or
    # colour of a part ("frame.material"); +unit+ is the unit in which its cells are typed when they name none. With a
    # +kind+ (number, count, yes_no, text) it is a property: it decides nothing, is shown with the variant, and can be
    # looked up; the kind display_unit tells the unit in which values of its dimension are shown. Rows are found by their +key+
    # columns.
    #
    # An +open+ column leaves the value to whoever places the variant, within +least+, +most+ and +step+, which are
    # entries; its cells say what is taken where nobody answers.
    class Column < Value.with(:target, unit: nil, label: '', kind: nil, key: false, open: false, least: nil, most: nil, step: nil)
      extend TreeForm

      FLAGS = %w[key open].freeze

      # Plain form; flags may be words.
      def self.from_tree(tree)
        super(tree.merge(FLAGS.to_h { |flag| [flag, YesNo.boolean(tree.fetch(flag, false)) == true] }))
      end

      def property? = !kind.nil?
    end
  end
end
