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
      LISTS = { 'parameter' => 'parameters', 'part' => 'parts', 'component' => 'components', 'table' => 'tables', 'rule' => 'rules',
                'rule_table' => 'rule_tables', 'override' => 'overrides', 'opt_out' => 'opt_outs', 'allowance' => 'allowances',
                'form' => 'forms', 'picture' => 'pictures', 'drawing_sheet' => 'drawing_sheets',
                'list' => 'lists', 'model' => 'models' }.freeze
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

      # Names of the elements of a kind within +owner+, in their order.
      def self.names(family, kind, owner)
        return family.public_send(LISTS.fetch(kind)).map(&:name) if LISTS.key?(kind)

        parent, (_, list) = CHILDREN.find { |_, (child, _)| child == kind }
        family.public_send(LISTS.fetch(parent)).find { |item| item.name == owner }.public_send(list).map(&:name)
      end

      # The Patch that leads from one family to another. What both share is passed over, so that an edit of one row
      # costs little however long its table is.
      def self.patch(old, new)
        bodies = Patch.entries({ HEADER => header(old) }, { HEADER => header(new) })
        orders = []
        LISTS.each { |kind, list| compare(kind, '', old.public_send(list), new.public_send(list), bodies, orders) }
        Patch.new(bodies: bodies, orders: orders)
      end

      # Plain form of what belongs to no element.
      def self.header(family) = family.with(**LISTS.values.to_h { |list| [list.to_sym, []] }).to_tree

      # +old+ and +new+ are nil where their owner is not there.
      def self.compare(kind, owner, old, new, bodies, orders)
        return if old.equal?(new) && old

        before, after = [old, new].map { |list| list.to_a.to_h { |item| [item.name, item] } }
        names = [old && before.keys, new && after.keys]
        orders << [[kind, owner], *names] unless names.uniq.size == 1
        (before.keys | after.keys).each { |name| compare_items([kind, owner, name], before[name], after[name], bodies, orders) }
      end
      private_class_method :compare

      def self.compare_items(key, before, after, bodies, orders)
        return if before.equal?(after)

        kind, _, name = key
        child, list = CHILDREN[kind]
        trees = [before, after].map { |item| item && body(item, list) }
        bodies << [key, *trees] unless trees.uniq.size == 1
        compare(child, name, before&.public_send(list), after&.public_send(list), bodies, orders) if child
      end
      private_class_method :compare_items

      def self.body(item, list)
        lean = list ? item.with(list.to_sym => []) : item
        lean.to_tree.except('name', *list)
      end
      private_class_method :body

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
