# frozen_string_literal: true

module VastLattice
  class Plan
    # Checks that forms ask for parameters that exist, with controls that suit them.
    class FormBinder
      def initialize(family, reader)
        @family = family
        @symbols = reader.symbols
        @reader = Reader.new(@symbols)
      end

      # The findings of all forms.
      def findings
        @family.forms.each { |form| form.fields.each { |field| check(form, field) } }
        @reader.findings
      end

      private

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
