# frozen_string_literal: true

module VastLattice
  class Plan
    # Finds the names of a Pick in a plan and reads its entries. Raises PickError.
    class PickReader
      def initialize(plan)
        @plan = plan
        @family = plan.family
      end

      # Returns a FoundPick. Tables that are not named use their default row; a row of "" means none.
      def read(pick)
        @below = {}
        own = { answers: inside(pick.answers, :answer), overrides: inside(pick.overrides, :override) }
        FoundPick.new(rows: rows(pick.rows), answers: answers(own[:answers]), overrides: overrides(own[:overrides]), pick: pick,
                      below: (@below if @below.any?))
      end

      private

      def rows(given)
        given.each_key { |name| refuse('table', name, @family.tables.map(&:name)) unless @family.table(name) }
        @plan.bound.tables.map { |bound| row(bound, given.find { |name, _| name.casecmp?(bound.table.name) }&.last) }
      end

      def row(bound, name)
        table = bound.table
        return if table.lookup?
        return table.default_row_index if name.nil?
        return if name.empty?

        bound.row_number(name) || refuse("row in table #{table.name}", name, table.rows.map(&:name))
      end

      # What is decided in components of which this family itself says nothing goes straight there; gives all else.
      def inside(given, place)
        return given if given.empty? || @plan.placed.all.empty?

        given.reject do |name, text|
          next if @plan.symbols.decided(name)

          inlet = @plan.inlet(Name.read(name)) or next
          refuse_computed(inlet.target) if inlet.target.computed?
          item = Given::Item.new(inlet.inner, place, value(inlet.target, text))
          (@below[inlet.component] ||= []) << item
        end
      end

      def answers(given)
        list(given, @plan.outside) do |name|
          target = @plan.symbols.decided(name)
          refuse('parameter', name, @plan.symbols.parameter_names) unless target&.value? || target&.given?
          refuse_computed(target.innermost) if target.innermost.computed?
          refuse_sourced(target) if @plan.sourced.key?(target.index)
          target
        end
      end

      def refuse_sourced(target)
        raise PickError.new(Wording[:target_comes_from_sourced_it_cannot, target: target.name, sourced: @plan.sourced[target.index].called],
                            remedy: Wording[:change_it_there_or_override])
      end

      def overrides(given)
        known = @plan.symbols.column_names
        list(given) do |name|
          if known.any? do |other|
            other.casecmp?(name)
          end
            @plan.symbols.decided(name)
          else
            refuse('parameter or state', name, known)
          end
        end
      end

      def list(given, base = @plan.nothing)
        given.each_with_object(base.dup) do |(name, text), found|
          target = yield name
          found[target.index] = value(target, text)
        end
      end

      def value(target, text)
        why = Writable.fault(text.to_s)
        raise PickError.new(Wording[:target_this_cannot_be_taken_why, target: target.name, why: why], remedy: Wording[:type_it_anew]) if why

        typed = Entry.read(text.to_s, type: open_type(target), unit: target.unit, scope: Formula::Scope.new([]))
        Formula.value(typed)
      rescue Formula::Error => e
        raise PickError.new(Wording[:what_problem, what: target.name, problem: e.wording], remedy: e.advice)
      end

      # A choice that is not among the choices is a finding of the outcome, not an unreadable pick.
      def open_type(target) = target.type.text? ? Formula::TEXT : target.type

      def refuse(kind, name, known)
        raise PickError.new(Wording[:there_is_no_kind_name, kind: kind, name: name], remedy: Nearest.remedy(name.to_s, known, kind: kind))
      end

      def refuse_computed(target)
        raise PickError.new(Wording[:target_is_computed_by_its_formula_formula_it_cannot,
                                    target: target.name, formula: target.subject.formula],
                            remedy: Wording[:change_what_it_depends_on_or_override])
      end
    end
  end
end
