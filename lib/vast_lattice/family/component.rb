# frozen_string_literal: true

module VastLattice
  class Family
    # Another family, placed in this one. +family+ is the name of the other; +rows+ picks rows of its tables (RowPick, as text),
    # +values+ gives what it would otherwise be asked for: entries by path within it ("height", "brace.built", "foot.size.row"),
    # in names of this family; an entry that is a name alone is a link. A +pattern+ repeats it: +along+ x, y or z; of fitted and
    # mirrored ones the dimension +over+ is the length that they fill. +role+ is a text by which rules reach it and others like
    # it; a +twin+ of another component (its name) has the same rows and values, whoever decides them there, and none of its own.
    # +called+ is the label of an instance, with formulas in braces; the +envelope+ is what it needs where it moves.
    class Component < Value.with(:name, :family, label: '', note: '', role: '', twin: '', rows: {}, values: {}, at: nil, pattern: nil,
                                                 called: '', envelope: nil, built_when: nil, shown_when: nil, tier: 'symbol',
                                                 by_hand: nil)
      extend TreeForm

      # Most instances of one pattern; more is a finding.
      MOST = 1000
      # Most instances of components of one product, counted over all levels before any is laid.
      MOST_IN_ALL = 20_000
      # What else is decided of a component than what is inside; its family cannot be reached by these names.
      OWN = %w[built shown count].freeze
      # The length that fitted and mirrored patterns fill.
      OVER = Measure.new(name: 'over', label: 'length to fill', begins: '1 m')
      AXES = %w[x y z].freeze

      def self.nested = { at: ComponentPlace, pattern: Pattern, envelope: Envelope }

      # The Measures that a kind of pattern asks of a component.
      def self.measures(kind) = kind.spans? ? [*kind.measures, OVER] : kind.measures

      # Those of them that say how often it is there; the others only say where.
      def self.counting(kind) = kind.spans? ? measures(kind) : kind.measures.select(&:counts?)

      def twin? = !twin.empty?
      def title = label.empty? ? name.tr('_', ' ') : label
      def place = at || ComponentPlace.new

      # Whether it is drawn in a tier.
      def drawn_in?(tier) = Feature::TIERS.index(self.tier) <= Feature::TIERS.index(tier)

      # It sits on nothing.
      def bases = []
    end
  end
end
