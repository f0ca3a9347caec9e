# frozen_string_literal: true

module VastLattice
  class Plan
    # Who decides a target, strongest first; the last are "nobody", "it does not apply", "undefined
    # whether it applies", a rule of a parent, and "decided inside a component". The program
    # stores one Integer per target: the kind's number plus RADIX times the index of the rule or table.
    module Decider
      KINDS = %i[override rule table answer shared formula default none idle inherited unsettled said inside].freeze
      RADIX = 16
      NUMBERS = KINDS.each_with_index.to_h.freeze
      # The word, and so the colour and the mark, under which each appears.
      WORDS = { override: 'person', rule: 'rule', table: 'table', answer: 'person', shared: 'shared', formula: 'formula',
                default: 'default', none: 'default', idle: 'formula',
                inherited: 'formula', unsettled: 'formula', said: 'rule', inside: 'formula' }.freeze

      # The Integer for a kind and an index.
      def self.code(kind, index = 0) = NUMBERS.fetch(kind) + (RADIX * index)

      # [kind, index] of a code.
      def self.decode(code) = [KINDS[code % RADIX], code / RADIX]
    end
  end
end
