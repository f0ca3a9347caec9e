# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # Options of the product: what is chosen, what that brings into parts, and what it costs.
      module Options
        COLUMNS = [Column.text('option', 'Option'), Column.text('chosen', 'Chosen'), Column.text('brings', 'Brings'),
                   Column.number('price', 'Price', 2, fixed: true, summed: true), Column.text('currency', 'Currency'),
                   Column.text('name', 'Name', usual: false)].freeze

        def self.name = 'options'
        def self.title = 'Options'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = family.parameters.any?(&:option?)
        def self.findings(_subject) = []
        def self.rows(subject) = subject.family.parameters.select(&:option?).map { |one| row(subject, one) }

        def self.row(subject, parameter)
          outcome = subject.result.outcome
          target = outcome.plan.targets.find { |own| own.value? && own.name == parameter.name }
          lines = lines(subject, parameter)
          { 'option' => parameter.title, 'chosen' => target.text(outcome.values[target.index]).to_s, 'brings' => brings(subject, parameter),
            'price' => price(lines), 'currency' => lines.first&.unit.to_s, 'name' => parameter.name }
        end

        # Lines of the price that rules add whose conditions speak of it.
        def self.lines(subject, parameter)
          rules = subject.family.rules.select { |rule| rule.branches.any? { |branch| speaks?(branch.condition, parameter) } }.map(&:name)
          subject.result.lines.select { |line| line.list == 'price' && rules.include?(line.rule) }
        end

        def self.price(lines)
          return if lines.empty?

          lines.any?(&:undefined) ? Undefined::WORD : lines.sum(&:amount)
        end

        # Features that are built and are there by its condition.
        def self.brings(subject, parameter)
          own = subject.family.parts.flat_map { |part| part.features.map { |feature| [part, feature] } }
          there = own.select { |_, feature| speaks?(feature.built_when, parameter) && Geometry::PlacedFeature.built?(subject.result.outcome.state(feature.name)) }
          there.map { |part, feature| "#{feature.title} in #{part.title}" }.join(', ')
        end

        def self.speaks?(text, parameter) = text.to_s.match?(/(?<![\w."])#{Regexp.escape(parameter.name)}(?![\w"])/i)
        private_class_method :row, :lines, :price, :brings, :speaks?
      end
    end
  end
end
