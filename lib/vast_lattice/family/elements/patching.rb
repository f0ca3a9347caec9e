# frozen_string_literal: true

module VastLattice
  class Family
    class Elements
      # Applies a Patch to a family. What the patch does not touch stays the same object, so that whoever compiles the
      # result can take over what it knows.
      class Patching
        def initialize(patch)
          @header = patch.bodies.find { |key, _, _| key == HEADER }&.last
          @bodies = patch.bodies.to_h { |key, _, after| [key, after] }
          @orders = patch.orders.to_h { |key, _, after| [key, after] }
        end

        # The changed family.
        def apply(family)
          lists = LISTS.to_h { |kind, list| [list.to_sym, list(kind, '', family.public_send(list), Family.nested.fetch(list.to_sym))] }
          (@header ? Family.from_tree(@header) : family).with(**lists)
        end

        private

        # A list of elements after the patch; the same list where nothing in it changed.
        def list(kind, owner, items, type)
          names = @orders.fetch([kind, owner]) { items.map(&:name) }.to_a
          present = items.to_h { |item| [item.name, item] }
          built = names.map { |name| item([kind, owner, name], present[name], type) }
          built.size == items.size && built.zip(items).all? { |one, other| one.equal?(other) } ? items : built
        end

        def item(key, present, type)
          kind, _, name = key
          child, list = CHILDREN[kind]
          own = @bodies[key] ? type.from_tree({ 'name' => name }.merge(@bodies[key])) : present
          return own unless child

          before = present ? present.public_send(list) : []
          children = list(child, name, before, type.nested.fetch(list.to_sym))
          own.equal?(present) && children.equal?(before) ? present : own.with(list.to_sym => children)
        end
      end
    end
  end
end
