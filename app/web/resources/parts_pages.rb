# frozen_string_literal: true

module VastLattice
  module Web
    # The parts list of a family's variant, as a page and as files; and a family with all that it uses as one file.
    module PartsPages
      extend Resource

      routes '/families' do
        get '/:slug/parts' do |slug|
          @stored = store.find(slug)
          @result, @list = parts_of(@stored)
          @shown = %w[indented flat].include?(params['as']) ? params['as'] : 'indented'
          @level = count_of('level', 0..99) if params['level'].to_s.match?(/\A\d+\z/)
          @query = PickParams.query(PickParams.fitting(PickParams.read(params), @stored.plan))
          @title = "#{@stored.family.name} · Parts list"
          erb :parts
        end

        get '/:slug/parts.json' do |slug|
          file("#{slug}-parts", 'json', JSON.pretty_generate(Exchange::PartsSheets.tree(parts_of(store.find(slug)).last)))
        end

        get '/:slug/parts.:format' do |slug, format|
          raise Sinatra::NotFound unless Exchange::SHEET_FORMATS.key?(format)

          kind = Exchange::SHEET_FORMATS.fetch(format)
          file("#{slug}-parts", format, kind.write(Exchange::PartsSheets.of(parts_of(store.find(slug)).last)), kind.content_type)
        end

        get('/:slug/bundle.yaml') { |slug| file("#{slug}-bundle", 'yaml', Exchange::BundleFile.yaml(bundle_of(slug))) }

        get '/:slug/bundle.zip' do |slug|
          file("#{slug}-bundle", 'zip', Exchange::BundleFile.zip(bundle_of(slug)), 'application/zip')
        end
      end

      private

      # [Result, PartsList] of the variant that is asked for.
      def parts_of(stored)
        result = ViewState.new(stored, PickParams.read(params)).result
        raise VastLattice::Error.new('The family has errors, so there is no parts list.', remedy: 'Mend them first.') unless result

        [result, Quantities::PartsList.new(result.outcome)]
      end

      def bundle_of(slug)
        family = store.find(slug).family
        Exchange::BundleFile.of(store.library.whole(family), main: family.name)
      end

      # Positions of the page, with how far they are indented.
      def shown_positions
        return @list.flat if @shown == 'flat'

        @level ? @list.level(@level) : @list.indented
      end

      def mass_text(mass) = mass && Checks::Figures.mass_text(mass)
      def price_text(sums) = sums && Outcome::Line.price_of(sums)
    end
  end
end
