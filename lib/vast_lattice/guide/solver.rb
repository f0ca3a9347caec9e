# frozen_string_literal: true

module VastLattice
  module Guide
    # Proposals found by Z3 (de Moura and Bjørner, TACAS 2008; its optimizer: Bjørner, Phan and Fleckenstein, TACAS 2015), over
    # numbers as well as choices. It works in a process of its own, which ends after a time. What it finds is tried on the plan; what
    # does not stand is excluded, and it looks again.
    class Solver
      SECONDS = 4.0
      # How often it looks again.
      MOST_TRIALS = 60

      def initialize(trying, domains, wish)
        @trying = trying
        @domains = domains
        @wish = wish
        @importance = Importance.new(trying)
      end

      # Up to +most+ Proposals of one size between +from+ and +till+ changes.
      def proposals(from, till, most)
        found = Apart.call(SECONDS) { |told| search(from, till, most) { |changes| told.call(changes) } }
        found.map { |changes| changes.to_h { |index, value| [@domains[index], value] } }.map { |changes| proposal(changes) }
      end

      private

      def proposal(changes)
        cost = [changes.size, changes.keys.sum { |domain| @importance.of(domain.field) }, changes.sum do |domain, value|
          domain.distance(value)
        end]
        Proposal.new(changes: changes.transform_keys(&:field), cost: cost)
      end

      # Yields [[number of the domain, value], …] of each that stands.
      def search(from, till, most)
        encoding = Logic::Encoding.new(@trying, @domains, @wish)
        optimize = asked(encoding, from, till)
        left = most
        MOST_TRIALS.times do
          return if left.zero? || optimize.check != :sat

          changes = found(encoding, optimize.model)
          if stands?(changes)
            yield changes.map { |change, value| [@domains.index(change.domain), value] }
            left -= 1
            optimize.assert(count(encoding) <= changes.size)
            optimize.assert(Logic.negate(Logic.all(changes.map { |change, _| change.changed })))
          else
            exclude(encoding, optimize, changes)
          end
        end
      end

      def asked(encoding, from, till)
        optimize = Z3::Optimize.new
        encoding.facts.each { |fact| optimize.assert(fact) }
        optimize.assert(count(encoding) >= from)
        optimize.assert(count(encoding) <= till)
        changes = encoding.changes.values
        [count(encoding), sum(changes, Logic::INT) { |change| Logic::INT.from_const(@importance.of(change.domain.field)) },
         sum(changes, Logic::REAL) { |change| distance(change) }].each { |cost| optimize.minimize(cost) }
        optimize
      end

      def count(encoding) = sum(encoding.changes.values, Logic::INT) { Logic::INT.from_const(1) }

      def sum(changes, sort)
        changes.map { |change| Logic.choose(change.changed, yield(change), sort.from_const(0)) }.reduce(sort.from_const(0), :+)
      end

      # As Domain#distance.
      def distance(change)
        return Logic.real(1) unless change.index

        now = @trying.now(change.domain.field)
        now = change.domain.least unless now.is_a?(Float) && now.finite?
        (change.value - Logic.real(now)).abs / Logic.real([change.domain.step * (change.domain.size - 1), change.domain.step].max)
      end

      # {Change => value} of a model.
      def found(encoding, model)
        changed = encoding.changes.values.select { |change| model.model_eval(change.changed, true).to_s == 'true' }
        changed.to_h { |change| [change, encoding.value(model, change)] }
      end

      def stands?(changes)
        outcome = @trying.kept(@wish.merge(changes.to_h { |change, value| [change.domain.field, value] }))
        !outcome.nil? && @trying.valid?(outcome)
      end

      # Not these values of these fields, with nothing else changed.
      def exclude(encoding, optimize, changes)
        others = encoding.changes.values - changes.keys
        same = changes.map { |change, value| Logic.all([change.changed, encoding.same(change, value)]) }
        optimize.assert(Logic.negate(Logic.all(same + others.map { |change| Logic.negate(change.changed) })))
      end
    end
  end
end
