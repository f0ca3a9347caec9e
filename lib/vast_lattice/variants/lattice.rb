# frozen_string_literal: true

module VastLattice
  module Variants
    # The lattice: parts and features down, variants across, each cell a state with its decider. The variants are those of one table,
    # while the others stand at the rows of +pick+, or complete ones.
    class Lattice
      # How states and deciders are written, one letter each, so that a long lattice stays short.
      STATES = { shown: 's', hidden: 'h', suppressed: 'x', undefined: 'u' }.freeze
      DECIDERS = { 'person' => 'p', 'table' => 't', 'rule' => 'r', 'formula' => 'f', 'shared' => 's', 'sheet' => 'l',
                   'default' => 'd' }.freeze

      # A part or a feature down: whether it is a +part+, its tier, and a letter for each variant.
      Line = Struct.new(:name, :title, :part, :tier, :states, :deciders)

      # +verdicts+ know what is wrong with shapes and part numbers, too.
      def initialize(plan, table, pick = Plan::Pick.new, verdicts: Verdicts.new(plan, nil))
        @plan = plan
        @verdicts = verdicts
        @table = table
        @across = Across.of(plan, table, pick)
      end

      def names = @across.names

      # Outcomes of all variants, in the order of the table.
      def outcomes = @outcomes ||= names.each_index.map { |row| outcome(row) }

      # The outcome of one variant.
      def outcome(row) = @plan.outcome_at(@across.picked(row))

      # The Lines, part by part; then the components, each with what is in it.
      def lines
        @lines ||= @plan.family.parts.flat_map { |part| [line(part, true), *part.features.map { |feature| line(feature, false) }] } +
                   @plan.family.components.flat_map { |component| [line(component, true), *Nested.new(outcomes, component).lines] }
      end

      # The same as Outcome#state_decider, without making anything for it.
      def self.decider(outcome, built, shown)
        default = Plan::Decider.decode(outcome.deciders[built]).first == :default
        word(outcome, outcome.values[built] && (outcome.values[shown] != true || default) ? shown : built)
      end

      def self.word(outcome, index)
        kind, parent = Plan::Decider.decode(outcome.deciders[index])
        kind == :inherited ? word(outcome, parent) : Plan::Decider::WORDS.fetch(kind)
      end
      private_class_method :word

      # Plain form.
      def to_tree
        { 'table' => @table&.name, 'title' => @across.title, 'variants' => names,
          'lines' => lines.map { |line| line.to_h.transform_keys(&:to_s) },
          'levels' => names.each_index.map { |row| Verdicts::LETTERS.fetch(level(row)) }.join,
          'numbers' => outcomes.map { |outcome| outcome.label('part_number') } }
      end

      # Of some variants: the mass, and the names of features with a finding of their shape.
      def figures(range)
        names.each_index.to_a[range].to_a.map do |row|
          figure = Figures.of(outcome(row))
          wrong = figure.findings.reject { |finding| finding.level == :note }.filter_map { |finding| concerned(finding) }
          { 'row' => row, 'mass' => Undefined.known(figure.mass), 'text' => Figures.mass_text(figure.mass), 'wrong' => wrong.uniq }
        end
      end

      # Amounts of a parameter by variant, to sort by: numbers, or texts.
      def values(name)
        target = @plan.symbols[name] || raise(Error.new(Wording[:there_is_no_name_name, name: name],
                                                        remedy: Nearest.remedy(name.to_s, @plan.symbols.parameter_names)))
        outcomes.map do |outcome|
          amount = outcome.values[target.index]
          amount.is_a?(Float) ? Undefined.known(amount) : amount.to_s
        end
      end

      # Variants that differ from +name+ in one value, state, material or colour alone: {variant => what it is called}. What
      # formulas and rules make of a difference is not another one.
      def near(name)
        at = @across.number(name) or
          raise Error.new(Wording[:there_is_no_row_name, name: name], remedy: Nearest.remedy(name.to_s, names, kind: 'row'))
        names.each_index.filter_map do |other|
          things = other == at ? [] : differing(outcomes[at], outcomes[other])
          [names[other], things.first] if things.size == 1
        end.to_h
      end

      private

      # Deciders whose say follows from something else.
      FOLLOWING = %i[rule formula inherited idle unsettled].freeze
      private_constant :FOLLOWING

      # What differs between two outcomes and does not follow from something that does: titles.
      def differing(one, other)
        @own ||= @plan.targets.reject { |target| target.kind == :row || target.computed? }
        found = @own.reject do |target|
          at = target.index
          one.values[at] == other.values[at] || [one, other].all? { |outcome| follows?(outcome, at) }
        end
        # Built and shown are two targets, and one state to people.
        found.map { |target| target.state? ? target.subject.title : target.title }.uniq
      end

      def follows?(outcome, at) = FOLLOWING.include?(Plan::Decider.decode(outcome.deciders[at]).first)

      # The worse of what its values and what a Review say.
      def level(row)
        [outcomes[row].findings.first&.level, @verdicts.level(@across.picked(row))].compact.min_by { |level| Finding::LEVELS.index(level) }
      end

      def line(item, part)
        states = outcomes.map { |outcome| outcome.state(item.name) }
        deciders = outcomes.map { |outcome| DECIDERS.fetch(decider(outcome, *@plan.state_indexes.fetch(item.name))) }
        Line.new(item.name, item.title, part, item.tier.to_s, states.map { |state| STATES.fetch(state) }.join, deciders.join)
      end

      def decider(outcome, built, shown) = Lattice.decider(outcome, built, shown)

      def concerned(finding) = finding.place&.path&.each_cons(2)&.find { |key, _| key == 'features' }&.last
    end
  end
end
