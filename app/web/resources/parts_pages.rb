# frozen_string_literal: true

module VastLattice
  module Web
    # The parts list of a family's variant, as a page.
    module PartsPages
      extend Resource

      routes '/families' do
        get '/:slug/parts', needs: :read do |slug|
          @stored = store.find(slug)
          @result, @list = parts_of(@stored)
          @shown = %w[indented flat].include?(params['as']) ? params['as'] : 'indented'
          @level = count_of('level', 0..99) if params['level'].to_s.match?(/\A\d+\z/)
          @query = PickParams.query(PickParams.fitting(PickParams.read(params), @stored.plan))
          @title = "#{@stored.family.name} · Parts list"
          erb :parts
        end
      end

      private

      # [Result, PartsList] of the variant that is asked for.
      def parts_of(stored)
        result = ViewState.new(stored, PickParams.read(params)).result
        raise VastLattice::Error.new('The family has errors, so there is no parts list.', remedy: 'Mend them first.') unless result

        [result, Quantities::PartsList.new(result.outcome)]
      end

      # Positions of the page, with how far they are indented.
      def shown_positions
        return @list.flat if @shown == 'flat'

        @level ? @list.level(@level) : @list.indented
      end

      def mass_text(mass) = mass && Variants::Figures.mass_text(mass)
      def price_text(price) = price&.to_s
    end
  end
end
