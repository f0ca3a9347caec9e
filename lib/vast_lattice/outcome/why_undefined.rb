# frozen_string_literal: true

module VastLattice
  class Outcome
    # Says of what is undefined where it arose: once, as an error, at the formula in which it did, with the numbers; what
    # only follows from it is a note that names what it follows from.
    class WhyUndefined
      REMEDY = Wording[:change_it_or_test_for_it_if]

      # +measured+ as of Late.
      def initialize(outcome, measured = {})
        @outcome = outcome
        @measured = measured
        @plan = outcome.plan
        @bound = @plan.bound
        # One for all that is explained of an outcome.
        @budget = Formula::Budget.new
      end

      # The Finding for an undefined Typed tree that is written at +place+. +what+ begins the sentence ("The condition");
      # +index+ is the number of the instance where the tree may use it. nil where it has a value after all.
      def finding(typed, place, what, index: 1.0)
        origin = Formula::Origin.of(typed, @plan.lists, budget: @budget) { |variable| value(variable, index) } or return
        target = origin.name? && origin.variable.index < @plan.targets.size ? @plan.targets[origin.variable.index] : nil
        return follows(place, what, target.name) if target && told_elsewhere?(target)

        words = (target ? idle(target) : origin.words).to_s.sub(/\A[A-Z](?=[a-z ])/, &:downcase)
        place = place.with(span: origin.part.span)
        Finding.new(code: :undefined, level: :error, place: place, advice: REMEDY,
                    wording: Wording[:what_is_undefined_words_where, what: what, words: words, where: where(typed, target, index)])
      end

      # The note that something is undefined because of something else.
      def follows(place, what, because)
        Finding.new(code: :follows, level: :note, wording: Wording[:what_is_undefined, what: what, because: because], place: place,
                    advice: Wording[:mend_because, because: because])
      end

      private

      # Of a name, of the number of an instance, or of what is measured.
      def value(variable, index)
        return @measured[variable.index] if variable.index > @plan.targets.size

        variable.index == @plan.targets.size ? index : @outcome.values[variable.index]
      end

      # What does not apply and a row that is not picked are no errors where they are, only where they are used.
      # So is what is read of a component that is not built.
      def told_elsewhere?(target)
        return target.port.all? { |outlet| @outcome.placings[outlet.component].built? } if target.read?

        target.kind != :row && @outcome.applies?(target)
      end

      def idle(target)
        return "no row of table #{target.subject.name} is picked" if target.kind == :row
        return Wording[:target_has_no_value_there, target: target.name] if target.read?

        Wording[:target_does_not_apply_here_as_applies, target: target.name, applies_when: target.subject.applies_when]
      end

      # The names of the tree with their values, but for the one that is spoken of.
      def where(typed, target, index)
        said = typed.variables.reject { |variable| variable.index == target&.index }.map do |variable|
          "#{variable.name} is #{text(variable, index)}"
        end
        said.empty? ? '' : ", where #{said.join(', ')}"
      end

      def text(variable, index)
        return Units::Format.number(index) if variable.index == @plan.targets.size
        return @plan.symbols.measured_by(variable).text(@measured[variable.index]) if variable.index > @plan.targets.size

        @outcome.text_of(@plan.targets[variable.index])
      end
    end
  end
end
