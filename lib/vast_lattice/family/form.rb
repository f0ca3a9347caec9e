# frozen_string_literal: true

module VastLattice
  class Family
    # An input form: pages of groups of fields.
    class Form < Value.with(:name, label: '', note: '', pages: [])
      extend TreeForm

      # A page with a title.
      class Page < Value.with(:title, note: '', groups: [])
        extend TreeForm

        def self.nested = { groups: Group }
      end

      # A group of fields on a page.
      class Group < Value.with(title: '', note: '', fields: [])
        extend TreeForm

        def self.nested = { fields: Field }
      end

      # Asks for or shows one parameter with a control of the registry CONTROLS.
      class Field < Value.with(:ask, control: nil, label: '', help: '')
        extend TreeForm
      end

      def self.nested = { pages: Page }

      def title = label.empty? ? name.tr('_', ' ') : label
      def fields = pages.flat_map { |page| page.groups.flat_map(&:fields) }
    end
  end
end
