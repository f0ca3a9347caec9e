# frozen_string_literal: true

module VastLattice
  module Guide
    # A form that is to be changed into a valid one, as a whole: what must hold (+facts+), and of each Domain whether it is changed
    # and to what.
    class FormLogic
      # A domain's terms: +changed+ and +value+; of a number also its +index+ in the domain. +words+ are those of the encoding.
      Change = Struct.new(:domain, :changed, :value, :index, :words) do
        # That it is changed to a value of the domain.
        def encoded(choice) = value == words.constant(choice, domain.field.target.type)
      end

      attr_reader :facts, :changes

      def initialize(trying, domains, wish)
        @trying = trying
        @plan = trying.filling.plan
        @wish = wish
        @words = Logic::Constants.new
        @facts = []
        @values = {}
        @changes = domains.to_h { |domain| [domain.field, change(domain)] }
        @by_target = trying.fields.to_h { |field| [field.target.index, field] }
        write
      end

      # The value that a model gives to a change, as the program holds it.
      def value(model, change)
        return change.domain.at(model.model_eval(change.index, true).to_s.to_i) if change.index

        told = model.model_eval(change.value, true).to_s
        change.domain.field.order.find { |value| @words.constant(value, change.domain.field.target.type).to_s == told }
      end

      # That a change has a value.
      def same(change, value)
        domain = change.domain
        return change.index == Logic::INT.from_const(((value - domain.least) / domain.step).round) if change.index

        change.value == @words.constant(value, domain.field.target.type)
      end

      private

      def change(domain)
        type = domain.field.target.type
        name = domain.field.at
        changed = Logic::BOOL.var("changed #{name}")
        index = Logic::INT.var("index #{name}") if domain.number?
        value = index ? stepped(domain, index) : @words.sort(type).var("value #{name}")
        @facts << (index ? Logic.all([index >= 0, index < domain.size]) : among(value, domain.field.order, type))
        now = @trying.now(domain.field)
        known = !(type.number? && Undefined.is?(now))
        @facts << Z3.Implies(changed, Logic.negate(value == @words.constant(now, type))) if known
        Change.new(domain, changed, value, index, @words)
      end

      def among(term, values, type) = Logic.any(values.map { |value| term == @words.constant(value, type) })
      def stepped(domain, index) = Logic.real(domain.least) + (Logic::REAL.from_value(index) * Logic.real(domain.step))

      def write
        bound = @plan.bound
        terms = Logic::Terms.new(@plan.lists, @words, @facts) { |variable| @values[variable.index] || @words.free(variable.type) }
        conditionals = Logic::Conditionals.new(@plan.family, terms, @words) { |table| rows.fetch(table) }
        ladders = Logic::LadderTerms.new(@plan, terms, @words, conditionals, @facts) { |target, rest| answered(target, rest) }
        Plan::Order.new(bound, @plan.placed).steps.each do |step|
          step.is_a?(Plan::Target) ? @values[step.index] = ladders.of(bound.ladder(step), @values, rows) : conditionals.add(step)
        end
        bound.ladders.each { |ladder| ladders.check(ladder, @values.fetch(ladder.target.index)) }
        said(bound, conditionals)
        held
      end

      # The term of the picked row of each table, by number.
      def rows
        @rows ||= @plan.family.tables.each_index.to_h do |number|
          field = @trying.fields.find { |own| own.target.kind == :row && own.target.subject.equal?(@plan.family.tables[number]) }
          [number, field ? answered(field.target, Logic::INT.from_const(Logic::Constants::NONE)) : Logic::INT.from_const(Logic::Constants::NONE)]
        end
      end

      # What an answer makes of a target; whether one counts that may be closed is left open.
      def answered(target, rest)
        field = @by_target[target.index] or return rest
        below = field.default.nil? ? rest : @words.constant(field.default, target.type)
        given = @wish.fetch(field) { @trying.filling.given[field] }
        said = given.nil? ? below : @words.constant(given, target.type)
        change = @changes[field]
        said = Logic.choose(change.changed, change.value, said) if change
        closable?(field) ? Logic.choose(@words.free(Formula::BOOLEAN), said, below) : said
      end

      def closable?(field)
        @plan.form_program&.conditions.to_a.any? do |(form, numbers, _), _|
          form == field.form && field.numbers.first(numbers.size) == numbers
        end
      end

      # What rules forbid, rows that may not hit together, alternatives.
      def said(bound, conditionals)
        bound.conditionals.each do |source|
          source.placed.each do |branch, item|
            forbids = item.is_a?(Plan::Consequence::Notice) && item.level == :error
            @facts << Logic.negate(conditionals.taken(source, branch)) if forbids
          end
          alone = source.is_a?(Plan::Bound::RuleTable) ? conditionals.lone_rows(source) : []
          @facts << Z3.AtMost(alone, 1) if alone.size > 1
        end
        @plan.family.alternatives.each { |group| @facts << alternatives(group) }
      end

      def alternatives(group)
        built = group.features.map { |name| @values.fetch(@plan.symbols["#{name}.built"].index) }
        group.none ? Z3.AtMost(built, 1) : Z3.Exactly(built, 1)
      end

      # What is wished and what is changed comes about; what is answered and not changed stays.
      def held
        @trying.standing.except(*@wish.keys).each do |field, value|
          stays = @values.fetch(field.target.index) == @words.constant(value, field.target.type)
          @facts << (@changes[field] ? Logic.any([@changes[field].changed, stays]) : stays)
        end
        @wish.each { |field, value| @facts << (@values.fetch(field.target.index) == @words.constant(value, field.target.type)) }
        @changes.each { |field, change| @facts << Z3.Implies(change.changed, @values.fetch(field.target.index) == change.value) }
      end
    end
  end
end
