# frozen_string_literal: true

module VastLattice
  class Family
    # Something that a named +set+ of rules does not concern, with the +reason+: a feature or a part (+subject+), or the variants in
    # which the named +rows+ are picked.
    class OptOut < Value.with(:name, :set, :reason, subject: '', rows: {})
      extend TreeForm
      include Rowed

      # Plain form; the name may be left out.
      def self.from_tree(tree) = super({ 'name' => '' }.merge(tree)).named

      # With the name that follows from what it says.
      def named = with(name: Rowed.name([subject, set].reject(&:empty?).join(' from '), rows))

      # The same of something else.
      def renamed(subject) = with(subject: subject).named

      # Whether a set of rules is meant.
      def from?(set) = self.set.casecmp?(set)
    end
  end
end
