# frozen_string_literal: true

module VastLattice
  module Web
    # The page on which a form is filled in: published, or as its author tries it (a draft).
    class FormPage
      attr_reader :api, :token, :pictures

      # +open+ is a Guide::OpenForm, +edition+ that of its family; +api+ is the address of what it asks, +pictures+ where its pictures
      # are; +answers+ are texts to begin with; what of them cannot be read is left out. +token+ is shown when something is sent.
      def initialize(open, api:, pictures:, token:, edition:, answers: {}, draft: false)
        @open = open
        @api = api
        @pictures = pictures
        @token = token
        @edition = edition
        @draft = draft
        @filling = begun(answers)
      end

      def draft? = @draft
      def form = @open.form
      def title = form.title

      # Everything the page's scripts begin with.
      def start
        { 'api' => api, 'live' => form.filled == 'live', 'version' => @edition, 'outcome' => FormAnswering.new(@filling, {}).outcome }
      end

      # The FormField with these numbers.
      def field(numbers) = @open.field(numbers.join('/'))

      # Pages with their numbers.
      def pages = form.pages.each_with_index

      private

      # An old link may name what is not asked any more.
      def begun(answers) = filled(answers) || @open.filling(answers.select { |name, text| filled({ name => text }) })

      def filled(answers)
        @open.filling(answers)
      rescue Guide::Refused, Plan::PickError
        nil
      end
    end
  end
end
