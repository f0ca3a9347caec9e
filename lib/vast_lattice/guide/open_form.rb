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

      # As of Filling, discreet: what is told is the same for everybody, so that its author sees what visitors see. Raises Refused,
      # Plan::PickError.
      def filling(answers = {}) = Filling.new(plan, form, answers, discreet: true)

      # What plain JSON it takes: an AnswersSchema.
      def schema = @schema ||= AnswersSchema.new(plan, form)

      # The Plan::FormField with these numbers.
      def field(at) = fields.fetch(at)

      private

      def fields = @fields ||= plan.form_fields.fetch(form.name).to_h { |field| [field.at, field] }
    end
  end
end
