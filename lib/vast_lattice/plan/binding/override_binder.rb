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
        rows = RowReader.new(@family, @reader).read(override.rows, place)
        Bound::Override.new(number: number, override: override, target: target, value: value, rows: rows) if rows && !value.nil?
      end

      def value(text, target, place)
        typed = @reader.entry(text, target, place) or return
        return Formula.value(typed, @reader.symbols.lists.values) if typed.constant?

        @reader.error(:not_constant, Wording[:text_is_a_formula, text: text], place, Wording[:a_plain_value_belongs_here_a_rule])
      end

      # Two that may apply at once, with as many rows, must say the same.
      def refuse_contradictions(found)
        found.group_by { |own| [own.target.index, own.rows.size] }.each_value do |alike|
          one, other = alike.combination(2).find { |pair| pair.first.meets?(pair.last) && pair.map(&:value).uniq.size > 1 }
          next unless one

          @reader.error(:decided_twice,
                        Wording[:target_is_overridden_twice, target: one.target.name, one: one.override.name, other: other.override.name],
                        other.place, Wording[:lift_one_of_them])
        end
      end
    end
  end
end
