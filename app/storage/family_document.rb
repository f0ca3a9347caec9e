# frozen_string_literal: true

module VastLattice
  module Storage
    # What the store must know of a kind of document, here of families: what they are made of, how they are compiled, what is
    # wrong with them, and which other documents they use. Another kind answers the same.
    module FamilyDocument
      extend Kind

      def self.name = 'family'

      # The key of what belongs to no element; the kinds of elements, and those within others.
      def self.header = Family::Elements::HEADER
      def self.lists = Family::Elements::LISTS.keys
      def self.child(element) = Family::Elements::CHILDREN[element]&.first

      # From elements to the document and back; the names of its elements of a kind within an owner, in their order.
      def self.assembled(bodies, orders) = Family::Elements.new(bodies: bodies, orders: orders).family
      def self.taken_apart(family) = Family::Elements.of(family)
      def self.names(family, element, owner) = Family::Elements.names(family, element, owner)

      # The document as it is before anything is written into it.
      def self.blank(title) = Family.new(name: title)
      def self.title(family) = family.name

      # What leads from one to another: a patch, and the same in words.
      def self.patch(old, new) = Family::Elements.patch(old, new)
      def self.patch_of(tree) = Family::Elements::Patch.from_tree(tree)
      def self.differences(old, new) = Family::Difference.between(old, new)

      # The document compiled (+before+, of an earlier edition, makes it quicker; what it uses is found in the +library+), the document
      # of that, and what keeps it from being used.
      def self.compiled(family, library:, before: nil) = Plan.of(family, before: before, library: library)
      def self.document(plan) = plan.family
      def self.faults(plan) = plan.breaking

      # What lists show of a family, so that none is compiled for them.
      def self.about(family) = { 'code' => family.code, 'group' => family.group, 'note' => family.note, 'variants' => family.variant_count }

      def self.composed? = true

      # A family takes over what changes in the one that it is based on.
      def self.carried(family, changes)
        based = family.base&.family
        own = changes.select { |(kind, _), _| kind == name }
        before, after = own.find { |(_, title), (_, now)| [title, now.name].any? { |called| based&.casecmp?(called) } }&.last
        before && !before.equal?(after) ? Family::Rebase.new(before, after).call(family) : family
      end

      def self.fresh(plan, before) = super.reject { |fault| fault.code == :broken_component }

      # What others are called in a family follows what is asked of them.
      def self.followed(plan, asked)
        return plan.family unless asked.kind == name

        (asked.along ? Plan::TakenAlong : Plan::Renaming).of(asked.edits).call(plan, asked.title)
      end

      def self.uses(family) = Family::Kinship.used(family).map { |title| Use.new(kind: name, title: title) }

      # The record of the family of that name, or nil.
      def self.record(title) = DocumentRecord.called(name, title)
    end
  end
end
