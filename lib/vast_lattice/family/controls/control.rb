# frozen_string_literal: true

module VastLattice
  class Family
    module Controls
      # A field control of a form: its +name+, its +title+ and the +kinds+ of parameters it can
      # ask for.
      class Control < Value.with(:name, :title, :kinds)
        def suits?(parameter) = kinds.include?(parameter.kind)
      end
    end
  end
end
