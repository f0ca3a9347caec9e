# frozen_string_literal: true

module VastLattice
  class Workshop
    # Reads a workshop as it was typed, in plain form: {'rates' => {kind => {'each', 'feed', 'hour'}}, 'tools' => {kind => "3, 4, 5.5"},
    # 'bars' => "6000, 3000", 'saw' => "3", 'currency' => "EUR"}. What is blank is left open.
    class Reading
      # Sizes of tools of one kind; lengths of bars; and how large a number may be.
      MOST_SIZES = 200
      MOST_BARS = 20
      LARGEST = 100_000.0
      FIELDS = { 'each' => 'minutes for each', 'feed' => 'feed', 'hour' => 'cost of an hour' }.freeze
      private_constant :FIELDS

      def initialize(tree)
        @tree = tree.is_a?(Hash) ? tree : {}
      end

      # Raises Error for what is no number, or not sensible.
      def workshop
        Workshop.new(rates: rates, tools: tools, bars: numbers(@tree['bars'], 'lengths of bars', MOST_BARS, least: 1.0),
                     saw: number(@tree['saw'], 'width of the saw'), currency: currency)
      end

      private

      def rates
        hash('rates').filter_map do |kind, fields|
          known(kind)
          told = (fields.is_a?(Hash) ? fields : {}).slice(*FIELDS.keys).reject { |_, text| text.to_s.strip.empty? }
          rate(kind, told) if told.any?
        end
      end

      def rate(kind, told)
        of = OPERATIONS[kind].title.downcase
        Rate.new(kind: kind, **told.to_h { |field, text| [field.to_sym, number(text, "#{FIELDS[field]} of #{of}")] })
      end

      def tools
        hash('tools').to_h do |kind, text|
          known(kind)
          [kind, numbers(text, "#{OPERATIONS[kind].title.downcase} tools", MOST_SIZES, least: 0.01).uniq.sort]
        end.reject { |_, sizes| sizes.empty? }
      end

      def hash(name) = @tree[name].is_a?(Hash) ? @tree[name] : {}

      def known(kind)
        return if OPERATIONS.key?(kind)

        raise Error.new(Wording[:there_is_no_kind_name, kind: 'kind of operation', name: kind],
                        remedy: Nearest.remedy(kind, OPERATIONS.keys, kind: 'kind of operation'))
      end

      def numbers(text, what, most, least:)
        texts = text.is_a?(Array) ? text : text.to_s.split(/[,;\s]+/).reject(&:empty?)
        if texts.size > most
          raise Error.new(Wording[:there_are_too_many_what, what: what, most: most],
                          remedy: Wording[:leave_out_what_is_not_needed])
        end

        texts.map { |one| number(one, what, least: least) }
      end

      # nil where it is blank.
      def number(text, what, least: 0.0)
        return if text.to_s.strip.empty?

        number = text.is_a?(Numeric) ? text.to_f : Float(text.to_s.strip, exception: false)
        return number if number&.between?(least, LARGEST)

        raise Error.new(Wording[:text_is_no_number_for_what, text: text.to_s[0, 40], what: what],
                        remedy: Wording[:give_a_number_as_in_the_heading])
      end

      def currency
        text = @tree['currency'].to_s.strip.upcase
        return text if text.empty? || text.match?(/\A[A-Z]{3}\z/)

        raise Error.new(Wording[:text_is_no_currency, text: text[0, 20]], remedy: Wording[:give_three_letters_of_its_standard])
      end
    end
  end
end
