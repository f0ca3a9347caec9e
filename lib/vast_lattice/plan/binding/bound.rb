# frozen_string_literal: true

module VastLattice
  class Plan
    # The family after all its texts are read: what the order, the program and the reasons work with.
    # Typed trees are nil where there is nothing (or nothing readable).
    module Bound
      # A parameter: its own formula or default, its limits, its choices as values, and the condition under
      # which it applies.
      class Parameter < Value.with(:target, formula: nil, default: nil, least: nil, most: nil, step: nil, choices: nil, applies: nil)
        # The least and the most value where these are constants, else nil. +lists+ as in Program.
        def fixed_limits(lists) = [least, most].map { |limit| Formula.value(limit, lists) if limit&.constant? }
      end

      # What has neither formula nor limits of its own, unless it says so.
      module Bare
        def formula = nil
        def default = nil
        def applies = nil
        def choices = nil
        def fixed_limits(_lists) = [nil, nil]
      end

      # A state: the feature's own condition.
      class State < Value.with(:target, condition: nil)
        include Bare

        def formula = condition
      end

      # The material or colour of a part: the part's own, by default.
      class Attribute < Value.with(:target, :default)
        include Bare

        attr_reader :default
      end

      # The picked row of a table.
      class PickedRow < Value.with(:target, :choices)
        include Bare

        attr_reader :choices
      end

      # What rules and rule tables have in common: +conditions+ by branch or row, and +consequences+ by branch or row.
      module Conditional
        # Quick: a rule table may have thousands of rows, and numbers tell sources apart.
        def hash = index.hash

        # Pairs of branch index and consequence.
        def placed = consequences.each_with_index.flat_map { |list, branch| list.map { |item| [branch, item] } }

        # Whether a branch or row of it applies where these +branches+ are taken: by the number of a source a branch, or the rows
        # that hit.
        def applies?(branch, branches)
          taken = branches[index]
          taken.is_a?(Array) ? taken.include?(branch) : taken == branch
        end

        # What must be known before it is known which branch applies.
        def variables = conditions.flat_map(&:variables).uniq

        # The names that its conditions read, and those that it decides or narrows.
        def reads = conditions.flat_map(&:variables).uniq.map(&:name)
        def decides = placed.filter_map { |_, item| item.target.name if item.respond_to?(:target) }.uniq

        # The number of the output of a rule table whose rows are chosen among those that count before this consequence of one of them
        # does; nil where none are.
        def chosen(_branch, _item) = nil

        # Typed prices.
        def amounts = placed.filter_map { |_, item| item.amount if item.is_a?(Consequence::Line) }
      end

      # An active rule; the last of the +consequences+ are those of otherwise. It is +late+ where a condition depends on what is
      # measured on the finished shape.
      #
      # +except+ lists rows ({number of the table => number of the row}) for which it does not apply.
      class Rule < Value.with(:index, :rule, :conditions, :consequences, late: false, except: [])
        include Conditional

        def late? = late

        # What it was made of.
        def source = rule
        def title = "rule \"#{rule.name}\""
        def place = Place.at('rules', rule.name)
      end

      # An override that can be read: +value+ as the program holds it, +rows+ numbers of rows by numbers of tables. +number+
      # counts from 1.
      class Override < Value.with(:number, :override, :target, :value, :rows)
        def place = Place.at('overrides', override.name)

        # Whether both can apply to one variant.
        def meets?(other) = rows.all? { |table, row| other.rows.fetch(table, row) == row }
      end

      # A column of a table: +cells+ by row, Typed or nil (open); +literals+ the plain values among them, by row;
      # +formulas+ are the distinct cells that depend on other names; it is +plain+ if all cells are plain values or open.
      # +limits+ are the Typed least, most and step of an open column.
      class Column < Value.with(:table, :target, :column, :unit, :cells, :literals, :formulas, :plain, limits: {})
        # What follows from the Typed +cells+ of a column: fields of it.
        def self.sorted(cells)
          literals = cells.map { |typed| typed.data if typed&.literal? }
          others = cells.each_index.filter_map { |row| cells[row] if literals[row].nil? }
          { cells: cells, literals: literals, formulas: others.uniq(&:object_id).reject(&:constant?), plain: others.compact.empty? }
        end

        # With the cells of some rows open.
        def opened(rows)
          cells = self.cells.dup
          rows.each { |row| cells[row] = nil }
          with(**Column.sorted(cells))
        end

        def open? = column.open

        # By row what does not depend on a pick: plain values, and formulas such as 75 mm / 2, which are computed here.
        # nil where a cell is open or depends on names. +lists+ as in Program.
        def values(lists)
          return literals if plain

          cells.zip(literals).map { |typed, value| value.nil? && typed&.constant? ? Formula.value(typed, lists) : value }
        end

        # By row something that is equal where two cells say the same.
        def signs
          return literals if plain

          literals.zip(cells).map { |value, typed| value.nil? && typed ? typed : value }
        end
      end

      # A table: its place in the family, its bound columns, the numbers of its rows by downcased name, and by row the
      # Findings of cells that cannot be read. Such a cell counts as open.
      class Table < Value.with(:index, :table, :columns, :row_numbers, faults: {})
        def row_number(name) = row_numbers[name.downcase]
      end

      # A part's stock: its outline, Typed trees by name of measure, those of the part's place by name, and of the
      # least wall. A tree is nil where an optional entry is blank.
      class Stock < Value.with(:part, :kind, :outline, :measures, place: {}, least_wall: nil)
        # All that can be written of it, in the order of ShapeProgram: [Typed or nil, path below the part, label].
        def written
          measures.map { |name, typed| [typed, ['stock', *Name.read(name).segments], name.tr('_.', '  ')] } +
            place.map { |name, typed| [typed, ['at', name.to_s], "place (#{name.to_s.tr('_', ' ')})"] } +
            [[least_wall, ['least_wall'], 'least wall']]
        end

        # The first of each.
        def entries = [*measures.values, *place.values, least_wall]
        def trees = entries.compact
      end

      # A feature's shape: Typed trees by name of measure, offsets, and the measures and the skipping condition of
      # its pattern.
      class Shape < Value.with(:part, :feature, :kind, :measures, :horizontal, :vertical, pattern: {}, skip: nil)
        # All that can be written of it, in the order of ShapeProgram: [Typed or nil, path below the feature, label].
        def written
          measures.map { |name, typed| [typed, Name.read(name).segments, name.tr('_.', '  ')] } +
            [[horizontal, %w[horizontal offset], 'horizontal position'], [vertical, %w[vertical offset], 'vertical position']] +
            pattern.map { |name, typed| [typed, ['pattern', name], "pattern's #{name.tr('_', ' ')}"] } +
            [[skip, %w[pattern skip_when], 'condition for leaving out']]
        end

        # The first of each.
        def entries = [*measures.values, horizontal, vertical, *pattern.values, skip]
        def trees = entries.compact
      end

      # All of it.
      class Family < Value.with(:targets, :items, :rules, :tables, :stocks, :shapes,
                                patterns: [], rule_tables: [], overrides: [], late_rules: [], opted_out: {}, components: [],
                                sheet_texts: [])
        # The Ladder of each target, in their order; and what rules and rule tables say that is known only with the shape:
        # [source, branch, consequence, its number].
        attr_reader :ladders, :late

        def initialize(targets:, items:, rules:, tables:, stocks:, **others)
          lists = others.slice(:rule_tables, :overrides, :opted_out)
          @ladders = Ladders.new(targets: targets, items: items, rules: rules, tables: tables, stocks: stocks, **lists).all
          said = rules + others.fetch(:rule_tables, []) + others.fetch(:late_rules, [])
          @late = said_late(said).freeze
          @by_index = said.to_h { |source| [source.index, source] }.freeze
          super
        end

        # Rules and rule tables of which it is known before the shape which branch applies; and all there are.
        def conditionals = rules + rule_tables
        def sources = conditionals + late_rules

        # The rule or rule table of a number.
        def source(index) = @by_index[index]

        # What rules and rule tables write into labels: [source, branch, Consequence::Label].
        def labels
          said = conditionals.flat_map { |source| source.placed.map { |branch, item| [source, branch, item] } }
          said.select { |_, _, item| item.is_a?(Consequence::Label) }
        end

        # The Ladder of a Target.
        def ladder(target) = ladders[target.index]

        private

        def said_late(sources)
          placed = sources.flat_map do |source|
            source.placed.each_with_index.map { |(branch, item), number| [source, branch, item, number] }
          end
          placed.select { |source, _, item, _| source.late? || late?(item) }
        end

        def late?(item) = item.is_a?(Consequence::MeasuredLimit) || (item.is_a?(Consequence::Line) && item.late)
      end
    end
  end
end
