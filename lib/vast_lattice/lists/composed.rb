# frozen_string_literal: true

module VastLattice
  module Lists
    # A list as its design says: the columns that are wanted, the rows in order and in groups, with their sums.
    class Composed
      # Rows that have one value of the column by which they are grouped: that value (nil where nothing is grouped), lists of cells, and
      # sums (nil in columns without one), or nil where none are wanted.
      Group = Struct.new(:value, :rows, :sums)
      # Where rows are of several variants, whose they are.
      VARIANT = Column.text('variant', 'Variant')
      # More rows are no list.
      MOST = 50_000

      attr_reader :design, :subject

      # +design+ is a Family::ListDesign, +subject+ a Results::Subject. Raises Registry::Unknown, and Error for columns that are not there.
      def initialize(design, subject)
        @design = design
        @subject = subject
        @kind = Family::LISTS.fetch(design.kind)
      end

      def title = design.label.empty? ? @kind.title : design.label

      # Columns that can be had.
      def all_columns = @all_columns ||= [*(VARIANT if covered.several?), *@kind.columns(subject.family)]

      # Those that are shown, in their order.
      def columns = @columns ||= design.columns.empty? ? all_columns.select(&:usual) : design.columns.map { |name| column(name) }

      def groups
        @groups ||= begin
          by = column(design.group) unless design.group.empty?
          found = by ? rows.group_by { |row| row[by.name] } : { nil => rows }
          found.map { |value, own| Group.new(by&.text(value), own.map { |row| cells(row) }, (sums(own) if summed?)) }
        end
      end

      # Sums of all rows, or nil.
      def sums(own = rows)
        sums = columns.map { |column| sum(column, own) if column.summed }
        sums if summed? && sums.any?
      end

      def size = rows.size
      def findings = @findings ||= covered.subjects.flat_map { |_, own| @kind.findings(own) }.uniq(&:message)

      # The same as sentences.
      def notes = findings.map { |finding| [finding.message, finding.remedy].compact.join(' ') }

      # What it is of, in words.
      def about = covered.words

      private

      def covered = @covered ||= Covered.new(subject, design.over, design.rows)

      def summed? = design.sums == 'yes' && columns.any?(&:summed)

      def column(name)
        all_columns.find { |one| one.name == name } or
          raise Error.new(Wording[:there_is_no_kind_name, kind: 'column', name: name],
                          remedy: Nearest.remedy(name, all_columns.map(&:name), kind: 'column'))
      end

      def rows = @rows ||= ordered(gathered)

      def gathered
        covered.subjects.each_with_object([]) do |(variant, own), found|
          rows = @kind.rows(own)
          found.concat(covered.several? ? rows.map { |row| { 'variant' => variant, **row } } : rows)
          next if found.size <= MOST

          raise Error.new(Wording[:the_list_has_more_than_most_rows, most: MOST], remedy: Wording[:choose_fewer_variants])
        end
      end

      # As they were given where the design says no order; what has no value comes last.
      def ordered(rows)
        keys = design.order.map { |text| [column(text.delete_prefix('-')).name, text.start_with?('-')] }
        return rows if keys.empty?

        rows.each_with_index.sort { |(one, first), (other, second)| compared(one, other, keys) || (first <=> second) }.map(&:first)
      end

      def compared(one, other, keys)
        keys.lazy.map { |name, backwards| pair(one[name], other[name], backwards) }.find(&:nonzero?)
      end

      def pair(one, other, backwards)
        blanks = [one, other].map { |value| value.nil? ? 1 : 0 }
        return blanks.first - blanks.last if blanks.include?(1)

        found = (one.is_a?(Numeric) && other.is_a?(Numeric) ? one <=> other : one.to_s <=> other.to_s) || 0
        backwards ? -found : found
      end

      def cells(row) = columns.map { |column| row[column.name] }

      # What is undefined makes a sum undefined; texts among numbers are that.
      def sum(column, rows)
        values = rows.filter_map { |row| row[column.name] }
        return if values.empty?

        values.all?(Numeric) ? values.sum.round(6) : Undefined::WORD
      end
    end
  end
end
