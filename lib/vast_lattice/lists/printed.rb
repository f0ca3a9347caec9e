# frozen_string_literal: true

require 'prawn'
require 'prawn/table'

module VastLattice
  module Lists
    # A Lists::Composed as PDF, on A4 (ISO 216), lying where there are many columns; its heading is on every page.
    class Printed
      INK = '1F2A37'
      SOFT = '5A6270'
      LINE = 'D8CDB6'
      # More columns lie.
      UPRIGHT = 6
      # More rows are not printed: the file says so.
      MOST = 3000
      private_constant :INK, :SOFT, :LINE

      def initialize(list)
        @list = list
      end

      def write
        layout = @list.columns.size > UPRIGHT ? :landscape : :portrait
        @page = Prawn::Document.new(page_size: 'A4', page_layout: layout, margin: [36, 36, 42, 36],
                                    info: { Title: @list.title, Creator: 'Vast Lattice' })
        @font = PDFFont.new(@page)
        @page.font(@font.name, size: @list.columns.size > 10 ? 7 : 8)
        @page.fill_color INK
        head
        table
        @page.number_pages '<page> / <total>', at: [@page.bounds.right - 60, -14], width: 60, align: :right, size: 8
        @page.render
      end

      private

      def head
        @page.text @font.written(@list.title), size: 16, style: :bold
        soft "#{@list.subject.family.name}, #{@list.about}"
        soft "The first #{MOST} of #{@list.size} lines; the other kinds of file have all." if @list.size > MOST
        @list.notes.each { |note| soft note }
        @page.move_down 8
      end

      def soft(words)
        @page.fill_color SOFT
        @page.text @font.written(words), size: 9
        @page.fill_color INK
      end

      def table
        rows, bold = lines
        return soft('There is nothing in it.') if rows.empty?

        columns = @list.columns
        @page.table([columns.map(&:heading), *rows].map do |row|
          row.map do |cell|
            @font.written(cell)
          end
        end, header: true, width: @page.bounds.width) do |made|
          made.cells.borders = [:bottom]
          made.cells.border_color = LINE
          made.cells.border_width = 0.5
          made.cells.padding = [2, 4]
          columns.each_with_index { |column, at| made.columns(at).align = :right if column.number? }
          [0, *bold.map { |at| at + 1 }].each { |at| made.row(at).font_style = :bold }
        end
      rescue Prawn::Errors::CannotFit
        raise Error.new(Wording[:the_list_is_too_wide_to_be_printed], remedy: Wording[:choose_fewer_columns])
      end

      # Lines of texts, and the numbers of those that stand out.
      def lines
        found = @list.groups.flat_map { |group| of_group(group) }
        found << [true, texts(Writers.line(@list.sums))] if @list.groups.size > 1 && @list.sums
        [found.map(&:last), found.each_index.select { |at| found[at].first }]
      end

      # [whether it stands out, texts], as many as are printed in all.
      def of_group(group)
        @left = (@left || MOST) - group.rows.size
        rows = group.rows.first([group.rows.size + @left, 0].max).map { |row| [false, texts(row)] }
        [*([[true, heading(group.value)]] if group.value), *rows, *([[true, texts(Writers.line(group.sums))]] if group.sums&.any?)]
      end

      def heading(value) = [value, *([''] * (@list.columns.size - 1))]
      def texts(row) = @list.columns.zip(row).map { |column, value| column.text(value) }
    end
  end
end
