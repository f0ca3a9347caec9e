# frozen_string_literal: true

module VastLattice
  module Variants
    # Rows of tables that a text means: names with commas, a star stands for any letters.
    module Choice
      # {table => [row name, …]} of {table => text} for a Family. Raises Error for a table that there is not, or a name that no row has.
      def self.read(family, texts) = texts.to_h { |table, text| rows(family.variant_tables, table, text) }

      def self.rows(tables, name, text)
        table = tables.find { |own| own.name.casecmp?(name) } or
          raise Error.new(Wording[:there_is_no_kind_name, kind: 'table', name: name],
                          remedy: Nearest.remedy(name, tables.map(&:name), kind: 'table'))
        names = table.rows.map(&:name)
        found = text.split(',').map(&:strip).reject(&:empty?).flat_map { |pattern| matching(pattern, names) }
        [table.name, found.uniq]
      end

      def self.matching(pattern, names)
        letters = Regexp.new("\\A#{pattern.split('*', -1).map { |part| Regexp.escape(part) }.join('.*')}\\z", Regexp::IGNORECASE)
        found = names.grep(letters)
        if found.empty?
          raise Error.new(Wording[:there_is_no_kind_name, kind: 'row', name: pattern],
                          remedy: Nearest.remedy(pattern, names, kind: 'row'))
        end

        found
      end
      private_class_method :rows, :matching
    end
  end
end
