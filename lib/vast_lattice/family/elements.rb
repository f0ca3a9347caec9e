# frozen_string_literal: true

module VastLattice
  class Family
    # A family as a flat set of elements: parameters, parts, features, tables, rows, rules, forms. This is
    # the grain in which families are stored and changes are remembered: an edit of one row touches one
    # element, however long the table is.
    #
    # +bodies+ maps a key [kind, owner, name] to the element's plain form without its children; +orders+
    # maps [kind, owner] to the names in their order. The owner of a feature is its part, of a row its
    # table; the family itself is the element ['family', '', ''].
    class Elements < Value.with(:bodies, :orders)
      HEADER = ['family', '', ''].freeze
      # Kinds, with the key of their list in the family's plain form.
      LISTS = { 'parameter' => 'parameters', 'part' => 'parts', 'table' => 'tables', 'rule' => 'rules',
                'rule_table' => 'rule_tables', 'form' => 'forms' }.freeze
      # Kinds within a kind.
      CHILDREN = { 'part' => %w[feature features], 'table' => %w[row rows] }.freeze

      # Takes a family apart.
      def self.of(family)
        tree = family.to_tree
        bodies = { HEADER => tree.except(*LISTS.values) }
        orders = {}
        LISTS.each { |kind, list| collect(kind, '', tree.fetch(list, []), bodies, orders) }
        new(bodies: bodies, orders: orders)
      end

      def self.collect(kind, owner, trees, bodies, orders)
        orders[[kind, owner]] = trees.map { |tree| tree['name'] }
        child, list = CHILDREN[kind]
        trees.each do |tree|
          bodies[[kind, owner, tree['name']]] = tree.except('name', *list)
          collect(child, tree['name'], tree.fetch(list, []), bodies, orders) if child
        end
      end
      private_class_method :collect

      # Puts the family together again.
      def family
        tree = bodies.fetch(HEADER).dup
        LISTS.each { |kind, list| tree[list] = trees(kind, '') }
        Family.from_tree(tree)
      end

      # What leads from these elements to +other+: a Patch.
      def patch_to(other)
        Patch.new(bodies: Patch.entries(bodies, other.bodies), orders: Patch.entries(orders, other.orders))
      end

      # These elements after a Patch.
      def apply(patch)
        new_bodies = patch.bodies.each_with_object(bodies.dup) do |(key, _, after), all|
          after.nil? ? all.delete(key) : all[key] = after
        end
        new_orders = patch.orders.each_with_object(orders.dup) do |(key, _, after), all|
          after.nil? ? all.delete(key) : all[key] = after
        end
        Elements.new(bodies: new_bodies, orders: new_orders)
      end

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

        private

        def turn(list) = list.map { |key, before, after| [key, after, before] }
      end

      private

      def trees(kind, owner)
        child, list = CHILDREN[kind]
        orders.fetch([kind, owner], []).map do |name|
          tree = { 'name' => name }.merge(bodies.fetch([kind, owner, name]))
          child ? tree.merge(list => trees(child, name)) : tree
        end
      end
    end
  end
end
