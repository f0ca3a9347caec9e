# frozen_string_literal: true

module VastLattice
  module Web
    # Files of a family: its own file, its resolved table, one variant table, a drawing.
    class Downloads < Base
      TYPES = { 'yaml' => 'application/yaml', 'json' => 'application/json', 'csv' => 'text/csv', 'svg' => 'image/svg+xml' }.freeze

      get('/:slug/file.yaml') { |slug| file(slug, 'yaml', Exchange::FamilyFile.yaml(store.find(slug).family)) }
      get('/:slug/file.json') { |slug| file(slug, 'json', Exchange::FamilyFile.json(store.find(slug).family)) }
      get('/:slug/variants.csv') { |slug| file("#{slug}-variants", 'csv', Exchange::VariantsCSV.new(store.find(slug).plan).to_csv) }

      get '/:slug/variants.json' do |slug|
        file("#{slug}-variants", 'json', JSON.pretty_generate(Exchange::VariantsCSV.new(store.find(slug).plan).to_list))
      end

      get '/:slug/tables/:table.csv' do |slug, name|
        plan = store.find(slug).plan
        table = plan.family.table(name) || raise(Sinatra::NotFound)
        file("#{slug}-#{table.name}", 'csv', Exchange::TableCSV.write(table, Exchange::TableCSV.units(plan)))
      end

      get '/:slug/front.svg' do |slug|
        stored = store.find(slug)
        picture = ViewState.new(stored, PickParams.read(params)).result&.front_view(width: 900.0)
        file("#{slug}-front", 'svg', picture || raise(VastLattice::Error, 'There is nothing to draw.'))
      end

      private

      def file(name, kind, content)
        content_type TYPES.fetch(kind), charset: 'utf-8'
        attachment "#{name}.#{kind}"
        content
      end
    end
  end
end
