# frozen_string_literal: true

module VastLattice
  class Plan
    # Takes out of a family that uses another what speaks of things that are removed there: what components are given, effects, columns,
    # overrides, fields of forms, allowed pairs. Formulas that speak of them are left, so that the plan can say where.
    class TakenAlong
      # Edits that remove, with the names that are gone then.
      GONE = {
        'remove_parameter' => ->(edit) { [edit['name']] }, 'remove_part' => ->(edit) { [edit['part']] },
        'remove_feature' => ->(edit) { [edit['feature']] }, 'remove_features' => ->(edit) { edit['features'] },
        'remove_components' => ->(edit) { edit['components'] }, 'remove_table' => ->(edit) { [edit['table']] }
      }.freeze

      # Whether there is anything among edits (in plain form) that can be taken along.
      def self.any?(edits) = edits.any? { |edit| edit.is_a?(Hash) && GONE.key?(edit['do']) }

      # What becomes of a family that uses the one that +edits+ change: a function as of Renaming.
      def self.of(edits)
        follow = Renaming.of(edits)
        gone = edits.flat_map { |edit| GONE.fetch(edit['do'].to_s, ->(_) { [] }).call(edit) }.compact.map(&:downcase)
        ->(plan, name) { new(plan, name, gone).without(follow.call(plan, name)) }
      end

      # +name+ is the changed family; the plan knows the families as they were before.
      def initialize(plan, name, gone)
        @plan = plan
        @name = name
        @gone = gone
      end

      # The family without them.
      def without(family)
        family = Family::Edits::Removal.of(family) { |path| gone?(Name.read(path)) }
        family.with(components: family.components.map { |component| ungiven(component) }, forms: family.forms.map { |form| unasked(form) })
      end

      private

      def ungiven(component)
        component.with(values: component.values.reject { |path, _| gone?(Name.of(component.name, *Name.read(path).segments)) },
                       rows: component.rows.reject { |table, _| gone?(Name.of(component.name, table, 'row')) })
      end

      def unasked(form) = form.without_fields { |field| field.asks? && gone?(Name.read(field.ask)) }

      # Whether a path reaches something that is gone, on whatever level; by kind or role, whether all that it reaches does.
      def gone?(path, plan = @plan)
        one = plan.placed[path.first]
        return all_gone?(path, plan) unless one
        return false unless one.plan && path.rest

        (one.component.family.casecmp?(@name) && @gone.include?(path.rest.first.downcase)) || gone?(path.rest, one.plan)
      end

      def all_gone?(path, plan)
        return false unless plan.placed.selects?(path)

        reached = plan.placed.selected(path, :outlet) | plan.placed.selected(path, :inlet)
        reached.any? && reached.all? { |name| gone?(name, plan) }
      end
    end
  end
end
