# frozen_string_literal: true

module VastLattice
  class Family
    # One element in which a family differs from its base.
    #
    # +key+::     where: kind, owner and name of the element; of a field of the family itself, that as the name; of an order no name
    # +what+::    :added, :changed, :removed or :moved
    # +changes+:: the Difference::Changes within it
    # +lost+::    whether the base has no such element any more although this family had it from there
    class Deviation < Value.with(:key, :what, :changes, lost: false)
      WORDS = { added: 'added here', changed: 'changed here', removed: 'taken out here', moved: 'in another order here' }.freeze

      # "feature windows of frame", "base price".
      def title
        kind, owner, name = key
        return name.tr('_', ' ') if kind == 'family'
        return "order of #{kind.tr('_', ' ')}s#{" in #{owner}" unless owner.empty?}" if what == :moved

        "#{kind.tr('_', ' ')} #{name}#{" of #{owner}" unless owner.empty?}"
      end

      def word = lost ? 'kept here; the base has it no more' : WORDS.fetch(what)

      # Plain form.
      def to_tree = { 'key' => key, 'title' => title, 'what' => what.to_s, 'lost' => lost, 'changes' => changes.map(&:to_s) }
    end
  end
end
