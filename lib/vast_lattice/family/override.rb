# frozen_string_literal: true

module VastLattice
  class Family
    # What a person decides in the family itself, whatever rules and tables say: the +value+ (an entry without formula) of a
    # +target+ (a value, a state, a material, a colour or a finish), with the +reason+; for all variants, or for those in which
    # the named +rows+ are picked. Where several apply, the one with the most rows counts. +person+ and +date+ (ISO 8601) say who
    # decided it, and when, where that is known.
    class Override < Value.with(:name, :target, :value, :reason, rows: {}, person: '', date: '')
      extend TreeForm
      include Rowed

      # Plain form; the name may be left out.
      def self.from_tree(tree) = super({ 'name' => '' }.merge(tree)).named

      # With the name that follows from what it says.
      def named = with(name: Rowed.name(target, rows))

      # "Engineer, 2026-11-30", or nothing.
      def signature = [person, date].reject(&:empty?).join(', ')

      # The same about another target.
      def renamed(target) = with(target: target).named
    end
  end
end
