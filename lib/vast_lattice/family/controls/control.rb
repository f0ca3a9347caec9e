# frozen_string_literal: true

module VastLattice
  class Family
    module Controls
      # A field control of a form: its +name+, its +title+ and the +kinds+ of parameters it can
      # ask for. One of no kinds asks for nothing.
      class Control < Value.with(:name, :title, kinds: [])
        # What +kinds+ calls the rows of a table.
        ROW = 'row'

        # +subject+ is a Family::Parameter or, for its rows, a Family::Table.
        def suits?(subject) = kinds.include?(subject.is_a?(Table) ? ROW : subject.kind)

        def asks? = kinds.any?
      end
    end
  end
end
