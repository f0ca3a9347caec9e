# frozen_string_literal: true

module VastLattice
  module Storage
    # A kind of document that is one element: it changes as a whole. Extended, it needs a +name+ and the +type+ of its documents,
    # which have a plain form with a name.
    module WholeDocument
      include Kind

      # What leads from one to another: as Family::Elements::Patch.
      Patch = Struct.new(:type, :bodies, :orders) do
        def empty? = bodies.empty?
        def to_tree = { 'bodies' => bodies, 'orders' => [] }
        def reversed = Patch.new(type, bodies.map { |key, before, after| [key, after, before] }, [])
        def applied(document) = bodies.empty? ? document : type.from_tree(bodies.first.last)
      end
      # A document taken apart.
      Apart = Struct.new(:bodies, :orders)

      def header = [name, '', '']
      def lists = []
      def child(_element) = nil
      def names(_document, _element, _owner) = []
      def assembled(bodies, _orders) = type.from_tree(bodies.fetch(header))
      def taken_apart(document) = Apart.new({ header => document.to_tree }, {})
      def title(document) = document.name
      def faults(_compiled) = []

      def patch(old, new)
        before, after = [old, new].map(&:to_tree)
        Patch.new(type, before == after ? [] : [[header, before, after]], [])
      end

      def patch_of(tree) = Patch.new(type, tree.fetch('bodies'), [])

      # In words, what changed.
      def differences(old, new)
        changed = type.fields.keys.reject { |field| old.public_send(field) == new.public_send(field) }
        changed.map do |field|
          old.public_send(field).is_a?(String) ? "#{field}: #{old.public_send(field)} → #{new.public_send(field)}" : field.to_s.tr('_', ' ')
        end
      end
    end
  end
end
