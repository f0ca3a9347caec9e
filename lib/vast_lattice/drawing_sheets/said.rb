# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # What a sheet says in words: its notes, what is said of features under their letters, and its fields of the title block.
    class Said
      # Of a feature (nil: of the stock) in a view: its text, and where in the view it stands, mm (nil: nowhere).
      Note = Struct.new(:feature, :text, :anchor, :view)

      # +views+ are Kinds::Views with their letters.
      def initialize(result, sheet, views)
        @sheet = sheet
        @views = views
        @texts = result.outcome.sheet_texts
      end

      # Notes of all views.
      def notes
        @notes ||= @views.flat_map { |view| view.notes.map { |feature, text, anchor| Note.new(feature, text, anchor, view) } }
      end

      # The letter of a feature: after those of sections and details; nil of the stock.
      def letter(feature) = letters[feature]

      # Rows as of Listed: notes of the sheet first.
      def rows
        @rows ||= @sheet.notes.each_index.map { |index| ['', '', written('notes', index)] } + notes.map do |note|
          [letter(note.feature).to_s, note.feature&.feature&.title.to_s, [note.text, *besides(note.feature)].join('. ')]
        end
      end

      # Fields of the title block as the sheet says them.
      def fields = @sheet.title_block.to_h { |field, _| [field.to_sym, written('title_block', field)] }

      private

      # A text of the sheet with its formulas filled in.
      def written(*path) = @texts.fetch([@sheet.name, *path]) || Undefined::WORD

      # What the sheet says of a feature besides its sizes.
      def besides(feature)
        own = feature && @sheet.dimension(feature.name, 'note')
        own.nil? || own.text.empty? ? [] : [written('dimensions', own.name)]
      end

      def letters
        @letters ||= begin
          taken = @views.filter_map(&:letter)
          features = notes.map(&:feature).compact.uniq
          features.zip(('A'..).lazy.reject { |letter| taken.include?(letter) }.first(features.size)).to_h
        end
      end
    end
  end
end
