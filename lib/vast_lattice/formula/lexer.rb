# frozen_string_literal: true

require 'strscan'

module VastLattice
  module Formula
    # Cuts a formula into tokens. A number takes the unit that follows it ("250 mm", "1/2 in",
    # "7.85 g/cm3"); a fraction is written without blanks around its stroke and needs a unit, so that
    # 1 / 2 stays a division.
    class Lexer
      KEYWORDS = %w[if then else and or in between true false null].freeze
      NAME = /[[:alpha:]_][[:alnum:]_]*(?:\.[[:alpha:]_][[:alnum:]_]*)*/
      DECIMAL = /(?:\d+(?:\.\d+)?|\.\d+)(?:[eE][+-]?\d{1,2}(?!\d))?/
      FRACTION = %r{(?:(?<whole>\d+)\s+)?(?<over>\d+)/(?<under>\d+)(?=\s*[[:alpha:]°])}
      # 5' 6 1/2" or 5' or 6": feet and inches, where a quotation mark can mean nothing else.
      INCHES = %r{(?:\d+\s+)?\d+/[1-9]\d*|\d+(?:\.\d+)?}
      FEET = /(?<feet>\d+(?:\.\d+)?)'(?:\s*(?<inches>#{INCHES})")?|(?<only>#{INCHES})"(?!")/
      TEXT = /"(?:[^"\\]|\\["\\nt])*"/
      SIGN = %r{\*\*|<=|>=|!=|\.\.|[-+*/()\[\],<>=]}
      ESCAPES = { '\\"' => '"', '\\\\' => '\\', '\\n' => "\n", '\\t' => "\t" }.freeze
      LONGEST_NUMBER = 30
      # What to do about marks that do not belong, where more can be said.
      HINTS = { '"' => :close_the_text_with_a_second, '^' => :write_a_power_with_two_stars_bore, '&' => :write_and, '|' => :write_or,
                '{' => :lists_stand_in_square_brackets, ';' => :separate_values_by_commas }.transform_values { |key| Wording[key] }.freeze

      def self.tokens(text) = new(text).tokens

      def initialize(text)
        @text = text.to_s
        @scanner = StringScanner.new(@text)
      end

      # All tokens, the last of kind :end. Raises Formula::Error.
      def tokens
        refuse_unreadable
        found = []
        found << token until blank_skipped_to_end?
        found << Token.new(kind: :end, text: '', span: span(@text.size, 0))
      end

      private

      def refuse_unreadable
        if @text.size > LONGEST
          fail_at(LONGEST, 1, Wording[:the_formula_is_longer_than_longest_characters, longest: LONGEST],
                  Wording[:split_it_into_several_parameters])
        end
        return if @text.valid_encoding? && !@text.match?(/[\x00-\x08\x0b-\x1f\x7f]/)

        fail_at(0, 1, Wording[:the_formula_holds_characters_that_cannot], Wording[:type_it_again])
      end

      def blank_skipped_to_end?
        @scanner.skip(/\s+/)
        @scanner.eos?
      end

      def token
        number || text || name || sign || unknown
      end

      def number
        start = @scanner.charpos
        return feet_and_inches(start) if @scanner.scan(FEET)

        value = fraction || decimal
        return unless value

        unit = unit_after
        Token.new(kind: :number, text: @text[start...@scanner.charpos], value: value, unit: unit,
                  span: span(start, @scanner.charpos - start))
      end

      def feet_and_inches(start)
        feet, inches, only = %i[feet inches only].map { |part| @scanner[part] }
        total = (Rational(feet || 0) * 12) + (inches || only).to_s.split.sum { |part| Rational(part) }
        too_long(start) if @scanner.matched.size > LONGEST_NUMBER
        Token.new(kind: :number, text: @scanner.matched, value: total, unit: Units['in'], span: span(start, @scanner.matched.size))
      end

      def fraction
        return unless @scanner.match?(FRACTION)

        start = @scanner.charpos
        @scanner.scan(FRACTION)
        whole, over, under = %i[whole over under].map { |part| @scanner[part] }
        too_long(start) if @scanner.matched.size > LONGEST_NUMBER
        fail_at(start, @scanner.matched.size, Wording[:a_fraction_cannot_have_zero_below]) if under.to_i.zero?
        whole.to_i + Rational(over.to_i, under.to_i)
      end

      def decimal
        start = @scanner.charpos
        return unless @scanner.scan(DECIMAL)

        too_long(start) if @scanner.matched.size > LONGEST_NUMBER
        Rational(@scanner.matched.sub(/\A\./, '0.'))
      end

      def too_long(start)
        fail_at(start, @scanner.matched.size, Wording[:a_number_has_more_than_longest_number, longest_number: LONGEST_NUMBER],
                Wording[:write_it_shorter_results_keep_nine_decimals])
      end

      def unit_after
        before = @scanner.pos
        @scanner.skip(/[ \t]*/)
        start = @scanner.charpos
        symbol = @scanner.scan(%r{(?:1/)?[[:alpha:]°%]+(?![[:alpha:]_])(?:\^?[1-9²³](?!\d))?|%})
        return give_back(before) if symbol.nil? || keyword?(symbol)

        symbol += @scanner.matched while further_factor
        unit(symbol, start)
      end

      # "/cm3" or "*m" right after a unit belongs to it when it names a unit.
      def further_factor
        before = @scanner.pos
        return unless @scanner.scan(%r{[*/](?<symbol>[[:alpha:]°]+)(?:\^?[1-9²³])?(?![[:alnum:]_.(])})
        return true if Units::Catalogue::UNITS.key?(@scanner[:symbol])

        give_back(before)
      end

      def keyword?(word)
        return @scanner.match?(/\s*[\[(]/) if word == 'in'

        KEYWORDS.include?(word)
      end

      def give_back(position)
        @scanner.pos = position
        nil
      end

      def unit(symbol, start)
        Units[symbol]
      rescue Units::Error => e
        raise Error.new(e.wording, span: span(start, symbol.size), remedy: e.advice, code: :unknown_unit)
      end

      def text
        start = @scanner.charpos
        return unless (quoted = @scanner.scan(TEXT))

        value = quoted[1..-2].gsub(/\\./, ESCAPES)
        Token.new(kind: :text, text: quoted, value: value, span: span(start, quoted.size))
      end

      def name
        start = @scanner.charpos
        return unless (word = @scanner.scan(NAME))

        kind = KEYWORDS.include?(word) ? :word : :name
        Token.new(kind: kind, text: word, span: span(start, word.size))
      end

      def sign
        start = @scanner.charpos
        return unless (mark = @scanner.scan(SIGN))

        Token.new(kind: :sign, text: mark, span: span(start, mark.size))
      end

      def unknown
        mark = @scanner.getch
        remedy = HINTS.fetch(mark, Wording[:remove_it_or_put_texts_in_quotes])
        message = mark == '"' ? Wording[:a_text_is_not_closed] : Wording[:mark_does_not_belong_in_a_formula, mark: mark]
        fail_at(@scanner.charpos - 1, 1, message, remedy)
      end

      def span(start, length) = Span.new(start: start, length: length)

      def fail_at(start, length, message, remedy = nil)
        raise Error.new(message, span: span(start, length), remedy: remedy, code: :syntax)
      end
    end
  end
end
