# frozen_string_literal: true

module VastLattice
  module Results
    # A list as a file: one that is kept with the family, or any kind of list as it is arranged by options.
    class List < Format
      NOTES = { 'pdf' => 'to be printed', 'html' => 'a page to be sent', 'json' => 'for programs' }.freeze
      NOTE = 'operations, holes, bends, cuts, parts, prices or variants, with the columns, order, groups and sums that you want'
      AS_SET = { 'kept' => 'as the list says' }.freeze
      OPTIONS = [Option.new('list', 'List'), Option.new('kind', 'Kind of list'), Option.new('over', 'Of', AS_SET.merge(Family::ListDesign::OVER)),
                 Option.new('rows', 'Rows of tables'), Option.new('columns', 'Columns'), Option.new('order', 'Order'),
                 Option.new('group', 'Groups'), Option.new('sums', 'Sums', AS_SET.merge(Family::ListDesign::SUMS))].freeze
      WRITERS = { 'pdf' => ->(list) { Lists::Printed.new(list).write }, 'html' => ->(list) { Lists::WebPage.new(list).write },
                  'json' => ->(list) { JSON.pretty_generate(Lists::Writers.tree(list)) } }.freeze
      private_constant :AS_SET, :WRITERS

      def self.all
        endings = Exchange::SHEET_FORMATS.kinds.to_h { |kind| [kind.name, ->(list) { kind.write([Lists::Writers.sheet(list)]) }] }
        media = Exchange::SHEET_FORMATS.kinds.to_h { |kind| [kind.name, kind.content_type] }
        { **endings, **WRITERS }.map do |ending, writer|
          new("list.#{ending}", writer, media_type: media[ending] || MEDIA_TYPES.fetch(ending))
        end
      end

      def initialize(name, writer, **about)
        @writer = writer
        super(name, title: 'List', note: NOTES.fetch(name.split('.').last, NOTE), made_from: :variant, options: OPTIONS, **about)
      end

      def workshop? = true

      def told(options) = options.values_at('list', 'kind').map(&:to_s).reject(&:empty?).first || base
      def file_name(slug, options = {}) = "#{slug}-#{told(options)}.#{ending}"

      def write(subject, options) = @writer.call(List.composed(subject, options))

      # The Lists::Composed that options say. Raises Missing, and Error for what there is not.
      def self.composed(subject, options) = Lists::Composed.new(design(subject, options), subject)

      # The kept list of that name, the first one, or one of a kind, with what the options say otherwise.
      def self.design(subject, options)
        given = options.reject { |_, text| text.to_s.empty? || AS_SET.key?(text) }
        base = base(subject, given)
        texts = given.slice('over', 'group', 'sums').transform_keys(&:to_sym)
        lists = given.slice('columns', 'order').to_h { |name, text| [name.to_sym, text.split(',').map(&:strip)] }
        rows = given['rows'] ? { rows: rows(given['rows']) } : {}
        base.with(**texts, **lists, **rows)
      end

      def self.base(subject, given)
        return Family::ListDesign.new(name: given['kind'], kind: given['kind']) if given['kind'] && !given['list']
        return subject.chosen(given['list'], subject.family.lists, 'list').first if given['list']

        subject.family.lists.first || Family::ListDesign.new(name: 'operations', kind: 'operations')
      end

      # "size=SF-1*; finish=painted": tables with their rows.
      def self.rows(text)
        text.split(';').to_h { |pair| pair.split('=', 2).map(&:strip) }
      rescue ArgumentError
        raise Error.new(Wording[:text_names_no_rows, text: text[0, 60]], remedy: Wording[:write_table_and_rows_as])
      end
      private_class_method :base, :rows
    end
  end
end
