# frozen_string_literal: true

module VastLattice
  class Family
    # Which families use which, among some.
    module Kinship
      module_function

      # Names of the families that one places or is based on, each once.
      def used(family) = [*family.components.map(&:family), *family.base&.family].uniq(&:downcase)

      # Families so that each comes after those that it uses, else in their order.
      def ordered(families)
        by_name = families.to_h { |family| [family.name.downcase, family] }
        families.each_with_object([]) { |family, found| visit(family, by_name, found, []) }
      end

      # The families of +families+ that one uses, on all levels, itself last.
      def whole(family, families)
        by_name = families.to_h { |own| [own.name.downcase, own] }
        [].tap { |found| visit(family, by_name, found, []) }
      end

      def visit(family, by_name, found, trail)
        return if found.include?(family) || trail.include?(family)

        used(family).filter_map { |name| by_name[name.downcase] }.each { |own| visit(own, by_name, found, [*trail, family]) }
        found << family
      end
      private_class_method :visit
    end
  end
end
