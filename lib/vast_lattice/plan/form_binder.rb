# frozen_string_literal: true

module VastLattice
  class Plan
    # Checks that forms ask for parameters that exist, with controls that suit them, and reads their conditions.
    class FormBinder
      # [[form, numbers, :shown or :locked], Typed], as FormProgram takes them.
      attr_reader :conditions

      def initialize(family, reader)
        @family = family
        @symbols = reader.symbols
        @reader = Reader.new(@symbols)
        @conditions = []
        family.forms.each { |form| bind(form) }
      end

      # The findings of all forms.
      def findings = @reader.findings

      private

      def bind(form)
        form.placed.each do |numbers, item|
          check(form, item) if item.is_a?(Family::Form::Field)
          condition(form, numbers, :shown, item.shown_when)
          condition(form, numbers, :locked, item.locked_when) if item.is_a?(Family::Form::Field)
        end
      end

      def condition(form, numbers, what, text)
        return if text.to_s.strip.empty?

        typed = @reader.condition(text, Place.at('forms', form.name, *path(numbers), "#{what}_when"))
        @conditions << [[form.name, numbers, what], typed] if typed
      end

      def path(numbers) = %w[pages groups fields].first(numbers.size).zip(numbers).flatten

      def check(form, field)
        place = Place.at('forms', form.name, field.ask)
        target = @reader.target(field.ask, place) or return
        return unless field.control

        control = Family::CONTROLS.fetch(field.control)
        return if control.suits?(target.subject)

        @reader.error(:unsuitable_control, "A #{control.title} cannot ask for #{target.name}.", place, 'Choose another control.')
      rescue Registry::Unknown => e
        @reader.error(:unknown_kind, e.message, place, e.remedy)
      end
    end
  end
end
