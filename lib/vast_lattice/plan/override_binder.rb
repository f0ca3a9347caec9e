# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads the overrides of a family.
    class OverrideBinder
      def initialize(family, reader)
        @family = family
        @reader = reader
      end

      # Bound::Overrides; those that cannot be read are told and left out.
      def bind
        found = @family.overrides.each_with_index.filter_map { |override, index| one(override, index + 1) }
        refuse_contradictions(found)
        found
      end

      private

      def one(override, number)
        place = Place.at('overrides', override.name)
        target = @reader.target(override.target, place, among: @reader.symbols.column_names) or return
        value = value(override.value, target, place)
        rows = rows(override, place)
        Bound::Override.new(number: number, override: override, target: target, value: value, rows: rows) if rows && !value.nil?
      end

      def value(text, target, place)
        typed = @reader.entry(text, target, place) or return
        return Formula.value(typed, @reader.symbols.lists.values) if typed.constant?

        @reader.error(:not_constant, "\"#{text}\" is a formula.", place, 'A plain value belongs here; a rule can decide by a formula.')
      end

      # {number of the table => number of the row}, nil where one is not there.
      def rows(override, place)
        found = override.rows.map { |table, row| row(table, row, place) }
        found.all? ? found.to_h : nil
      end

      # [number of the table, number of the row], or nil.
      def row(table, name, place)
        index = @family.table_index(table) or return unknown('table', table, @family.tables.map(&:name), place)
        names = @family.tables[index].rows.map(&:name)
        row = names.index { |own| own.casecmp?(name.to_s) } or return unknown('row', name, names, place)
        [index, row]
      end

      def unknown(kind, name, known, place)
        @reader.error(:unknown_name, "There is no #{kind} \"#{name}\".", place, Nearest.remedy(name.to_s, known, kind: kind))
      end

      # Two that may apply at once, with as many rows, must say the same.
      def refuse_contradictions(found)
        found.group_by { |own| [own.target.index, own.rows.size] }.each_value do |alike|
          one, other = alike.combination(2).find { |pair| pair.first.meets?(pair.last) && pair.map(&:value).uniq.size > 1 }
          next unless one

          @reader.error(:decided_twice, "#{one.target.name} is overridden twice: #{one.override.name}; #{other.override.name}.",
                        other.place, 'Lift one of them.')
        end
      end
    end
  end
end
