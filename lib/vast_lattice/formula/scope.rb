# frozen_string_literal: true

module VastLattice
  module Formula
    # The names a formula can see. Case does not matter; an unknown name is never accepted.
    class Scope
      attr_reader :variables

      # +lists+ answers list(name, span) with a ColumnList or nil, and names; +later+ tells of names that are known too
      # late for this scope: name => [why, what to do, perhaps another code], or nil.
      def initialize(variables, lists = nil, later: ->(_name) {})
        @variables = variables.to_h { |variable| [variable.name.downcase, variable] }.freeze
        @lists = lists
        @later = later
        freeze
      end

      # The Variable or ColumnList of a Name. Raises Formula::Error, with the nearest name.
      def fetch(name, span)
        variables.fetch(name.key) { @lists&.list(name, span) || unknown(name, span) }
      end

      # The ColumnList of the names of a table's rows, and the Variable with the name of the one picked; nil where that cannot be known.
      def picked(table)
        row = variables[Name.of(table, 'row').key] and [@lists.rows(table), row]
      end

      # This scope with one more name.
      def with(*others) = Scope.new([*variables.values, *others], @lists, later: @later)

      def names = variables.values.map(&:name) + (@lists ? @lists.names : [])

      private

      def unknown(name, span)
        text = name.to_s
        why, remedy, code = @later.call(text.downcase)
        raise Error.new(why, span: span, code: code || :too_late, remedy: remedy, data: { 'name' => text }) if why

        choice = variables.values.find { |variable| variable.type.choices&.include?(text) }
        remedy = Wording[:it_is_a_function_write_key, key: name.key] if Functions::ALL.key?(name.key)
        remedy ||= choice ? Wording[:it_is_a_choice_of_choice_write, choice: choice.name, text: text] : Nearest.remedy(text, names)
        raise Error.new(Wording[:there_is_no_name_name, name: name], span: span, remedy: remedy, code: :unknown_name,
                                                                     data: { 'name' => text })
      end
    end
  end
end
