# frozen_string_literal: true

module VastLattice
  class Outcome
    # Reasons through levels: of something in a component (leg.height, rollers.3.length), and of what it comes from outside, link
    # by link, up to the person, row, rule or default that decides.
    class Chain
      def initialize(outcome)
        @outcome = outcome
        @plan = outcome.plan
      end

      # The Reason of a name, with those that it comes from as its chain. Raises KeyError.
      def reason(name)
        path = Name.read(name)
        target = @plan.symbols.own(path)
        return Because.new(@outcome).reason(target) if target

        first, *others = inside(path)
        others.empty? ? first : first.with(chain: others)
      end

      protected

      # Reasons, each that of which the one before is a copy.
      def reasons(path)
        target = @plan.symbols.own(path)
        target ? own(target) : inside(path)
      end

      private

      # A parameter that is nothing but another one has the reasons of that.
      def own(target)
        reason = Because.new(@outcome).reason(target)
        [reason, *link(target)]
      end

      def link(target)
        kind, number = Plan::Decider.decode(@outcome.deciders[target.index])
        typed = decided_by(target, kind, number)
        followed = typed && typed.kind == :name && @plan.targets[typed.data.index]
        followed && !followed.varied? ? reasons(Name.read(followed.name)) : []
      end

      # The Typed tree that decided a target, where there is one.
      def decided_by(target, kind, number)
        ladder = @plan.bound.ladder(target)
        case kind
        when :formula, :default then ladder.rung(Plan::Rung::Own)&.typed
        when :rule then ladder.saying(number, @outcome.branches[number])&.value
        when :table then ladder.column&.cells&.at(@outcome.pick.rows[number])
        end
      end

      # Within a component, and then what it was given.
      def inside(path)
        placing, number, instance, rest = placed_at(path)
        raise KeyError, "no parameter or state named #{path}" unless instance && rest

        found = Chain.new(instance).reasons(rest)
        *named, last = found.map { |reason| reason.within(placing.name, number) }
        from = given(placing, found.last, number)
        return [*named, last] if from.empty?

        outside = named.map { |reason| reason.decision.outside? ? reason.with(decision: from.first.decision) : reason }
        [*outside, taken(last, from.first), *from]
      end

      # [Placing, number of the instance or nil, its Outcome, the path inside it] of a path into a component.
      def placed_at(path)
        placing = @outcome.placing(path.first) or return
        numbered = placing.many? && path.rest&.first.to_s.match?(/\A\d+\z/)
        number = path.rest.first.to_i if numbered
        [placing, number, placing.instance(number), numbered ? path.rest.rest : path.rest]
      end

      # Whoever decides outside decides what is taken from there.
      def taken(reason, from)
        reason.with(decision: from.decision, sentence: Wording[:it_is_given_value_by_the_family, value: reason.value], over: [])
      end

      # What is given is given to all instances of what is repeated inside.
      def given_target(placing, subject)
        @plan.symbols.given(Name.of(placing.decider, *Name.read(subject).segments.grep_v(/\A\d+\z/)).to_s)
      end

      def given(placing, last, number)
        target = last.decision.outside? && given_target(placing, last.subject) or return []
        nobody = Plan::Decider.decode(@outcome.deciders[target.index]).first == :none
        return [] if nobody

        position = number && placing.instances.index { |own, _| own == number }
        reason = Because.new(@outcome, position && [number, position]).reason(target)
        return [reason, *link(target)] unless last.decision.kind == :answer && %i[rule said].include?(reason.decision.kind)

        [besides(reason, last, target)]
      end

      # A rule here and one of the component disagree: what is given besides them stands.
      def besides(reason, last, target)
        rung = @plan.bound.ladder(target).besides.rungs.first.is_a?(Plan::Rung::Cells) ? :table : :formula
        reason.with(value: last.value, over: [], decision: Decision.new(kind: rung, word: Plan::Decider::WORDS.fetch(rung)),
                    sentence: Wording[:rules_here_and_there_disagree_so_what, value: last.value])
      end
    end
  end
end
