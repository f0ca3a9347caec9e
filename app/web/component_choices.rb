# frozen_string_literal: true

module VastLattice
  module Web
    # What a workspace offers about components: families to place, names to link to, things to lean on, names within.
    module ComponentChoices
      # Most names within components that lists offer.
      MOST_INSIDE = 1500

      # Records of families that can be placed here: all but itself and those that are made of it.
      def placeable
        @placeable ||= @store.records.reject { |record| record.id == stored.record.id } - Storage::Relatives.users(stored.record)
      end

      # The address of the family of a name, or nil.
      def slug_of(name) = @store.records.find { |record| record.name.casecmp?(name) }&.slug

      # What a component (Plan::Placed::One) can be given: Targets of its family.
      def givable(placed) = placed.plan.targets.select { |target| target.value? && !target.computed? }

      # Names of this family to which a value of a component can be linked.
      def linkable(target)
        plan.targets.select { |own| own.value? && own.type.kind == target.type.kind && target.type.accepts?(own.type) }.map(&:name)
      end

      # The name that an entry of a component is linked to, or nil.
      def linked(text)
        name = text.to_s.delete_prefix('=').strip
        plan.symbols.own(name)&.name if name.match?(/\A[\p{L}_][\p{L}\p{N}_]*\z/)
      end

      # What forms may ask for within components of this family: [path, control, words].
      MOST_ASKED = 200
      def inside_unasked(asked)
        open = plan.placed.all.select { |one| one.plan && one.original.nil? }.flat_map do |one|
          own = givable(one) + one.plan.targets.select { |target| target.kind == :row }
          own.map { |target| ["#{one.name}.#{target.name}", '', "#{one.component.title}: #{target.title}"] }
        end
        open.reject { |path, *| asked.include?(path.downcase) }.first(MOST_ASKED)
      end

      # Components whose twin one could be.
      def alike(component) = family.components.select { |own| own.name != component.name && Family::Twins.fault(bare(component), own).nil? }

      def bare(component) = component.with(rows: {}, values: {})

      # What a component can lean on, [name, title].
      def leanable(component)
        (family.parts + family.components - [component]).map { |item| [item.name, item.title] }
      end

      # How often and when it is there.
      def component_words(component)
        kinds = Family::PATTERN_KINDS
        pattern = "in a #{kinds.fetch(component.pattern.kind).title}" if component.pattern && kinds.key?(component.pattern.kind)
        [pattern, component.by_hand && "#{component.by_hand} by hand", component.built_when && "built when #{component.built_when}",
         ("role #{component.role}" unless component.role.empty?)].compact.join('; ')
      end

      private

      # Names within components, on all levels, that are not spoken of yet.
      def inside_names
        known = plan.symbols.reads.transform_values(&:name)
        plan.placed.names.reject { |name, _| known.key?(name.downcase) }.first(MOST_INSIDE).map do |name, target|
          pickable_name(target).merge('name' => name, 'title' => name.tr('_', ' ').gsub('.', ', '), 'group' => WorkspacePage::NAME_GROUPS[:read])
        end
      end

      def inside_features
        built = plan.placed.names.select { |_, target| target.kind == :built }.first(MOST_INSIDE)
        built.map { |name, _| name.delete_suffix('.built') }.map { |name| { 'name' => name, 'title' => name.tr('_', ' ').gsub('.', ', ') } }
      end
    end
  end
end
