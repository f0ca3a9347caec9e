# frozen_string_literal: true

module VastLattice
  module Web
    # Files of a family: its own file, its resolved table, one variant table, a drawing.
    module Downloads
      extend Resource

      # Of spreadsheets the formats say it themselves.
      TYPES = { 'yaml' => 'application/yaml', 'json' => 'application/json', 'csv' => 'text/csv', 'svg' => 'image/svg+xml',
                'dmn' => 'application/xml' }.freeze

      routes '/families' do
        get('/:slug/file.yaml') { |slug| file(slug, 'yaml', Exchange::FamilyFile.yaml(store.find(slug).family)) }
        get('/:slug/file.json') { |slug| file(slug, 'json', Exchange::FamilyFile.json(store.find(slug).family)) }
        get('/:slug/rules.dmn') { |slug| file("#{slug}-rules", 'dmn', Exchange::DecisionFile.write(store.find(slug).plan)) }
        get '/:slug/rule_tables.:format' do |slug, format|
          rule_table_file(slug, format, store.find(slug).family.rule_tables)
        end

        get '/:slug/rule_tables/:table.:format' do |slug, name, format|
          tables = store.find(slug).family.rule_tables
          found = tables.find { |table| table.name.casecmp?(name) } || raise(NotInFamily.new('rule table', name, tables.map(&:name)))
          rule_table_file(slug, format, [found])
        end

        # The resolved table; only=valid leaves out what is not.
        get('/:slug/variants.csv') { |slug| file("#{slug}-variants", 'csv', resolved_table(slug).to_csv) }

        get '/:slug/variants.json' do |slug|
          file("#{slug}-variants", 'json', JSON.pretty_generate(resolved_table(slug).to_list))
        end

        # All tables in one file, a sheet each; a CSV holds one.
        get('/:slug/tables.:format') { |slug, format| tables(slug, format, store.find(slug).plan) }

        get '/:slug/tables/:table.:format' do |slug, name, format|
          plan = store.find(slug).plan
          tables(slug, format, plan, [table_of(store.find(slug), name)])
        end

        get '/:slug/lattice.:format' do |slug, format|
          plan = store.find(slug).plan
          table = present('table') && table_of(store.find(slug), text_of('table'))
          lattice = Checks::Lattice.new(plan, table, PickParams.fitting(PickParams.read(params), plan))
          next file("#{slug}-lattice", 'svg', Exchange::LatticePicture.new(lattice).to_svg) if format == 'svg'
          raise Sinatra::NotFound unless Exchange::SHEET_FORMATS.key?(format)

          kind = Exchange::SHEET_FORMATS.fetch(format)
          file("#{slug}-lattice", format, kind.write([Exchange::LatticeSheet.write(lattice)]), kind.content_type)
        end

        get '/:slug/front.svg' do |slug|
          stored = store.find(slug)
          picture = ViewState.new(stored, PickParams.read(params), display: shown_units).result&.front_view(width: 900.0)
          file("#{slug}-front", 'svg', picture || raise(VastLattice::Error, 'There is nothing to draw.'))
        end
      end

      private

      def resolved_table(slug)
        stored = store.find(slug)
        Exchange::VariantsCSV.new(stored.plan, verdicts: verdicts(stored), only_valid: params['only'] == 'valid')
      end

      # A CSV holds one.
      def rule_table_file(slug, format, tables)
        raise Sinatra::NotFound unless Exchange::SHEET_FORMATS.key?(format) && (tables.size == 1 || format != 'csv')

        kind = Exchange::SHEET_FORMATS.fetch(format)
        file("#{slug}-#{tables.size == 1 ? tables.first.name.tr(' ', '-') : 'rules'}", format, kind.write(Exchange::RuleTableSheets.write(tables)),
             kind.content_type)
      end

      def tables(slug, format, plan, tables = plan.family.tables)
        known = Exchange::SHEET_FORMATS.key?(format) && (tables.size == 1 || format != 'csv')
        raise Sinatra::NotFound unless known

        kind = Exchange::SHEET_FORMATS.fetch(format)
        file([slug, *(tables.first.name if tables.size == 1)].join('-'), format, kind.write(Exchange::TableSheets.write(plan, tables)),
             kind.content_type)
      end

      def file(name, kind, content, type = TYPES.fetch(kind))
        type.include?('sheet') ? content_type(type) : content_type(type, charset: 'utf-8')
        attachment "#{name}.#{kind}"
        content
      end
    end
  end
end
