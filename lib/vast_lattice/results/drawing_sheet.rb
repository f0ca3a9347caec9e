# frozen_string_literal: true

module VastLattice
  module Results
    # The drawing of the variant in view, on sheets.
    class DrawingSheet < Format
      NOTES = { 'pdf' => 'views, dimensions and a title block at true scale, for printing',
                'svg' => 'its first sheet as a picture at true size',
                'dxf' => 'lines and arcs in layers, a block for each view' }.freeze
      REAL = 'real'
      WRITERS = { 'pdf' => ->(pages, _) { DrawingSheets::PDFWriter.new(pages).write },
                  'svg' => ->(pages, _) { DrawingSheets::SVGWriter.new(pages.first).write },
                  'dxf' => ->(pages, own) { DrawingSheets::DXFWriter.new(pages, real: own['dimensions'] == REAL).write } }.freeze
      # How a DXF has dimensions.
      DIMENSIONS = Option.new('dimensions', 'Dimensions', { 'lines' => 'as lines and texts', REAL => 'as dimensions' })
      AS_SET = { 'template' => 'as the sheet says' }.freeze
      # Fields of the title block that can be written, with their headings.
      FIELDS = DrawingSheets::TitleBlock::WRITTEN
      OPTIONS = [Option.new('sheet', 'Sheet'), Option.new('projection', 'Projection', { **AS_SET, **Family::DrawingSheet::PROJECTIONS }),
                 Option.new('size', 'Size', { **AS_SET, **Family::DrawingSheet::SIZES }),
                 Option.new('hidden', 'Hidden lines', { **AS_SET, **Family::DrawingSheet::HIDDEN }),
                 Option.new('part', 'Part'), *FIELDS.map { |name, title| Option.new(name, title) }].freeze
      private_constant :AS_SET, :FIELDS, :REAL, :DIMENSIONS

      def self.all
        NOTES.map do |ending, note|
          options = ending == 'dxf' ? [*OPTIONS, DIMENSIONS] : OPTIONS
          new("drawing_sheet.#{ending}", title: 'Drawing sheets', note: note, made_from: :variant, options: options)
        end
      end

      def write(subject, options)
        WRITERS.fetch(ending).call(DrawingSheet.composed(subject, subject.result, options).pages, options)
      end

      # DrawingSheets::Composed of a result, as these options of a subject say. Raises Missing.
      def self.composed(subject, result, options)
        fields = options.slice(*FIELDS.keys).reject { |_, text| text.empty? }.transform_keys(&:to_sym)
        DrawingSheets::Composed.new(result, sheet(subject, options), part: part(subject, options['part'].to_s), fields: fields)
      end

      # The sheet of that name, the first one, or the standard one, with what the options say otherwise.
      def self.sheet(subject, options)
        own = subject.family.drawing_sheets
        named = options['sheet']
        found = own.empty? && named.empty? ? Family::DrawingSheet.standard : subject.chosen(named, own, 'drawing sheet').first
        found.with(**options.slice('size', 'projection', 'hidden').reject { |_, value| value == 'template' }.transform_keys(&:to_sym))
      end
      private_class_method :sheet

      # The name of the part that is drawn alone, nil for all of them.
      def self.part(subject, name) = name.empty? ? nil : subject.chosen(name, subject.family.parts, 'part').first.name
      private_class_method :part

      # The same of all variants, in one file.
      class OfAll < Format
        # More are too much for one file.
        MOST = 200

        def initialize
          super('drawing_sheets.pdf', title: 'Drawing sheets of all variants', note: 'of each variant that is valid, one after the other',
                                      made_from: :variants, options: [Option.new('sheet', 'Sheet')])
        end

        # Raises Error where there are too many, and DrawingSheets::Impossible where one cannot be drawn.
        def write(subject, options)
          variants = Variants::All.new(subject.plan)
          if variants.size > MOST
            raise Error.new(Wording[:too_many_for_one_file, size: variants.size, most: MOST], remedy: Wording[:write_them_one_by_one])
          end

          valid = variants.reject { |variant| variant.result.errors? }
          raise Error.new(Wording[:none_of_the_variants_is_valid], remedy: Wording[:mend_them_first]) if valid.empty?

          DrawingSheets::PDFWriter.new(valid.flat_map { |variant| DrawingSheet.composed(subject, variant.result, options).pages }).write
        end
      end
    end
  end
end
