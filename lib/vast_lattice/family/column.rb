# frozen_string_literal: true

module VastLattice
  class Family
    # A column: its +target+ is a parameter ("length") or a state ("windows.built", "windows.shown");
    # +unit+ is the unit in which its cells are typed when they name none.
    class Column < Value.with(:target, unit: nil, label: '')
      extend TreeForm
    end
  end
end
