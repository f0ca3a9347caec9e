# frozen_string_literal: true

module VastLattice
  module Web
    # What the resources of the JSON API share: their answers, refusals, and what they are asked.
    class JSONResource < Base
      # Rows that are resolved for one request.
      MOST_ROWS = 400

      before do
        content_type :json
      end

      error(JSON::ParserError) { fail_json(400, 'The request is not well-formed JSON.', nil) }
      error(Storage::Missing, Sinatra::NotFound) { |e| fail_json(404, e.is_a?(VastLattice::Error) ? e.message : 'There is no such address.', nil) }
      error(Rights::Denied) { |e| fail_json(403, e.message, e.remedy) }
      error(Storage::Stale) { |e| fail_json(409, e.message, e.remedy, stale: true) }
      error(Storage::Refused) { |e| fail_json(422, e.message, e.remedy, findings: e.findings.map(&:to_tree)) }
      error(Formula::Error) { |e| fail_json(422, e.message, e.remedy, findings: [{ 'span' => [e.span.start, e.span.length] }]) }
      error(Exchange::Unreadable) { |e| fail_json(422, e.message.lines.first.strip, e.remedy, problems: e.problems.map(&:to_tree)) }
      error(VastLattice::Error) { |e| fail_json(422, e.message, e.remedy) }

      private

      # What is only tried, anybody may send.
      def reading_only? = request.path_info.end_with?('/try')

      def pick = PickParams.read(params)

      # A text that is asked with; a list or a tree is none.
      def text_of(name) = params[name].is_a?(String) ? params[name] : ''

      # A whole number that is asked with, brought into a range.
      def count_of(name, range) = text_of(name).to_i.clamp(range)

      # Numbers of rows that are asked with: rows=0,1,2.
      def row_numbers = text_of('rows').split(',').first(MOST_ROWS).map(&:to_i).grep(0..1_000_000)

      def answer(data) = JSON.generate(data)

      # The JSON object that was sent.
      def given
        @given ||= begin
          parsed = JSON.parse(request.body.read, max_nesting: 20)
          parsed.is_a?(Hash) ? parsed : refuse('The request must be a JSON object.')
        end
      end

      def refuse(message, remedy = nil) = raise(VastLattice::Error.new(message, remedy: remedy))

      # What others changed since the version that the page has shown, and whether this change changed anything.
      def meanwhile(stored)
        others = given['version'].is_a?(Integer) ? store.others(stored, given['version']) : []
        { made: !stored.made.nil?, others: others.map { |change| change.slice('number', 'person', 'kind', 'summary') } }
      end

      # The table that the address names. Raises Storage::Missing.
      def table_of(stored, name) = stored.family.table(name) || raise(Sinatra::NotFound)

      def fail_json(code, message, remedy, **more)
        status code
        JSON.generate(error: { message: message, remedy: remedy, **more }.compact)
      end

      def fail_page(code, error, message = nil, remedy = nil)
        fail_json(code, message || error&.message, remedy || error&.remedy)
      end
    end
  end
end
