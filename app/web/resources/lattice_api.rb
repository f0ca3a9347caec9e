# frozen_string_literal: true

module VastLattice
  module Web
    # The lattice of features and variants (docs/api.md).
    module LatticeAPI
      extend Resource

      routes '/api/families' do
        # The lattice of a table.
        get('/:slug/lattice', needs: :read) { |slug| answer(lattice(slug).to_tree.merge('version' => store.version(slug))) }

        # Masses and shape findings of the variants from number +from+ on.
        get '/:slug/lattice/figures', needs: :read do |slug|
          from = count_of('from', 0..100_000)
          answer(figures: lattice(slug).figures(from...(from + count_of('count', 1..60))))
        end

        get('/:slug/lattice/values', needs: :read) { |slug| answer(values: lattice(slug).values(text_of('name'))) }
        get('/:slug/lattice/near', needs: :read) { |slug| answer(near: lattice(slug).near(text_of('variant'))) }
      end

      private

      def lattice(slug)
        stored = store.find(slug)
        table = present('table')
        Variants::Lattice.new(stored.plan, table && table_of(stored, table), PickParams.fitting(pick, stored.plan),
                              verdicts: verdicts(stored))
      end
    end
  end
end
