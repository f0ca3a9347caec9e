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
        get '/:slug/pairs', needs: :read do |slug|
          stored = store.find(slug)
          one, other = %w[down across].map { |key| table_of(stored, text_of(key)) }
          answer(Variants::Pairs.new(stored.plan, one, other, PickParams.fitting(pick, stored.plan), verdicts: verdicts(stored)).to_tree)
        end

        get '/:slug/variants', needs: :read do |slug|
          answer(variants: Exchange::VariantsCSV.new(store.find(slug).plan).to_list)
        end

        # The list of complete variants, a page of it; count=yes counts them all.
        get '/:slug/complete', needs: :read do |slug|
          stored = store.find(slug)
          complete = Variants::Complete.new(stored.plan, verdicts: verdicts(stored))
          page = complete.page(from: count_of('from', 0..Variants::All::MOST), text: text_of('text')[0, 100], only: text_of('only'))
          answer(page.merge(params['count'] == 'yes' ? complete.count : {}))
        end

        # What a pattern would call every variant, or (rows_of=TABLE) the rows of a table.
        get '/:slug/labels', needs: :read do |slug|
          answer(Checks::LabelTrial.new(store.find(slug).plan).run(text_of('name'), text_of('text')[0, 500],
                                                                   rows_of: present('rows_of')))
        end

        # The edit that calls the rows of a table by a pattern.
        get '/:slug/row_names', needs: :read do |slug|
          stored = store.find(slug)
          table = table_of(stored, text_of('rows_of'))
          names = Checks::LabelTrial.new(stored.plan).rows(table, text_of('text')[0, 500]).map { |row, name| { row: row, name: name } }
          answer(edit: { do: 'rename_rows', table: table.name, names: names })
        end

        # Two to four variants side by side: rows[]=A&rows[]=B, of a table, or complete ones.
        get '/:slug/compare', needs: :read do |slug|
          stored = store.find(slug)
          across = across(stored)
          numbers = Array(params['rows']).filter_map { |name| across.number(name) }.uniq
          picks = numbers.to_h { |number| [across.name(number), across.pick(number)] }
          comparison = Variants::Comparison.new(stored.plan, picks, display: shown_units)
          answer(comparison.to_tree.merge('pictures' => comparison.pictures(side, width: 520.0)))
        end

        # A page of the gallery: every row of a table, or every complete variant, with its picture, all in one scale (scale=same) or
        # each fitted.
        get '/:slug/gallery', needs: :read do |slug|
          stored = store.find(slug)
          across = across(stored)
          from = count_of('from', 0..100_000)
          shown = (from...[from + CARDS, across.size].min)
          answer(size: across.size, cards: cards(shown.to_h do |number|
            [across.name(number), Result.new(stored.plan, across.pick(number), display: shown_units)]
          end))
        end
      end

      private

      # What stands beside each other: the rows of the table that the address names, or complete variants.
      def across(stored)
        table = present('table')
        Variants::Across.of(stored.plan, table && table_of(stored, table), PickParams.fitting(pick, stored.plan))
      end

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
