# frozen_string_literal: true

module VastLattice
  class Family
    # A column: its +target+ is a parameter ("length") or a state ("windows.built", "windows.shown");
    # +unit+ is the unit in which its cells are typed when they name none. With a +kind+ (number, count,
    # yes_no, text) it is a property: it decides nothing, is shown with the variant, and can be looked up.
    class Column < Value.with(:target, unit: nil, label: '', kind: nil)
      extend TreeForm

      def property? = !kind.nil?
    end
  end
end
