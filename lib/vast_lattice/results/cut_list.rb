# frozen_string_literal: true

module VastLattice
  module Results
    # What is cut from bars for the variant in view, nested into stock bars.
    class CutList < Sheets
      STOCK = Option.new('stock', 'Lengths of bars in mm, with commas')
      SAW = Option.new('saw', 'Width of the saw in mm')
      LONGEST = 100_000.0
      # Lengths of bars that are looked at.
      MOST = 12

      def initialize(kind)
        super('cut_list', kind, title: 'Cut list', note: 'bars by section, nested into the stock bars of the workshop or of your lengths',
                                made_from: :variant, options: [STOCK, SAW])
      end

      def workshop? = true

      def offered?(subject)
        super && (subject.family.components.any? || subject.family.parts.any? { |part| Quantities::CutList.kind?(part) })
      end

      # A CSV has the pieces.
      def sheets(subject, options)
        model = subject.result.whole_model
        stock = numbers(options['stock'], 'stock', subject.workshop.bars)
        saw = numbers(options['saw'], 'saw', [subject.workshop.saw], least: 0.0).first
        Exchange::CutSheets.of(Quantities::CutList.new(model.bodies, stock: stock, saw: saw)).first(@kind.name == 'csv' ? 1 : 3)
      end

      private

      # Numbers with commas between. Raises Error where they are none, or too small or large.
      def numbers(text, name, usual, least: 1.0)
        return usual if text.empty?

        text.split(',').first(MOST).map do |one|
          number = Float(one.strip, exception: false)
          next number if number&.between?(least, LONGEST)

          raise Error.new(Wording[:text_is_no_length_of_name, text: one.strip, name: name], remedy: Wording[:give_lengths_in_mm])
        end
      end
    end
  end
end
