# frozen_string_literal: true

module VastLattice
  module Web
    # Variant tables as the grid works with them (docs/api.md).
    module TablesAPI
      extend Resource

      routes '/api/families' do
        # The table as it was typed.
        get '/:slug/tables/:table', needs: :read do |slug, name|
          stored = store.find(slug)
          answer(TableSheet.new(stored.plan, table_of(stored, name)).to_tree.merge('version' => stored.version))
        end

        # What rows come to; rows=0,1,2 are their numbers.
        get '/:slug/tables/:table/resolved', needs: :read do |slug, name|
          stored = store.find(slug)
          fitting = PickParams.fitting(pick, stored.plan)
          rows = Variants::ResolvedRows.new(stored.plan, table_of(stored, name), fitting, display: shown_units).to_tree(row_numbers)
          answer(version: stored.version, rows: rows)
        end

        # The numbers that a series would fill in.
        get '/:slug/tables/:table/series', needs: :read do |slug, name|
          table_of(store.find(slug), name)
          count = count_of('count', 1..20_000)
          numbers = Family::Series.checked(text_of('kind'), first: text_of('first'), step: text_of('step'), count: count)
          answer(texts: numbers.map { |number| Units::Format.number(number) })
        end

        # Values of the key columns that still lead to a row, and the rows that are left: key[COLUMN]=TEXT.
        get '/:slug/tables/:table/narrow', needs: :read do |slug, name|
          stored = store.find(slug)
          plan = stored.plan
          table = table_of(stored, name)
          chosen = given_keys.select { |target, text| table.column(target) && !text.empty? }
          rows = plan.runnable? ? Variants::RowSearch.new(plan, table).rows(chosen) : table.narrowed(chosen)
          answer(rows: rows.first(200).map(&:name), count: rows.size,
                 values: table.key_columns.to_h { |column| [column.target, table.key_values(column.target, chosen)] })
        end
      end

      private

      def given_keys = params['key'].is_a?(Hash) ? params['key'].to_h { |name, text| [name.to_s, text.to_s] } : {}
    end
  end
end
