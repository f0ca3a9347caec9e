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
        both = Exchange::ShopSheets.of(subject.result.whole_model.bodies)
        @kind.name == 'csv' ? both.select { |sheet| sheet.name == options['list'] } : both
      end
    end
  end
end
