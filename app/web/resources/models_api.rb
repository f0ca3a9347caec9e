# frozen_string_literal: true

module VastLattice
  module Web
    # Bought parts that come in as STEP (docs/api.md).
    module ModelsAPI
      extend Resource

      # Bytes of a file.
      LARGEST = 8_000_000
      # What such a file begins with (ISO 10303-21).
      SIGN = 'ISO-10303-21'

      routes '/api/families' do
        # Reads a STEP file (the body as it is): the edits that take it in as a bought part +name+, with its +mass+ where that is given.
        # Nothing is changed.
        post '/:slug/models', needs: :edit do |slug|
          store.find(slug)
          text = step_text(sent_bytes(LARGEST))
          told = Geometry::Work.budget { ExactSolids.read(text) }
          name = Family::Edits.checked_name(text_of('name'))
          stock = { 'kind' => 'bought', 'model' => name, 'mass' => text_of('mass').strip }.reject { |_, own| own.empty? }
          edits = [{ 'do' => 'put_model', 'model' => Family::Model.of(name, text, told).to_tree },
                   { 'do' => 'put_part', 'name' => name, 'stock' => stock }]
          low, high = told['box']
          answer(edits: edits, solids: told['solids'], volume: told['volume'], size: Geometry::Vector.minus(high, low))
        end
      end

      private

      # Raises Unreadable for what is none.
      def step_text(bytes)
        refuse('The file is too large.', "At most #{LARGEST / 1_000_000} MB are taken.") if bytes.bytesize > LARGEST
        text = bytes.force_encoding('UTF-8').scrub('?')
        return text if text.lstrip.start_with?(SIGN)

        refuse('This is no STEP file.', 'Save the part as STEP (AP203, AP214 or AP242).')
      end
    end
  end
end
