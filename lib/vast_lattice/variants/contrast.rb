# frozen_string_literal: true

module VastLattice
  module Variants
    # What differs of a variant under two plans, wherever that is: values, states, steps of recipes, labels and properties, prices
    # and operations, findings, and all that of components on every level, and where these are. The one reading of "differs": the
    # line that says what an edit does, the trial of a rule and comparisons ask here. A Change that is weighed knows of shapes, too.
    class Contrast
      def initialize(before, after)
        @recipes = RecipeContrast.new(before, after)
        # What components are given shows inside them; which row is picked, in what it says.
        @common = common(before, after)
        @same_places = before.family.components == after.family.components && before.lists == after.lists
        # Densities are no values, but masses follow them, as they do other families; and some prices follow masses.
        @late = [before, after].any? { |plan| late?(plan) }
        @weigh_all = weighs_otherwise?(before, after)
        @inner = {}
      end

      # The Change of a variant from one Outcome to another, or nil.
      def of(name, rows, before, after)
        change = compared(before, after, name: name, rows: rows)
        change unless change.nothing? && !@weigh_all
      end

      protected

      # The Change, also where nothing differs; of a component without prices and findings, which the whole has.
      def compared(before, after, component: false, **about)
        decided, states = differing(before, after).partition { |_, _, target| !target.state? }
        Change.new(**about, decided: decided, states: changed_states(states, before, after), steps: @recipes.names(before, after),
                            labels: labels(before, after), lines: lines(before, after), inside: inside(before, after),
                            placed: placed_otherwise(before, after), prices: component || @late ? ['', ''] : prices(before, after),
                            found: component ? [[], []] : found(before, after), pair: ([before, after] if component))
      end

      private

      # [name, Target before, Target after, their numbers] of what both plans decide.
      def common(before, after)
        after.targets.reject { |target| target.kind == :row || target.given? }.filter_map do |target|
          old = before.symbols[target.name]
          [target.name, old, target, old.index, target.index] if old && !old.given?
        end
      end

      def weighs_otherwise?(before, after)
        placed(before) != placed(after) || before.family.materials != after.family.materials || (@late && said(before) != said(after))
      end

      # The families of what is placed, on all levels.
      def placed(plan) = plan.placed.all.map { |one| one.plan && [one.plan.family, placed(one.plan)] }

      # Whether prices wait for the shape, here or in a component.
      def late?(plan) = !plan.late_program.nil? || plan.placed.all.any? { |one| one.plan && late?(one.plan) }
      def said(plan) = %i[rules rule_tables sets_off base_price currency].map { |field| plan.family.public_send(field) }
      def prices(*outcomes) = outcomes.map { |own| Geometry::Pricing.price(own, own.lines).to_s }

      def differing(before, after)
        old, new = [before, after].map(&:values)
        @common.reject { |_, _, _, one, other| same?(old[one], new[other]) }
      end

      # What is undefined equals itself.
      def same?(old, new)
        return true if old.equal?(new) || old == new
        return old.size == new.size && old.zip(new).all? { |one, other| same?(one, other) } if old.is_a?(Array) && new.is_a?(Array)

        [old, new].all? { |value| value.is_a?(Float) && Undefined.is?(value) }
      end

      # Names of features and parts whose state differs, of targets that do.
      def changed_states(targets, before, after)
        targets.map { |_, _, target| target.path.first }.uniq.reject { |name| before.state(name) == after.state(name) }
      end

      # {label or property => [before, after]} of those that differ.
      def labels(before, after)
        old, new = [before, after].map { |outcome| { **outcome.properties, **outcome.labels } }
        (old.keys | new.keys).to_h { |name| [name, [old[name].to_s, new[name].to_s]] }.reject { |_, both| both.uniq.one? }
      end

      def lines(before, after) = [before, after].map { |outcome| outcome.lines.map { |line| "#{line.list} #{line}" } }

      # Findings before and after; where the same is found, none of them.
      def found(before, after)
        before.finds_the_same?(after) ? [[], []] : [before, after].map { |outcome| outcome.findings.uniq }
      end

      # [name, Change] of components that are built before or after and differ; alike instances once. What is equal is the same
      # object, mostly.
      def inside(before, after)
        after.placings.flat_map do |placing|
          old = before.placing(placing.name)
          next [] unless old && [old, placing].any?(&:built?)

          pairs(old, placing).filter_map { |number, one, other| inner(Name.of(placing.name, *number).to_s, one, other) }
        end
      end

      # [number, Outcome, Outcome] of instances that are there both times, each different pair once.
      def pairs(old, placing)
        known = old.instances.to_h
        found = placing.instances.filter_map do |number, own|
          [number, known[number], own] if known.key?(number) && !known[number].equal?(own)
        end
        found.uniq { |_, one, other| [one.object_id, other.object_id] }
      end

      def inner(name, before, after)
        contrast = @inner[[before.plan, after.plan].map(&:object_id)] ||= Contrast.new(before.plan, after.plan)
        change = contrast.compared(before, after, component: true)
        [name, change] unless change.nothing?
      end

      # Names of components that came or went, or are somewhere else; where values alone differ, these are told.
      def placed_otherwise(before, after)
        return [] if @same_places

        old, new = [before, after].map { |outcome| places(outcome) }
        (old.keys | new.keys).reject { |name| old[name] == new[name] }
      end

      # {name of a component that is built => where its instances are}, as texts, in which what is undefined equals itself.
      def places(outcome)
        components = outcome.plan.family.components
        return {} if components.empty?

        places = outcome.plan.place_program.call(outcome.values)
        outcome.placings.each_with_index.select { |placing, _| placing.built? }.to_h do |placing, at|
          own = components[at]
          numbers = placing.instances.map { |number, _| places[at].call(number || 1) }
          axes = own.place.axes.transform_values { |axis| [axis.own, axis.on, axis.side] }
          [placing.name, [own.family, numbers.uniq, axes, Geometry::Laying.steps(placing)].inspect]
        end
      end
    end
  end
end
