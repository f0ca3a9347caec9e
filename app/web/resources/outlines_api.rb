# frozen_string_literal: true

module VastLattice
  module Web
    # Drawings of outlines that come in: what of a family they would change (docs/api.md).
    module OutlinesAPI
      extend Resource

      # What a drawing can be taken as.
      AS = %w[plate cut_outs].freeze

      routes '/api/families' do
        # Reads a DXF (the body as it is): the edits that take it +as+ a plate or as cut-outs of a +part+. Nothing is changed.
        post '/:slug/outlines', needs: :edit do |slug|
          stored = store.find(slug)
          kind, part, thickness, width, height = %w[as part thickness width height].map { |name| text_of(name) }
          refuse("A drawing is not taken as \"#{kind}\".", "Known: #{AS.join(', ')}.") unless AS.include?(kind)
          raise NotInFamily.new('part', part, stored.family.parts.map(&:name)) if kind == 'cut_outs' && !stored.family.part(part)

          bytes = sent_bytes(Exchange::OutlineReader::LARGEST)
          taken = Family::Edits.named(stored.family).map(&:name)
          told = read_apart { outline_edits(bytes, kind, part, taken, thickness: thickness, width: width, height: height) }
          answer(told)
        end
      end

      private

      def outline_edits(bytes, kind, part, taken, thickness:, width:, height:)
        read = Exchange::OutlineReader.read(bytes)
        made = Exchange::OutlineEdits.new(read.loops, width: width, height: height, taken: taken)
        { 'edits' => kind == 'plate' ? made.plate(part, thickness) : made.cut_outs(part), 'outlines' => read.loops.size,
          'passed_over' => read.passed_over }
      end
    end
  end
end
