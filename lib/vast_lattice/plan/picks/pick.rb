# frozen_string_literal: true

module VastLattice
  class Plan
    # All that is needed to resolve a family, as typed: +rows+ (table => row name), +answers+ (parameter
    # => entry), +overrides+ (parameter or state => entry; a person's explicit word, stronger than all).
    class Pick < Value.with(rows: {}, answers: {}, overrides: {})
    end
  end
end
