# frozen_string_literal: true

module VastLattice
  class Family
    # A named value. +kind+ is number, count, yes_no, choice or text. +default+, +least+, +most+ and
    # +step+ are entries as typed; a +formula+ makes the parameter computed. +unit+ is the unit it is
    # shown in and gives its dimension. Where the condition +applies_when+ does not hold, the
    # parameter has no value. Those of one +group+ stand together. Its value may come from a +source+, as "NAME.KEY" (Plan::Source).
    # An +option+ ("yes") is told in lists of options.
    class Parameter < Value.with(:name, :kind, label: '', group: '', note: '', unit: '', default: nil, formula: nil, least: nil,
                                               most: nil, step: nil, choices: [], applies_when: nil, source: '', option: '')
      extend TreeForm

      KINDS = %w[number count yes_no choice text].freeze

      # Whether it is a choice of numbers: it has a unit, or nothing but plain numbers to choose from.
      def numeric_choice?
        kind == 'choice' && (!unit.empty? || (choices.any? && choices.all?(Formula::PLAIN_NUMBER)))
      end

      # Whether its values are texts.
      def textual? = kind == 'text' || (kind == 'choice' && !numeric_choice?)

      # Whether it is an option of the product.
      def option? = option == 'yes'
      def computed? = !formula.nil?
      def title = label.empty? ? name.tr('_', ' ') : label
    end
  end
end
