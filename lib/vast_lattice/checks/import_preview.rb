# frozen_string_literal: true

module VastLattice
  module Checks
    # What an import would change: the texts that differ, and for each row that stays or comes, the effect
    # on states and mass.
    class ImportPreview
      def initialize(old_plan, new_plan)
        @old = old_plan
        @new = new_plan
      end

      # {"changes" => [{place, before, after, kind, row, column}], "effects" => [text]}.
      def to_tree
        { 'changes' => changes.map { |change| entry(change) }, 'effects' => effects }
      end

      private

      def changes = Family::Difference.between(@old.family, @new.family)

      def entry(change)
        kind = if change.added?
                 'new'
               elsif change.removed?
                 'gone'
               else
                 'changed'
               end
        path = change.place.path
        { 'kind' => kind, 'row' => path[2] == 'rows' ? path[3] : nil, 'column' => path[4] == 'cells' ? path[5] : nil,
          'text' => change.place.to_s, 'before' => text(change.before), 'after' => text(change.after) }
      end

      def text(value)
        case value
        when Hash then value.fetch('cells', {}).map { |name, cell| "#{name} #{cell}" }.join(', ')
        when Array then value.map { |item| item.is_a?(Hash) ? item['target'] : item }.join(', ')
        else value
        end
      end

      # Masses and states that follow from changed rows.
      def effects
        rows = changes.filter_map { |change| change.place.path.values_at(1, 3) if change.place.path[2] == 'rows' }.uniq
        rows.first(200).flat_map { |table, row| effect(table, row) }
      end

      def effect(table, row)
        before, after = [@old, @new].map { |plan| plan.family.table(table)&.row(row) && Result.new(plan, Plan::Pick.new(rows: { table => row })) }
        return [] unless before && after

        [(if before.fact_texts['mass'] != after.fact_texts['mass']
            "#{row}: mass #{before.fact_texts['mass']} → #{after.fact_texts['mass']}"
          end),
         *states(before, after).map { |text| "#{row}: #{text}" }].compact
      end

      def states(before, after)
        @new.family.features.filter_map do |feature|
          next unless @old.family.feature(feature.name)

          old, new = [before, after].map { |result| result.outcome.state(feature.name) }
          "#{feature.title} #{old} → #{new}" if old != new
        end
      end
    end
  end
end
