# frozen_string_literal: true

module VastLattice
  class Family
    # A family beside its base: in what it differs, and the same with differences given up.
    class Basis
      def initialize(base, family)
        @base = base
        @family = family
        @patch = Elements.patch(base, family)
      end

      # Deviations, in the order of the family file.
      def deviations = @deviations ||= fields + elements + moved

      # The family with some deviations (by their keys) given up: there it is as its base. Raises Edits::Error for one that there is not.
      def without(keys)
        stray = keys - deviations.map(&:key)
        raise Edits::Error.new(Wording[:this_family_does_not_differ], remedy: Wording[:load_the_page_again]) if stray.any?

        chosen = deviations.select { |one| keys.include?(one.key) }
        own, base = [@family, @base].map { |family| Elements.of(family) }
        bodies = chosen.reduce(own.bodies) { |found, one| given_up(found, base.bodies, one) }
        kept_lost(Elements.new(bodies: bodies, orders: orders(own.orders, base.orders, bodies, chosen)).family, keys)
      end

      # The family with lost elements taken for its own.
      def keeping(keys) = kept_lost(@family, keys)

      private

      def lost?(key) = @family.base&.lost.to_a.include?(key)

      def fields
        old, new = [@base, @family].map { |family| Elements.header(family).except(*Rebase::OWN) }
        (old.keys | new.keys).reject { |field| old[field] == new[field] }.map do |field|
          changes = Difference.between(*[old, new].map { |tree| tree.slice(field) })
          Deviation.new(key: ['family', '', field], what: :changed, changes: changes)
        end
      end

      def elements
        @patch.bodies.reject { |key, *| key == Elements::HEADER }.map do |key, old, new|
          what = { [true, false] => :added, [false, true] => :removed }.fetch([old.nil?, new.nil?], :changed)
          Deviation.new(key: key, what: what, changes: changes(what, old, new), lost: lost?(key))
        end
      end

      def changes(what, old, new) = what == :changed ? Difference.between(old, new) : []

      # Lists whose common names stand otherwise.
      def moved
        @patch.orders.filter_map do |(kind, owner), old, new|
          common = [old.to_a & new.to_a, new.to_a & old.to_a]
          next if common.uniq.one?

          changes = Difference.between(*common.map { |names| { 'order' => names.join(', ') } })
          Deviation.new(key: [kind, owner, ''], what: :moved, changes: changes)
        end
      end

      def given_up(bodies, base, one)
        kind, owner, name = key = one.key
        return with_field(bodies, base, name) if kind == 'family'

        case one.what
        when :moved then bodies
        when :changed then bodies.merge(key => base.fetch(key))
        when :added then bodies.reject { |other, _| other == key || inside?(other, kind, name) }
        when :removed then bodies.merge(base.slice(owner_of(kind, owner), key), base.select { |other, _| inside?(other, kind, name) })
        end
      end

      def with_field(bodies, base, field)
        header = bodies.fetch(Elements::HEADER).except(field).merge(base.fetch(Elements::HEADER).slice(field))
        bodies.merge(Elements::HEADER => header)
      end

      def inside?(key, kind, name) = key.first(2) == [Elements::CHILDREN[kind]&.first, name]

      # The element that holds another.
      def owner_of(kind, owner)
        parent, = Elements::CHILDREN.find { |_, (child, _)| child == kind }
        [parent, '', owner] if parent
      end

      def orders(own, base, bodies, chosen)
        given = chosen.select { |one| one.what == :moved }.map { |one| one.key.first(2) }
        names = bodies.keys.group_by { |kind, owner, _| [kind, owner] }.transform_values { |keys| keys.map(&:last) }
        (own.keys | base.keys).to_h do |key|
          mine, theirs = [own, base].map { |orders| orders.fetch(key, []) }
          [key, ThreeWay.order(given.include?(key) ? mine : theirs, mine, theirs, names.fetch(key, []))]
        end
      end

      def kept_lost(family, keys)
        return family unless family.base

        family.with(base: family.base.with(lost: family.base.lost - keys))
      end
    end
  end
end
