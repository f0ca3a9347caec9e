# frozen_string_literal: true

module VastLattice
  class Family
    # An input form: pages of groups of fields. Pages, groups and fields may be there only under a condition (+shown_when+), and
    # may have a +picture+ (the name of a Picture of the family). What is answered is taken at once where it is +filled+ live, or
    # at a button where it is applied. +price+ is what visitors are told of the price (PRICES).
    class Form < Value.with(:name, label: '', note: '', picture: '', filled: 'live', display: '', price: 'total', pages: [])
      extend TreeForm

      FILLED = %w[live applied].freeze
      PRICES = { 'total' => 'the total', 'lines' => 'what it is made of', 'none' => 'nothing' }.freeze

      # A page with a title.
      class Page < Value.with(:title, note: '', picture: '', shown_when: nil, groups: [])
        extend TreeForm

        def self.nested = { groups: Group }
        def self.list = :groups
      end

      # A group of fields on a page, in so many +columns+.
      class Group < Value.with(title: '', note: '', picture: '', shown_when: nil, columns: 1, fields: [])
        extend TreeForm

        def self.nested = { fields: Field }
        def self.list = :fields

        # Plain form; the number of columns may be a text.
        def self.from_tree(tree) = super(tree.merge('columns' => tree.fetch('columns', 1).to_i))
      end

      # Under the condition +condition+ a field leaves only some +choices+, or a narrower range; what is blank narrows nothing.
      class Narrowing < Value.with(condition: '', least: '', most: '', choices: [])
        extend TreeForm

        # In plain form the condition is called "when", as of rules.
        def self.from_tree(tree) = super(tree.except('when').merge('condition' => tree.fetch('when', '')))
        def to_tree = super.except('condition').merge('when' => condition)
      end

      # Asks for or shows one parameter, or the row of a table (+ask+ "size.row"), with a control of the registry CONTROLS; some
      # controls ask for nothing, such as a note with its +text+ or a button with what it +does+. Under the condition
      # +locked_when+ it is shown and cannot be answered.
      #
      # +unit+ is that in which it is answered; +least+, +most+, +step+ and +default+ are constant entries that hold in this form
      # alone; +order+ lists choices in the order in which they stand; +pictures+ are names of Pictures by choice,
      # +colours+ its swatches as #rrggbb; a button +sets+ answers: {parameter => entry}.
      class Field < Value.with(ask: '', control: nil, label: '', help: '', placeholder: '', picture: '', shown_when: nil, locked_when: nil,
                               unit: '', least: '', most: '', step: '', default: '', order: [], pictures: {}, colours: {}, narrowings: [],
                               text: '', does: '', sets: {})
        extend TreeForm

        def self.nested = { narrowings: Narrowing }

        # Whether something is asked or shown.
        def asks? = !ask.empty?
      end

      def self.nested = { pages: Page }
      def self.list = :pages

      # The path below a form of what has these numbers there: ["pages", 0, "groups", 1].
      def self.path(numbers) = %w[pages groups fields].first(numbers.size).zip(numbers).flatten

      # What a button does: begins again, keeps the configuration, goes to the next page, or sets answers.
      ACTIONS = { 'start_again' => 'start again', 'keep' => 'keep the configuration', 'next_page' => 'go to the next page',
                  'set' => 'set answers' }.freeze

      def title = label.empty? ? name.tr('_', ' ') : label
      def fields = pages.flat_map { |page| page.groups.flat_map(&:fields) }

      # The form with each field replaced by what the block makes of it.
      def map_fields(&change)
        with(pages: pages.map { |page| page.with(groups: page.groups.map { |group| group.with(fields: group.fields.map(&change)) }) })
      end

      # The form without the fields of which the block says so.
      def without_fields(&block)
        with(pages: pages.map { |page| page.with(groups: page.groups.map { |group| group.with(fields: group.fields.reject(&block)) }) })
      end

      # Names of the pictures that it shows.
      def pictures
        named = []
        with_pictures { |name| name.tap { named << name } }
        named.compact.reject(&:empty?).uniq
      end

      # The form with each name of a picture replaced by what the block makes of it.
      def with_pictures(&block)
        pages = map_fields do |field|
          field.with(picture: yield(field.picture), pictures: field.pictures.transform_values(&block))
        end.pages
        pages = pages.map do |page|
          page.with(picture: yield(page.picture), groups: page.groups.map { |group| group.with(picture: yield(group.picture)) })
        end
        with(picture: yield(picture), pages: pages)
      end

      # The field that asks for a name, or nil.
      def field(name) = fields.find { |field| field.asks? && field.ask.casecmp?(name.to_s) }

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
