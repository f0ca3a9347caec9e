# frozen_string_literal: true

module VastLattice
  class Family
    # Where a family speaks of something by its name. Whatever would follow if it were renamed uses it.
    class Uses
      # Kinds of things that have a name of their own: the edit that renames them, and the key of their list.
      KINDS = { 'parameter' => 'parameters', 'feature' => 'features', 'part' => 'parts', 'component' => 'components',
                'table' => 'tables', 'form' => 'forms',
                'picture' => 'pictures', 'rule' => 'rules', 'row' => 'rows', 'property' => 'columns' }.freeze
      # Those that belong to a table.
      OF_TABLES = %w[row property].freeze
      # A name that nothing has.
      FREE = 'renamed_%s'

      # +table+ is where a row or a property is. Raises Edits::Error for what is not there.
      def initialize(family, kind, name, table: nil)
        raise Edits::Error, Wording[:kind_is_no_kind_of_name, kind: kind] unless KINDS.key?(kind)

        @family = family
        @kind = kind
        @name = name
        @table = table
      end

      # Places that speak of it, each with what stands there: Difference::Change values, +before+ as it is now. A column counts
      # once, whatever its cells hold.
      def changes
        to = free
        renamed = Edits.apply(@family, renaming(to))
        found = Difference.between(@family, renamed).reject { |change| own?(change.place.path) || made?(change.place.path, to) }
        found.reject { |change| change.place.cell? && change.place.path[5].casecmp?(@name) }
      end

      # The same as plain form: [{"place", "path", "text", "role"}, …]; the role is decides, asks or reads.
      def to_tree
        changes.map do |change|
          { 'place' => change.place.to_s, 'path' => change.place.path, 'text' => change.before.is_a?(String) ? change.before : '',
            'role' => role(change.place.path) }
        end
      end

      private

      # Whether it is there by the name that was tried alone: names of overrides say what they override.
      def made?(path, to) = path.any? { |segment| segment.to_s.include?(to) }

      def renaming(to)
        return { 'do' => 'rename_row', 'table' => @table, 'row' => @name, 'name' => to } if @kind == 'row'

        { 'do' => "rename_#{@kind}", 'name' => @name, 'to' => to, 'table' => (@table if @kind == 'property') }.compact
      end

      # A column and an effect decide, a form asks, all else reads.
      def role(path)
        case path
        in ['tables', _, 'columns', *] | ['rule_tables', _, 'output' | 'outputs', *] | ['overrides', *] then 'decides'
        in ['rules', name, *] then if effects(name).any? do |effect|
          !effect.message? && Name.read(effect.target).of?(@name)
        end
                                     'decides'
                                   else
                                     'reads'
                                   end
        in ['forms', *] then 'asks'
        else 'reads'
        end
      end

      def effects(rule) = @family.rules.find { |own| own.name == rule }.placed_effects.map(&:first)

      def free = (1..).lazy.map { |number| format(FREE, number) }.find { |name| !taken?(name) }

      def taken?(name)
        lists = KINDS.except(*OF_TABLES).values.map { |list| @family.public_send(list) } +
                @family.tables.flat_map { |table| [table.rows, table.columns] }
        lists.any? { |list| list.any? { |item| (item.is_a?(Column) ? item.target : item.name).casecmp?(name) } }
      end

      # Whether it is the thing itself, or something in it, in its own list.
      def own?(path)
        at = path.index(KINDS.fetch(@kind))
        !at.nil? && path[at + 1].to_s.casecmp?(@name) && (@kind != 'table' || path.size == at + 2)
      end
    end
  end
end
