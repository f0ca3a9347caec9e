# frozen_string_literal: true

module VastLattice
  module Web
    # The page on which a form is filled in: published, or as its author tries it (a draft).
    class FormPage
      attr_reader :plan, :form, :api, :token, :pictures

      # +api+ is the address of what it asks, +pictures+ where its pictures are; +answers+ are texts to begin with; what of them
      # cannot be read is left out. +token+ is shown when something is sent.
      def initialize(plan, form, api:, pictures:, token:, answers: {}, draft: false)
        @plan = plan
        @form = form
        @api = api
        @pictures = pictures
        @token = token
        @draft = draft
        @filling = begun(answers)
      end

      def draft? = @draft
      def title = form.title

      # Everything the page's scripts begin with.
      def start
        { 'api' => api, 'live' => form.filled == 'live', 'version' => plan.object_id, 'outcome' => FormAnswering.new(@filling, {}).outcome }
      end

      # The FormField with these numbers.
      def field(numbers) = fields.fetch(numbers.join('/'))

      # Pages with their numbers.
      def pages = form.pages.each_with_index

      private

      def fields = @fields ||= plan.form_fields.fetch(form.name).to_h { |field| [field.at, field] }

      # An old link may name what is not asked any more.
      def begun(answers)
        Guide::Filling.new(plan, form, answers)
      rescue Guide::Refused, Plan::PickError
        kept = answers.select { |name, text| readable?(name, text) }
        Guide::Filling.new(plan, form, kept)
      end

      def readable?(name, text)
        Guide::Filling.new(plan, form, { name => text })
      rescue Guide::Refused, Plan::PickError
        false
      end
    end
  end
end
