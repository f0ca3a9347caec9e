# frozen_string_literal: true

module VastLattice
  module Checks
    # What differs of a variant under two plans: values, states, steps of recipes, labels, prices, masses and errors.
    class Contrast
      # A variant, by name and by its rows, that differs: names of values that are +decided+ otherwise, with their targets
      # before and after; names of parts and features in +states+ and +steps+; +labels+ before and after by name; +prices+ and
      # +errors+ before and after, those of the shape among them once it was weighed; +masses+ then, too. +pair+ are the
      # Outcomes, of the first ones only, because thousands are heavy.
      Change = Struct.new(:name, :rows, :decided, :states, :steps, :labels, :prices, :errors, :pair, :masses, keyword_init: true) do
        # Whether nothing differs, but perhaps masses.
        def nothing? = [decided, states, steps, labels].all?(&:empty?) && prices.uniq.one? && errors.uniq.one?
        def broken? = errors.first.empty? && errors.last.any?
        def mended? = errors.first.any? && errors.last.empty?

        # Steps that are made otherwise, though their state is the same.
        def remade = steps - states

        # The price as text before and after, where it differs.
        def price_texts = (prices.map { |text| text.empty? ? 'none' : text } if prices.uniq.size > 1)

        # Takes what weighing found: pairs of masses, of the shape's errors, and of prices with what waits for the shape.
        def weighed(masses, found, prices)
          self.masses = masses
          self.prices = prices
          self.errors = errors.zip(found).map { |own, more| own + more }
        end

        # Whether what was weighed weighs the same.
        def same_mass? = !masses.nil? && heavier.zero?

        # How much heavier it is, kg; 0 where that cannot be said or hardly at all.
        def heavier
          more = masses.to_a.reverse.reduce(:-)
          more&.finite? && more.abs >= 1e-9 ? more : 0.0
        end

        # All that differs, in words: mass, states, steps, labels and price first, then values, then what is wrong. Of one whose
        # pair of outcomes is kept.
        def texts
          ways = states.to_h { |name| [name, pair.map { |outcome| outcome.state(name) }] }
          values = decided.to_h { |name, old, new| [name, [pair.first.text_of(old), pair.last.text_of(new)]] }
          named = { 'mass' => mass_texts, **ways, **labels, 'price' => price_texts, **values }.compact
          named.map { |name, both| "#{name} #{both.join(' → ')}" } + remade.map { |name| "#{name} is made otherwise" } + error_texts
        end

        def error_texts
          before, after = errors
          (after - before).map { |finding| "now: #{finding.message}" } + (before - after).map { |finding| "no longer: #{finding.message}" }
        end

        # The mass as text before and after, where it differs.
        def mass_texts
          texts = masses.to_a.map { |mass| Figures.mass_text(mass) }
          texts.uniq.size == 2 ? texts : nil
        end
      end

      def initialize(before, after)
        @recipes = RecipeContrast.new(before, after)
        @common = after.targets.select { |target| target.kind != :row && named(after, target).equal?(target) }.filter_map do |target|
          old = named(before, target)
          [target.name, old, target, old.index, target.index] if old
        end
        # Densities are no values, but masses follow them, as they do other families; and some prices follow masses.
        @weigh_all = placed(before) != placed(after) || before.family.materials != after.family.materials ||
                     (late?(before, after) && said(before) != said(after))
      end

      # The Change of a variant from one Outcome to another, or nil.
      def of(name, rows, before, after)
        decided, states = differing(before, after).partition { |_, _, target| !target.state? }
        change = Change.new(name: name, rows: rows, decided: decided, states: changed_states(states, before, after),
                            steps: @recipes.names(before, after), labels: labels(before, after),
                            prices: [before, after].map(&:price), errors: errors(before, after))
        change unless change.nothing? && !@weigh_all
      end

      private

      # What goes by the name of a target: what is read in a component rather than what it is given.
      def named(plan, target) = plan.symbols[target.name] || plan.symbols.given(target.name)

      # What is placed, by identity.
      def placed(plan) = plan.placed.all.map { |one| one.plan.object_id }

      def late?(*plans) = plans.any?(&:late_program)
      def said(plan) = %i[rules rule_tables sets_off base_price currency].map { |field| plan.family.public_send(field) }

      def differing(before, after)
        old, new = [before, after].map(&:values)
        @common.reject { |_, _, _, one, other| same?(old[one], new[other]) }
      end

      def same?(old, new) = old.equal?(new) || old == new || (old.is_a?(Float) && new.is_a?(Float) && old.nan? && new.nan?)

      # Names of features and parts whose state differs, of targets that do.
      def changed_states(targets, before, after)
        targets.map { |_, _, target| target.path.first }.uniq.reject { |name| before.state(name) == after.state(name) }
      end

      # {label => [before, after]} of those that differ.
      def labels(before, after)
        old, new = [before, after].map(&:labels)
        new.reject { |name, text| old[name].to_s == text }.to_h { |name, text| [name, [old[name].to_s, text]] }
      end

      # Errors before and after; where the same is found, none of them.
      def errors(before, after)
        return [[], []] if before.finds_the_same?(after)

        [before, after].map { |outcome| outcome.findings.select(&:error?) }
      end
    end
  end
end
