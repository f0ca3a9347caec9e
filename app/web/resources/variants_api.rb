# frozen_string_literal: true

module VastLattice
  module Web
    # Many variants at once: pairs of rows, complete variants, names by pattern, comparisons, the gallery (docs/api.md).
    module VariantsAPI
      extend Resource

      # Cards of one page of the gallery.
      CARDS = 24

      routes '/api/families' do
        # Which rows of two tables go together.
        get '/:slug/pairs' do |slug|
          stored = store.find(slug)
          one, other = %w[down across].map { |key| table_of(stored, text_of(key)) }
          answer(Checks::Pairs.new(stored.plan, one, other, PickParams.fitting(pick, stored.plan), verdicts: verdicts(stored)).to_tree)
        end

        get '/:slug/variants' do |slug|
          answer(variants: Exchange::VariantsCSV.new(store.find(slug).plan).to_list)
        end

        # The list of complete variants, a page of it; count=yes counts them all.
        get '/:slug/complete' do |slug|
          stored = store.find(slug)
          complete = Checks::CompleteVariants.new(stored.plan, verdicts: verdicts(stored))
          page = complete.page(from: count_of('from', 0..Checks::Variants::MOST), text: text_of('text')[0, 100], only: text_of('only'))
          answer(page.merge(params['count'] == 'yes' ? complete.count : {}))
        end

        # What a pattern would call every variant, or (rows_of=TABLE) the rows of a table.
        get '/:slug/labels' do |slug|
          answer(Checks::LabelTrial.new(store.find(slug).plan).run(text_of('name'), text_of('text')[0, 500],
                                                                   rows_of: present('rows_of')))
        end

        # The edit that calls the rows of a table by a pattern.
        get '/:slug/row_names' do |slug|
          stored = store.find(slug)
          table = table_of(stored, text_of('rows_of'))
          names = Checks::LabelTrial.new(stored.plan).rows(table, text_of('text')[0, 500]).map { |row, name| { row: row, name: name } }
          answer(edit: { do: 'rename_rows', table: table.name, names: names })
        end

        # Two to four rows of a table side by side: rows[]=A&rows[]=B.
        get '/:slug/compare' do |slug|
          stored = store.find(slug)
          table = table_of(stored, text_of('table'))
          base = PickParams.fitting(pick, stored.plan)
          rows = Array(params['rows']).map(&:to_s).select { |name| table.row(name) }.uniq
          comparison = Checks::Comparison.new(stored.plan, rows.to_h do |name|
            [name, Plan::Pick.new(rows: base.rows.merge(table.name => name))]
          end)
          answer(comparison.to_tree.merge('pictures' => comparison.pictures(side, width: 520.0)))
        end

        # A page of the gallery: every row of a table with its picture, all in one scale (scale=same) or each fitted.
        get '/:slug/gallery' do |slug|
          stored = store.find(slug)
          table = table_of(stored, text_of('table'))
          from = count_of('from', 0..100_000)
          base = PickParams.fitting(pick, stored.plan)
          results = table.rows[from, CARDS].to_a.to_h { |row| [row.name, Result.new(stored.plan, Plan::Pick.new(rows: base.rows.merge(table.name => row.name)))] }
          answer(size: table.rows.size, cards: cards(results))
        end
      end

      private

      def cards(results)
        extent = params['scale'] == 'same' ? Drawing::Extent.of(results.values, side) : nil
        results.map do |name, result|
          { name: name, label: result.outcome.label('part_number'), mass: result.fact_texts['mass'], size: result.fact_texts['size'],
            findings: result.findings.reject do |finding|
              finding.level == :note
            end.map { |finding| finding.to_tree.slice('level', 'message') },
            svg: result.view(side, width: 300.0, tallest: 130.0, dimensions: false, extent: extent) }
        end
      end
    end
  end
end
