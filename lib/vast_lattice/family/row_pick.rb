# frozen_string_literal: true

module VastLattice
  class Family
    # How a component picks a row of a table of its family, as text:
    #
    #   SL-0800                         the row of that name
    #   none                            no row
    #   = if tall then "A" else "B"     the row that a formula names
    #   smallest length >= lane_height  the row with the smallest length that is enough
    #   largest load <= 2 * span        the row with the largest that fits
    #
    # +kind+ is :row, :none, :formula, :smallest or :largest; +text+ the name or the formula; +column+ the column that is compared.
    class RowPick < Value.with(:kind, :text, column: nil)
      NEAREST = /\A\s*(?<kind>smallest|largest)\s+(?<column>[\p{L}_][\p{L}\p{N}_.]*)\s*(?<sign>>=|<=)\s*(?<text>.+)\z/mi
      NONE = 'none'
      SIGNS = { smallest: '>=', largest: '<=' }.freeze

      def self.read(text)
        text = text.to_s
        return new(kind: :none, text: NONE) if [NONE, ''].include?(text.strip.downcase)
        return new(kind: :formula, text: text[1..].strip) if text.start_with?('=')

        match = NEAREST.match(text)
        kind = match && match[:kind].downcase.to_sym
        return new(kind: :row, text: text.strip) unless match && SIGNS[kind] == match[:sign]

        new(kind: kind, text: match[:text].strip, column: match[:column])
      end

      # Whether +text+ is a formula.
      def formula? = !%i[row none].include?(kind)
      def nearest? = SIGNS.key?(kind)

      def to_s
        return "= #{text}" if kind == :formula

        nearest? ? "#{kind} #{column} #{SIGNS.fetch(kind)} #{text}" : text
      end
    end
  end
end
