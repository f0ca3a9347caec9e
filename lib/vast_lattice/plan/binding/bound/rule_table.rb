# frozen_string_literal: true

module VastLattice
  class Plan
    module Bound
      # An active rule table, by row; +order+ the values by priority, for each output that decides something. +cells+ are the
      # consequences by row and output. Its index counts on from those of the rules.
      class RuleTable < Value.with(:index, :table, :conditions, :cells, :order, except: [])
        include Conditional

        # Policies under which an output that adds or narrows does so once: what rows agree on, the least, the most.
        CHOOSING = %w[any min max].freeze

        # Those of each row.
        attr_reader :consequences

        def initialize(cells:, **others)
          @consequences = cells.map { |row| row.flatten.freeze }.freeze
          super
        end

        def chosen(row, item) = choosing? && adds?(item) ? cells[row].index { |cell| cell.any? { |one| one.equal?(item) } } : nil

        # By number of output [[row, its consequence], …], of outputs of which rows are chosen.
        def chosen_outputs
          return {} unless choosing?

          all = cells.each_with_index.flat_map do |row, number|
            row.each_with_index.flat_map { |cell, at| cell.map { |item| [at, number, item] } }
          end
          all.select { |_, _, item| adds?(item) }.group_by(&:first).transform_values { |list| list.map { |_, row, item| [row, item] } }
        end

        def choosing? = CHOOSING.include?(policy)

        def late? = false
        def source = table
        def title = "rule table \"#{table.name}\""
        def place = Place.at('rule_tables', table.name)
        def policy = table.policy == 'collect' ? table.aggregate || 'collect' : table.policy

        # {Target => [the Consequence::Decision of each row, or nil]}
        def decisions
          found = consequences.map { |list| list.grep(Consequence::Decision) }
          targets = found.flatten.map(&:target).uniq
          targets.to_h { |target| [target, found.map { |list| list.find { |one| one.target.equal?(target) } }] }
        end

        # By row the Typed values that priority ranks, of each output that decides; nil where one says nothing.
        def ranked
          return [] unless table.policy == 'priority'

          decisions.values.map { |own| own.map { |decision| decision&.value } }.transpose
        end

        def variables = (conditions + ranked.flatten.compact).flat_map(&:variables).uniq

        private

        # Of least and most, what is to be said is said by all: words are no amounts.
        def adds?(item)
          case item
          when Consequence::Decision, Consequence::Label then false
          when Consequence::Notice, Consequence::Offer then policy == 'any'
          when Consequence::Line then policy == 'any' || !item.amount.nil?
          else true
          end
        end
      end
    end
  end
end
