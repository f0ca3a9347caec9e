# frozen_string_literal: true

module VastLattice
  class Family
    # An input form: pages of groups of fields. Pages, groups and fields may be there only under a condition (+shown_when+).
    class Form < Value.with(:name, label: '', note: '', pages: [])
      extend TreeForm

      # A page with a title.
      class Page < Value.with(:title, note: '', shown_when: nil, groups: [])
        extend TreeForm

        def self.nested = { groups: Group }
        def self.list = :groups
      end

      # A group of fields on a page, in so many +columns+.
      class Group < Value.with(title: '', note: '', shown_when: nil, columns: 1, fields: [])
        extend TreeForm

        def self.nested = { fields: Field }
        def self.list = :fields

        # Plain form; the number of columns may be a text.
        def self.from_tree(tree) = super(tree.merge('columns' => tree.fetch('columns', 1).to_i))
      end

      # Asks for or shows one parameter with a control of the registry CONTROLS; under the condition +locked_when+ it is shown
      # and cannot be answered.
      class Field < Value.with(:ask, control: nil, label: '', help: '', placeholder: '', shown_when: nil, locked_when: nil)
        extend TreeForm
      end

      def self.nested = { pages: Page }
      def self.list = :pages

      # The path below a form of what has these numbers there: ["pages", 0, "groups", 1].
      def self.path(numbers) = %w[pages groups fields].first(numbers.size).zip(numbers).flatten

      def title = label.empty? ? name.tr('_', ' ') : label
      def fields = pages.flat_map { |page| page.groups.flat_map(&:fields) }

      # Pages, groups and fields with their numbers from the form down: [[[page], Page], [[page, group], Group], …].
      def placed
        pages.each_with_index.flat_map do |page, one|
          groups = page.groups.each_with_index.flat_map do |group, two|
            [[[one, two], group], *group.fields.each_with_index.map { |field, three| [[one, two, three], field] }]
          end
          [[[one], page], *groups]
        end
      end
    end
  end
end
