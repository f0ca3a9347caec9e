# frozen_string_literal: true

module VastLattice
  class Family
    # What a person decides in the family itself, whatever rules and tables say: the +value+ (an entry without formula) of a
    # +target+ (a value, a state, a material or a colour), with the +reason+; for all variants, or for those in which the
    # named +rows+ are picked (table => row). Where several apply, the one with the most rows counts. It is called by its
    # +name+: the target and the rows.
    class Override < Value.with(:name, :target, :value, :reason, rows: {})
      extend TreeForm

      def self.named(target, rows) = [target, *rows.sort.map { |table, row| "#{table} #{row}" }].join(', ')

      def self.of(target:, value:, reason:, rows: {})
        new(name: named(target, rows), target: target, value: value, reason: reason, rows: rows)
      end

      # Plain form; the name may be left out.
      def self.from_tree(tree) = super({ 'name' => named(tree['target'], tree['rows'].to_h) }.merge(tree))

      # The same about another target or other rows.
      def moved(target: self.target, rows: self.rows) = with(name: Override.named(target, rows), target: target, rows: rows)
    end
  end
end
