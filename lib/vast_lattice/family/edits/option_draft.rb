# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # What an option takes, in plain form: its parameter, its features, and the rule of its price. +choices+ are none of a yes or no; the
      # first of them is without it.
      class OptionDraft < Value.with(:name, label: '', choices: [])
        # Directions, with what goes across them.
        DIRECTIONS = { 'horizontal' => 'vertical', 'vertical' => 'horizontal' }.freeze
        private_constant :DIRECTIONS

        def title = label.empty? ? name.tr('_', ' ') : label

        # Fields of the parameter. Raises Error for a choice of one.
        def fields
          about = { 'label' => label, 'option' => 'yes' }
          return { 'kind' => 'yes_no', 'default' => 'no', **about } if choices.empty?
          return { 'kind' => 'choice', 'choices' => choices, 'default' => choices.first, **about } if choices.size > 1

          raise Error.new(Wording[:an_option_needs_two_choices], remedy: Wording[:the_first_choice_is_without_it])
        end

        # [part, feature] of each of the +places+. Raises Error for a direction or a cut that is none.
        def features(cut, places, along)
          across = DIRECTIONS[along] || refuse_direction(along)
          places.each_with_index.map do |place, number|
            raise Error.new(Wording[:an_option_needs_a_kind_of_cut], remedy: Wording[:say_which]) if cut['kind'].to_s.empty?

            anchors = { along => { 'from' => place['from'] || 'left', 'offset' => place['offset'] || '0 mm' },
                        across => { 'from' => 'centre', 'offset' => '0 mm' } }
            made = { 'name' => [name, 'cut', *(number + 1 if number.positive?)].join('_'), **cut, 'built_when' => condition,
                     **place.slice('face') }
            [place['part'].to_s, made.reject { |_, text| text.to_s.strip.empty? }.merge(anchors)]
          end
        end

        # The rule of one price for whatever is chosen, or of one for each choice; nil without a price. Raises Error for as many as do not
        # fit.
        def rule(price, per)
          amounts = price.split(';').map(&:strip).reject(&:empty?)
          return if amounts.empty?

          (first, effects), *others = branches(amounts).zip(amounts).map do |(condition, text), amount|
            [condition, line(text, amount, per)]
          end
          further = others.map { |condition, own| { 'when' => condition, 'then' => own } }
          { 'name' => "Price of #{title}", 'when' => first, 'then' => effects, **(further.any? ? { 'else_when' => further } : {}) }
        end

        private

        def refuse_direction(along)
          raise Error.new(Wording[:there_is_no_kind_name, kind: 'direction', name: along],
                          remedy: Nearest.remedy(along, DIRECTIONS.keys, kind: 'direction'))
        end

        # When it is there.
        def condition = choices.empty? ? name : "#{name} != #{quoted(choices.first)}"
        def quoted(text) = choices.all?(Formula::PLAIN_NUMBER) ? text : "\"#{text.gsub('"', '\\"')}\""

        def branches(amounts)
          return [[condition, title]] if amounts.one?
          return choices.drop(1).map { |choice| ["#{name} = #{quoted(choice)}", "#{title}: #{choice}"] } if amounts.size == choices.size - 1

          raise Error.new(Wording[:prices_are_not_as_many_as_choices, prices: amounts.size, choices: [choices.size - 1, 0].max],
                          remedy: Wording[:give_one_price_or_one_for_each])
        end

        def line(text, amount, per)
          [{ 'price' => text, 'amount' => amount, **(per.strip.empty? ? {} : { 'per' => per.strip }) }]
        end
      end
    end
  end
end
