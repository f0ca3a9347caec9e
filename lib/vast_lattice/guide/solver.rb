# frozen_string_literal: true

module VastLattice
  module Guide
    # Proposals found by Z3 (de Moura and Bjørner, TACAS 2008; its optimizer: Bjørner, Phan and Fleckenstein, TACAS 2015), over
    # numbers as well as choices. It works in a process of its own, which ends after a time. What it finds is tried on the plan; what
    # does not stand is excluded, and it looks again.
    class Solver
      # Of a processor.
      SECONDS = 4
      # Bytes: most of them are those of Z3.
      MEMORY = 1_000_000_000
      # Sets of fields that are looked at, and values of one set.
      MOST_SETS = 25
      MOST_TRIALS = 40

      def initialize(trying, domains, wish)
        @trying = trying
        @domains = domains
        @wish = wish
        @importance = Importance.new(trying)
      end

      # Up to +most+ Proposals of one size between +from+ and +till+ changes.
      def proposals(from, till, most)
        found = Apart.told(SECONDS, memory: MEMORY) { |tell| search(from, till, most) { |changes| tell.call(changes) } }
        found.map { |changes| Proposal.of(changes.to_h { |index, value| [@domains[index], value] }, @importance) }
      end

      private

      # Yields [[number of the domain, value], …] of each that stands. First which fields are changed, then how far: the second
      # question is small once the first is answered.
      def search(from, till, most)
        encoding = FormLogic.new(@trying, @domains, @wish)
        optimize = asked(encoding, from, till)
        MOST_SETS.times do
          return if most.zero? || optimize.check != :sat

          set = changed(encoding, optimize.model)
          found = nearest(set.map(&:domain))
          # Of a set that does, nothing with more in it; of one that does not, just that.
          others = found ? [] : (encoding.changes.values - set).map { |change| Logic.negate(change.changed) }
          optimize.assert(Logic.negate(Logic.all(set.map(&:changed) + others)))
          next unless found

          yield(found.map { |domain, value| [@domains.index(domain), value] })
          most -= 1
          optimize.assert(count(encoding) <= set.size)
        end
      end

      # What must hold, with the fewest changes, of what is least important.
      def asked(encoding, from, till)
        optimize = Z3::Optimize.new
        [*encoding.facts, count(encoding) >= from, count(encoding) <= till].each { |fact| optimize.assert(fact) }
        weight = sum(encoding.changes.values, Logic::INT) { |change| Logic::INT.from_const(@importance.of(change.domain.field)) }
        [count(encoding), weight].each { |cost| optimize.minimize(cost) }
        optimize
      end

      def changed(encoding, model)
        encoding.changes.values.select { |change| model.model_eval(change.changed, true).to_s == 'true' }
      end

      # {Domain => value}: the nearest valid change of all these fields and no others; nil where none is found.
      def nearest(domains)
        encoding = FormLogic.new(@trying, domains, @wish)
        changes = encoding.changes.values
        optimize = Z3::Optimize.new
        [*encoding.facts, *changes.map(&:changed)].each { |fact| optimize.assert(fact) }
        optimize.minimize(distances(optimize, changes))
        MOST_TRIALS.times do
          return if optimize.check != :sat

          model = optimize.model
          found = changes.to_h { |change| [change, encoding.value(model, change)] }
          return found.transform_keys(&:domain) if stands?(found)

          optimize.assert(Logic.negate(Logic.all(found.map { |change, value| encoding.same(change, value) })))
        end
        nil
      end

      def count(encoding) = sum(encoding.changes.values, Logic::INT) { Logic::INT.from_const(1) }

      def sum(changes, sort)
        changes.map { |change| Logic.choose(change.changed, yield(change), sort.from_const(0)) }.reduce(sort.from_const(0), :+)
      end

      # How far all changes go: of each, no less than Domain#distance, which the least of it comes to. Written without absolute
      # values, it is a linear program.
      def distances(optimize, changes)
        changes.map { |change| distance(optimize, change) }.reduce(Logic.real(0), :+)
      end

      def distance(optimize, change)
        return of_choice(change) unless change.index

        far = Logic::REAL.var("far #{change.domain.field.at}")
        away = (change.value - Logic.real(change.domain.origin)) / Logic.real(change.domain.span)
        optimize.assert(far >= 0)
        [away, -away].each { |side| optimize.assert(far >= side) }
        far
      end

      # As far as the choice that is made.
      def of_choice(change)
        change.domain.field.order.reduce(Logic.real(1)) do |rest, value|
          Logic.choose(change.encoded(value), Logic.real(change.domain.distance(value).rationalize(Rational(1, 10**9))), rest)
        end
      end

      def stands?(changes)
        outcome = @trying.kept(@wish.merge(changes.to_h { |change, value| [change.domain.field, value] }))
        !outcome.nil? && @trying.valid?(outcome)
      end
    end
  end
end
