# frozen_string_literal: true

module VastLattice
  class Plan
    # What one target means: its rungs, which are all that may decide it, strongest first; the Targets "built" without which
    # it is not built; and the checks that its value must pass. The program, the order, the reasons, the dependencies and the
    # advice are readings of this: a rung or a check that is added is known to all of them.
    class Ladder < Value.with(:target, :rungs, :checks, parents: [])
      # The Rung of a class, or nil.
      def rung(kind) = rungs.find { |rung| rung.is_a?(kind) }

      # Typed trees that have a say in the value.
      def trees = rungs.flat_map(&:trees)

      # The same of rungs and checks.
      def all_trees = trees + checks.flat_map(&:trees)

      # Bound::Rules whose branch has a say in the value.
      def rules = rungs.flat_map(&:rules).uniq

      # Whether the value may be undefined, whatever is picked.
      def may_be_undefined? = rungs.any?(&:may_be_undefined?)

      # Bound::Column that decides it, or nil.
      def column = rung(Rung::Cells)&.column

      # What rules say: Rung::Saying values, sorted so that the order of writing does not matter.
      def sayings = rung(Rung::Rules)&.sayings || []

      # What a branch of a rule says, by their numbers, or nil.
      def saying(rule, branch) = sayings.find { |one| !one.table? && one.index == rule && one.branch == branch }

      # The same with what is weaker than rules alone.
      def besides = with(rungs: rungs.grep(Rung::Cells) + rungs.grep(Rung::Own))

      # Each rung as +reader+ reads it: it has a method for each kind of rung.
      def read(reader) = rungs.map { |rung| reader.public_send(rung.name, rung) }
    end
  end
end
