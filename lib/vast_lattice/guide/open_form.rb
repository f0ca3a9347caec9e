# frozen_string_literal: true

module VastLattice
  module Guide
    # A form that can be filled in, with the Plan of its family: a draft, or one that is published.
    class OpenForm
      attr_reader :plan, :form

      def initialize(plan, form)
        @plan = plan
        @form = form
      end

      # As of Filling. Raises Refused, Plan::PickError.
      def filling(answers = {}, **options) = Filling.new(plan, form, answers, **options)

      # What plain JSON it takes: an AnswersSchema.
      def schema = @schema ||= AnswersSchema.new(plan, form)

      # The Plan::FormField with these numbers.
      def field(at) = fields.fetch(at)

      private

      def fields = @fields ||= plan.form_fields.fetch(form.name).to_h { |field| [field.at, field] }
    end
  end
end
