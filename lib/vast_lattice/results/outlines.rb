# frozen_string_literal: true

module VastLattice
  module Results
    # Plates and flat patterns of the variant in view, for the laser or the punch.
    class Outlines < Format
      PART = Option.new('part', 'Part')
      private_constant :PART

      def initialize
        note = 'flat parts and flat patterns, in layers to cut, bend, engrave and mark (DXF)'
        super('outlines.dxf', title: 'Outlines for cutting', note: note, made_from: :variant, options: [PART])
      end

      def offered?(subject)
        super && (subject.family.components.any? || subject.family.parts.any? { |part| %w[plate folded_sheet].include?(part.stock.kind) })
      end

      def write(subject, options)
        model = subject.result.whole_model
        flat = Exchange::OutlineFile.flat(model)
        chosen = options['part'].empty? ? flat : [one(subject, options['part'], flat)]
        raise Error.new(Wording[:no_part_is_flat], remedy: Wording[:plates_and_folded_sheets_are]) if chosen.empty?

        Exchange::OutlineFile.new(chosen).write
      end

      private

      def one(subject, name, flat)
        part = subject.chosen(name, subject.family.parts, 'part').first
        flat.find { |solid| solid.part.name == part.name } or
          raise Error.new(Wording[:part_is_not_flat, part: part.title], remedy: Wording[:plates_and_folded_sheets_are])
      end
    end
  end
end
