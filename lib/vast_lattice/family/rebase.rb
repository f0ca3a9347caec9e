# frozen_string_literal: true

module VastLattice
  class Family
    # Takes what changed in a base into a family that is based on it. What the family has otherwise stays as it has it; what it has
    # otherwise and the base has no more is kept, too, and remembered as lost.
    class Rebase
      # What a family never takes from its base.
      OWN = %w[name code base].freeze

      # +before+ and +after+ are the base.
      def initialize(before, after)
        @old = Elements.of(before)
        @new = Elements.of(after)
        @patch = Elements.patch(before, after)
      end

      # The family after the change; the same object where nothing of it changes. It may have followed some of it already.
      def call(family)
        own = Elements.of(family)
        bodies = own.bodies.dup
        lost = @patch.bodies.filter_map { |key, old, new| lost(key, bodies) unless take(bodies, key, old, new) }
        changed = Elements.new(bodies: with_lost(bodies, lost), orders: orders(own.orders, bodies))
        changed == own ? family : Elements.patch(family, changed.family).applied(family)
      end

      private

      # Whether an element could go with the base.
      def take(bodies, key, old, new)
        return bodies[key] = header(bodies[key], old, new) if key == Elements::HEADER

        own = bodies[key]
        return gone(bodies, key, old) if new.nil?

        # Of what it took out it hears no more.
        bodies[key] = own.nil? ? new : ThreeWay.value(old, own, new) unless own.nil? && old
        true
      end

      def header(own, old, new)
        ThreeWay.value(old.except(*OWN), own.except(*OWN), new.except(*OWN)).merge(own.slice(*OWN))
      end

      # Takes away what the base has no more, unless it differs here; whether that could be done.
      def gone(bodies, key, old)
        return true unless bodies.key?(key)
        return false if bodies[key] != old || changed_inside?(bodies, key)

        bodies.delete(key)
        true
      end

      # Whether anything within an element (features of a part, rows of a table) is not as in the base before.
      def changed_inside?(bodies, key)
        child, = Elements::CHILDREN[key.first]
        child && bodies.any? { |own, body| own.first(2) == [child, key.last] && @old.bodies[own] != body }
      end

      def lost(key, bodies) = bodies.key?(key) ? key : nil

      def with_lost(bodies, lost)
        base = bodies[Elements::HEADER]['base'] or return bodies
        # What came back is lost no more.
        known = (base.fetch('lost', []) | lost).reject { |key| @new.bodies.key?(key) || !bodies.key?(key) }
        return bodies if known == base.fetch('lost', [])

        bodies.merge(Elements::HEADER => bodies[Elements::HEADER].merge('base' => base.merge('lost' => known)))
      end

      def orders(own, bodies)
        names = bodies.keys.group_by { |kind, owner, _| [kind, owner] }.transform_values { |keys| keys.map(&:last) }
        (own.keys | names.keys).reject { |key| key == Elements::HEADER.first(2) }.to_h do |key|
          lists = [@old, own, @new].map { |orders| (orders.is_a?(Hash) ? orders : orders.orders).fetch(key, []) }
          [key, ThreeWay.order(*lists, names.fetch(key, []))]
        end
      end
    end
  end
end
