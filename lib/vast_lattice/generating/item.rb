# frozen_string_literal: true

module VastLattice
  module Generating
    # One file that is wanted: the +number+ of its variant among all of the plan, its rows by table, its +result+ and +options+, and what
    # it is called.
    class Item < Value.with(:number, :rows, :result, :options, :name)
      # For a record of what was made.
      def to_tree = { 'name' => name, 'rows' => rows, 'result' => result, 'options' => options.reject { |_, text| text.to_s.empty? } }
    end
  end
end
