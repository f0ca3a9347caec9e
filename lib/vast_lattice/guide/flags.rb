# frozen_string_literal: true

module VastLattice
  module Guide
    # What of a form is there, locked and narrowed, for the values of an outcome.
    class Flags
      def initialize(plan, form, values)
        @told = plan.form_program&.call(values).to_h.fetch(form.name, {})
      end

      # Whether what has these numbers, or what it is in, is not there.
      def hidden?(numbers) = @told.any? && (1..numbers.size).any? { |size| own_hidden?(numbers.first(size)) }

      # The same by a condition of its own.
      def own_hidden?(numbers) = @told.dig(numbers.join('/'), 'shown') == false

      # What came out undefined of what is there: [numbers, :shown, :locked or :narrowed, Typed tree].
      def undefined = @told.fetch(:undefined, []).reject { |numbers, *| hidden?(numbers[0...-1]) }

      # Of a Plan::FormField.
      def locked?(field) = @told.dig(field.at, 'locked') == true
      def closed?(field) = hidden?(field.numbers) || locked?(field)
      def narrowed(field) = @told.dig(field.at, 'narrowed').to_a
    end
  end
end
