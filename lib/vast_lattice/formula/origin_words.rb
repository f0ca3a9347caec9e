# frozen_string_literal: true

module VastLattice
  module Formula
    # Says why the innermost part of a formula has no value, with what it was asked for.
    module OriginWords
      # A sentence without its full stop. +values+ are those of the parts of the Typed +part+, all of them defined.
      def self.of(part, values)
        case part.kind
        when :divide then Wording[:dividing_by_zero]
        when :power then Wording[:this_power_has_no_value_or_one]
        when :concat then Wording[:the_text_would_be_longer_than_longest, longest_text: Budget::LONGEST_TEXT]
        when :column then open_cell(part, values)
        when :pick then item(part, values)
        when :call then called(part, values)
        else Wording[:the_result_is_too_large]
        end
      end

      def self.called(part, values)
        name = part.data.name
        return lookup(part, values) if part.data.polymorphic
        return Wording[:the_list_for_name_is_empty, name: name] if part.data.spread && values.size == 1 && values.first == []

        FUNCTIONS.fetch(name) { ->(_, _) { Wording[:the_result_is_too_large] } }.call(part, values)
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
        'sqrt' => ->(part, values) { Wording[:a_negative_number_shown_has_no_root, shown: shown.call(part.parts[0], values[0])] },
        'log' => ->(part, values) { Wording[:shown_has_no_logarithm, shown: shown.call(part.parts[0], values[0])] },
        'tan' => ->(part, values) { Wording[:shown_has_no_tangent, shown: shown.call(part.parts[0], values[0])] },
        'modulo' => ->(_, _) { Wording[:dividing_by_zero] },
        **%w[asin acos].to_h do |name|
          [name, lambda { |part, values|
            Wording[:name_needs_a_number_between, name: name, shown: shown.call(part.parts[0], values[0])]
          }]
        end,
        **%w[round_up round_down round_to].to_h do |name|
          [name, ->(part, values) { Wording[:a_step_must_be_above_zero, shown: shown.call(part.parts[1], values[1])] }]
        end,
        'substring' => lambda { |part, values|
          places = values.drop(1).zip(part.parts.drop(1)).map { |value, own| shown.call(own, value) }
          Wording[:text_has_no_such_place, text: values[0].inspect, places: places]
        },
        'upper_case' => ->(_, _) { Wording[:the_text_would_be_longer_than_longest, longest_text: Budget::LONGEST_TEXT] }
      }.freeze
      SHOWN = shown
      private_constant :FUNCTIONS, :SHOWN

      # An open cell of a column.
      def self.open_cell(part, _values) = Wording[:the_column_data_has_an_open_cell, data: part.data.name]
      private_class_method :open_cell

      def self.item(part, values)
        list, number = values
        Wording[:a_list_of_size_has_no_item, count: list.size, number: SHOWN.call(part.parts[1], number)]
      end
      private_class_method :item

      SEEKS = { 'lookup' => 'lookup finds nothing for', 'lookup_at_least' => Wording[:nothing_is_at_least],
                'lookup_at_most' => Wording[:nothing_is_at_most] }.freeze
      private_constant :SEEKS

      def self.lookup(part, values)
        lists = values.grep(Array)
        return Wording[:the_lists_of_data_have_different_lengths, data: part.data.name] if lists.map(&:size).uniq.size > 1
        return Wording[:a_row_was_found_but_its_result] if found?(part, values)

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
