# frozen_string_literal: true

module VastLattice
  class Family
    class Elements
      # What changed: lists of [key, before, after]. It can be turned round, and has a plain form.
      class Patch < Value.with(:bodies, :orders)
        # What differs between two hashes: [key, before, after].
        def self.entries(before, after)
          (before.keys | after.keys).map { |key| [key, before[key], after[key]] }.reject { |_, old, new| old == new }
        end

        def self.from_tree(tree)
          new(bodies: tree.fetch('bodies'), orders: tree.fetch('orders'))
        end

        def to_tree = { 'bodies' => bodies, 'orders' => orders }
        def reversed = Patch.new(bodies: turn(bodies), orders: turn(orders))
        def empty? = bodies.empty? && orders.empty?

        # The family that this patch leads to from +family+.
        def applied(family) = Patching.new(self).apply(family)

        # Whether it changes the element that a Place is in, by the innermost one that it names.
        def touches?(place)
          list, name, inner, within = place.path
          kind = LISTS.key(list)
          child, children = CHILDREN[kind]
          key = kind.nil? ? HEADER : [kind, '', name]
          key = [child, name, within] if inner && inner == children
          bodies.any? { |changed, *| changed == key }
        end

        private

        def turn(list) = list.map { |key, before, after| [key, after, before] }
      end
    end
  end
end
