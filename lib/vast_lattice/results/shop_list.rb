# frozen_string_literal: true

module VastLattice
  module Results
    # Holes to drill and bends of the variant in view.
    class ShopList < Sheets
      LIST = Option.new('list', 'List', { 'holes' => 'holes to drill', 'bends' => 'bends, with flat sizes' })
      private_constant :LIST

      def initialize(kind)
        super('shop_list', kind, title: 'Drill and bend list', note: 'every hole with its place and depth; every bend', made_from: :variant,
                                 options: kind.name == 'csv' ? [LIST] : [])
      end

      # A CSV has one of both.
      def sheets(subject, options)
        wanted = @kind.name == 'csv' ? [options['list']] : LIST.choices.keys
        wanted.map { |of| Lists::Writers.sheet(Lists::Composed.new(Family::ListDesign.new(name: of, kind: of), subject), name: of) }
      end
    end
  end
end
