# frozen_string_literal: true

module VastLattice
  module Formula
    # Says why the innermost part of a formula has no value, with what it was asked for.
    module OriginWords
      # A sentence without its full stop. +values+ are those of the parts of the Typed +part+, all of them defined.
      def self.of(part, values)
        case part.kind
        when :divide then 'This divides by zero'
        when :power then 'This power has no value, or one that is too large'
        when :concat then "The text would be longer than #{Budget::LONGEST_TEXT} characters"
        when :column then open_cell(part, values)
        when :pick then item(part, values)
        when :call then called(part, values)
        else 'The result is too large'
        end
      end

      def self.called(part, values)
        name = part.data.name
        return lookup(part, values) if part.data.polymorphic
        return "The list for #{name} is empty" if part.data.spread && values.size == 1 && values.first == []

        FUNCTIONS.fetch(name) { ->(_, _) { 'The result is too large' } }.call(part, values)
      end
      private_class_method :called

      shown = lambda { |part, value|
        if value.is_a?(Float)
          Units::Format.quantity(value, Units[part.type.plain? ? '' : part.type.dimension.base_unit])
        else
          value.inspect
        end
      }

      # What the functions need, by name.
      FUNCTIONS = {
        'sqrt' => ->(part, values) { "A negative number, #{shown.call(part.parts[0], values[0])}, has no root" },
        'log' => ->(part, values) { "#{shown.call(part.parts[0], values[0])} has no logarithm" },
        'tan' => ->(part, values) { "#{shown.call(part.parts[0], values[0])} has no tangent" },
        'modulo' => ->(_, _) { 'This divides by zero' },
        **%w[asin acos].to_h do |name|
          [name, lambda { |part, values|
            "#{name} needs a number from -1 to 1, not #{shown.call(part.parts[0], values[0])}"
          }]
        end,
        **%w[round_up round_down round_to].to_h do |name|
          [name, ->(part, values) { "A step must be above zero; it is #{shown.call(part.parts[1], values[1])}" }]
        end,
        'substring' => lambda { |part, values|
          "#{values[0].inspect} has no such place: #{values.drop(1).zip(part.parts.drop(1)).map do |value, own|
            shown.call(own, value)
          end.join(', ')}"
        },
        'upper_case' => ->(_, _) { "The text would be longer than #{Budget::LONGEST_TEXT} characters" }
      }.freeze
      SHOWN = shown
      private_constant :FUNCTIONS, :SHOWN

      # An open cell of a column.
      def self.open_cell(part, _values) = "The column #{part.data.name} has an open cell"
      private_class_method :open_cell

      def self.item(part, values)
        list, number = values
        "A list of #{list.size} #{list.size == 1 ? 'item' : 'items'} has no item #{SHOWN.call(part.parts[1], number)}"
      end
      private_class_method :item

      SEEKS = { 'lookup' => 'lookup finds nothing for', 'lookup_at_least' => 'Nothing is at least',
                'lookup_at_most' => 'Nothing is at most' }.freeze
      private_constant :SEEKS

      def self.lookup(part, values)
        lists = values.grep(Array)
        return "The lists of #{part.data.name} have different lengths" if lists.map(&:size).uniq.size > 1
        return 'A row was found, but its result is an open cell' if found?(part, values)

        keys, value = part.parts.drop(1).each_slice(2).first
        wanted = part.parts.drop(1).each_slice(2).map do |list, one|
          "#{SHOWN.call(one, values[part.parts.index(one)])} in #{named(list)}"
        end.join(' and ')
        # With several keys, the nearest of one may be there already.
        near = nearest(part, *values.values_at(part.parts.index(keys), part.parts.index(value)), value) if part.parts.size == 3
        "#{SEEKS.fetch(part.data.name)} #{wanted}#{near}"
      end
      private_class_method :lookup

      # Whether the look-up finds a row that has no result.
      def self.found?(part, values)
        results, *pairs = values
        !Runtime.public_send(part.data.call, results.each_index.to_a, *pairs, nil).nil?
      end
      private_class_method :found?

      def self.named(list) = list.kind == :column ? list.data.name : 'the list'
      private_class_method :named

      # What would have been found.
      def self.nearest(part, keys, value, typed)
        known = keys.reject { |key| Undefined.is?(key) }
        return '; there are no keys' if known.empty?

        near = value.is_a?(Float) ? known.min_by { |key| (key - value).abs } : nearest_text(value.to_s, known)
        words = { 'lookup_at_least' => 'the largest is', 'lookup_at_most' => 'the smallest is' }.fetch(part.data.name, 'the nearest is')
        near.nil? || near == value ? '' : "; #{words} #{SHOWN.call(typed, near)}"
      end
      private_class_method :nearest

      def self.nearest_text(value, known)
        known.grep(String).min_by { |key| DidYouMean::Levenshtein.distance(key.downcase, value.downcase) }
      end
      private_class_method :nearest_text
    end
  end
end
