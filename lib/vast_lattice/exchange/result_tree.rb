# frozen_string_literal: true

module VastLattice
  module Exchange
    # A configured result in plain form, for JSON: amounts in base units beside their texts.
    module ResultTree
      # Values, states, findings and facts of a Result.
      def self.tree(result)
        outcome = result.outcome
        { 'family' => outcome.plan.family.name, 'rows' => rows(outcome), 'values' => values(outcome), 'states' => states(outcome),
          'labels' => outcome.labels, 'properties' => outcome.properties,
          'overridden' => overridden(outcome), 'lines' => result.told_lines.map(&:to_tree),
          'unpriced' => result.unpriced, 'price' => result.price, 'facts' => facts(result),
          'findings' => result.findings.map(&:to_tree) }
      end

      # The texts of all values, states and labels by name.
      def self.said(outcome)
        values = outcome.plan.targets.select(&:value?).to_h { |target| [target.name, outcome.text_of(target)] }
        items = outcome.plan.family.parts + outcome.plan.family.features + outcome.plan.family.components
        values.merge(items.to_h { |item| [item.name, outcome.state(item.name).to_s] }, outcome.labels)
      end

      # What a person overrides: the name, in words, what it is, and why.
      def self.overridden(outcome)
        outcome.overridden.map do |target|
          reason = outcome.because(target.name)
          { 'name' => target.name, 'title' => target.title, 'text' => outcome.text_of(target), 'reason' => reason.text }
        end
      end
      private_class_method :overridden

      # The row of each table, by table.
      def self.rows(outcome)
        outcome.plan.family.variant_tables.to_h { |table| [table.name, outcome.row_name(table)] }
      end

      # Every parameter: amount, base unit, text, decider, limits.
      def self.values(outcome)
        outcome.plan.targets.select(&:value?).to_h { |target| [target.name, value(outcome, target)] }
      end

      # Every part, feature and component: its state, who decided it, and whose word that was.
      def self.states(outcome)
        (outcome.plan.family.parts + outcome.plan.family.features + outcome.plan.family.components).to_h do |feature|
          decider = outcome.state_decider(feature.name)
          [feature.name, { 'state' => outcome.state(feature.name).to_s, 'decider' => decider.word, 'by' => decider.to_s }]
        end
      end

      # What is in components, one level down, by path: text and decider.
      def self.inside(outcome)
        outcome.placings.flat_map { |placing| placed(placing) }.to_h
      end

      def self.placed(placing)
        own = placing.instance or return []
        own.plan.targets.select { |target| target.value? || target.kind == :row }.map do |target|
          name = Name.of(placing.name, target.name).to_s
          decision = placing.decision(target)
          [name, { 'text' => placing.outcome.text(name), 'decider' => decision.word, 'by' => decision.to_s }]
        end
      end
      private_class_method :placed

      def self.value(outcome, target)
        amount = outcome.values[target.index]
        decider = outcome.decider(target.name)
        least, most, step, choices = outcome.limits[target.index]
        known = amount.is_a?(Array) ? amount.map { |one| Undefined.known(one) } : Undefined.known(amount)
        { 'value' => known, 'base_unit' => target.type.number? ? target.type.dimension.base_unit : nil,
          'text' => outcome.text_of(target), 'applies' => outcome.applies?(target),
          'decider' => decider.word, 'by' => decider.to_s, 'computed' => target.computed?,
          'least' => least, 'most' => most, 'step' => step,
          'choices' => choices&.map { |choice| target.text(choice, outcome.shown_in(target)) },
          'asked' => asked(target, amount, outcome.limits[target.index]) }.compact
      end
      private_class_method :value

      # What a control of a form needs, in the unit in which one answers: the entry that gives the value, limits, step, and the
      # entries that are offered.
      def self.asked(target, amount, (least, most, step, choices))
        { 'unit' => target.unit&.symbol, 'entry' => entry(target, amount), 'least' => in_unit(target, least),
          'most' => in_unit(target, most), 'step' => in_unit(target, step),
          'offered' => choices&.map { |choice| entry(target, choice) } }.compact
      end
      private_class_method :asked

      def self.entry(target, amount)
        target.type.number? && !Undefined.is?(amount) ? Units::Format.exact(target.unit.from_base(amount)) : target.text(amount)
      end
      private_class_method :entry

      def self.in_unit(target, amount) = amount && Rounding.of(target.unit.from_base(amount).to_f)
      private_class_method :in_unit

      def self.facts(result)
        result.facts.merge(result.more_facts).to_h do |name, amount|
          [name, { 'value' => rounded(amount), 'text' => result.fact_texts[name] }]
        end
      end
      private_class_method :facts

      def self.rounded(amount)
        case amount
        when Array then amount.map { |part| rounded(part) }
        when Float then Undefined.known(amount)&.then { |known| Rounding.of(known) }
        else amount
        end
      end
      private_class_method :rounded
    end
  end
end
