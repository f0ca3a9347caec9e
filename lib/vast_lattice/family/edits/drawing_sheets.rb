# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of the templates of drawing sheets.
      module DrawingSheets
        # Fields of a sheet that are one of some words, and those of a view.
        WORDS = { 'size' => DrawingSheet::SIZES.keys, 'projection' => DrawingSheet::PROJECTIONS.keys, 'hidden' => DrawingSheet::HIDDEN.keys,
                  'breaks' => %w[yes no], 'parts_list' => DrawingSheet::LISTS.keys }.freeze
        VIEW_WORDS = { 'axis' => %w[x y z], 'dimensions' => DrawingSheet::MEASURED.keys }.freeze
        VIEW_TEXTS = %w[part through takes place].freeze
        DIMENSION_FIELDS = %w[shown tolerance away].freeze
        # What is said of a feature besides.
        NOTE = 'note'
        # Fields of the title block that are written by hand, or with formulas in braces; the others are known.
        TITLE_BLOCK = %w[owner creator date revision tolerances number title].freeze
        # "1:5", "2:1"; "25 %".
        TAKES = %r{\A(?:\d{1,5}\s*[:/]\s*\d{1,5}|\d{1,3}(?:\.\d+)?\s*%)\z}
        # A fit by ISO 286, or deviations: "H7", "js6", "±0.2", "+0.1 -0.05", "+0.2/0".
        TOLERANCE = %r{\A(?:[A-Za-z]{1,2}\d{1,2}|±\s*\d+(?:\.\d+)?°?|[+-]?\d+(?:\.\d+)?\s*[ /]\s*[+-]?\d+(?:\.\d+)?)\z}
        # Furthest that a dimension stands from its view, mm.
        FURTHEST = 200.0
        private_constant :WORDS, :VIEW_WORDS, :VIEW_TEXTS, :DIMENSION_FIELDS, :NOTE, :TAKES, :TOLERANCE, :FURTHEST

        # Adds a sheet: with the views of another one (+like+), or with the front, the top, the right end and one in space.
        def self.add_drawing_sheet(family, name:, like: nil)
          name = fresh(family, name)
          made = if like
                   Edits.find(family.drawing_sheets, like, 'drawing sheet').with(name: name, label: '')
                 else
                   DrawingSheet.fresh(name)
                 end
          family.with(drawing_sheets: [*family.drawing_sheets, made])
        end

        # Renames it.
        def self.rename_drawing_sheet(family, name:, to:)
          fresh(family, to) unless to.casecmp?(name)
          on(family, name) { |sheet| sheet.with(name: Edits.checked_name(to)) }
        end

        # Removes it.
        def self.remove_drawing_sheet(family, name:)
          family.with(drawing_sheets: Edits.drop(family.drawing_sheets, name, 'drawing sheet'))
        end

        # Sets a field: label, logo, size, projection, hidden, breaks, parts_list, notes (one a line), or one of the title block
        # (title_block.owner).
        def self.set_drawing_sheet(family, sheet:, field:, text:)
          on(family, sheet) do |own|
            case field
            when 'label' then own.with(label: text.strip)
            when 'logo' then own.with(logo: text.empty? ? '' : Edits.find(family.pictures, text, 'picture').name)
            when 'notes' then own.with(notes: text.lines.map(&:strip).reject(&:empty?))
            when /\Atitle_block\./ then own.with(title_block: titled(own.title_block, field.delete_prefix('title_block.'), text.strip))
            else own.with(one_of(WORDS, field).to_sym => chosen(WORDS, field, text))
            end
          end
        end

        # Adds a view, called by its kind and a number where that is taken.
        def self.add_sheet_view(family, sheet:, kind:, part: '', axis: 'x', through: '')
          SHEET_VIEWS.fetch(kind)
          on(family, sheet) do |own|
            name = [kind, *(2..).lazy.map { |number| "#{kind}_#{number}" }.first(own.views.size + 1)].find { |one| own.view(one).nil? }
            made = DrawingSheet::View.new(name: name, kind: kind)
            given = { 'part' => part, 'axis' => axis, 'through' => through }
            own.with(views: [*own.views, given.reduce(made) { |view, (field, text)| with_view(family, view, field, text) }])
          end
        end

        # Sets a field of a view: part, axis, through, takes, dimensions, or place ("0.3 0.6"; nothing: where there is room).
        def self.set_sheet_view(family, sheet:, view:, field:, text:)
          on(family, sheet) do |own|
            own.with(views: Edits.change(own.views, view, 'view') { |one| with_view(family, one, field, text.strip) })
          end
        end

        # Removes a view.
        def self.remove_sheet_view(family, sheet:, view:)
          on(family, sheet) { |own| own.with(views: Edits.drop(own.views, view, 'view')) }
        end

        # Sets what is chosen of a +dimension+ of a feature (horizontal, vertical, row, or one of its sizes): shown (no, yes; of places also
        # one of the other DrawingSheet::WAYS), tolerance,
        # or away (mm; nothing: where there is room); of its note the text.
        def self.set_sheet_dimension(family, sheet:, feature:, dimension:, field:, text:)
          FormTree.refuse_unknown(field, dimension == NOTE ? %w[text] : DIMENSION_FIELDS)
          name = Edits.find(family.features, feature, 'feature').name
          on(family, sheet) do |own|
            made = own.dimension(name, dimension).with(field.to_sym => measured(field, text.strip))
            kept = own.dimensions.reject { |one| one.name.casecmp?(made.name) }
            own.with(dimensions: made.plain? ? kept : [*kept, made])
          end
        end

        def self.on(family, name, &)
          family.with(drawing_sheets: Edits.change(family.drawing_sheets, name, 'drawing sheet', &))
        end
        private_class_method :on

        def self.fresh(family, name)
          name = Edits.checked_name(name)
          return name unless family.drawing_sheet(name)

          raise Error.new(Wording[:there_is_a_drawing_sheet_already, name: name], remedy: Wording[:choose_another_name])
        end
        private_class_method :fresh

        def self.titled(block, field, text)
          FormTree.refuse_unknown(field, TITLE_BLOCK)
          text.empty? ? block.except(field) : block.merge(field => text)
        end
        private_class_method :titled

        def self.one_of(words, field)
          FormTree.refuse_unknown(field, words.keys)
          field
        end
        private_class_method :one_of

        def self.chosen(words, field, text)
          known = words.fetch(field)
          known.find { |word| word.casecmp?(text.strip) } ||
            raise(Error.new(Wording[:there_is_no_kind_name, kind: field.tr('_', ' '), name: text],
                            remedy: Nearest.remedy(text, known, kind: field.tr('_', ' '))))
        end
        private_class_method :chosen

        def self.with_view(family, view, field, text)
          return view.with(field.to_sym => chosen(VIEW_WORDS, field, text)) if VIEW_WORDS.key?(field)

          FormTree.refuse_unknown(field, VIEW_TEXTS)
          view.with(field.to_sym => viewed(family, field, text))
        end
        private_class_method :with_view

        def self.viewed(family, field, text)
          case field
          when 'part' then text.empty? ? '' : Edits.find(family.parts, text, 'part').name
          when 'through' then text.empty? ? '' : Edits.find(family.features, text, 'feature').name
          when 'place' then placed(text)
          else
            return text if text.empty? || text.match?(TAKES)

            raise Error.new(Wording[:text_is_no_scale, text: text], remedy: Wording[:write_a_scale_or_a_share])
          end
        end
        private_class_method :viewed

        def self.placed(text)
          shares = text.split.map { |one| Float(one, exception: false) }
          fine = shares.empty? || (shares.size == 2 && shares.all? { |one| one&.between?(0.0, 1.0) })
          return shares.map { |share| share.round(4) } if fine

          raise Error.new(Wording[:text_is_no_place_on_a_sheet, text: text], remedy: Wording[:write_two_shares])
        end
        private_class_method :placed

        def self.measured(field, text)
          case field
          when 'shown' then chosen({ 'shown' => [*DrawingSheet::WAYS.keys, 'no'] }, 'shown', text)
          when 'text' then text
          when 'tolerance'
            return text if text.empty? || text.match?(TOLERANCE)

            raise Error.new(Wording[:text_is_no_tolerance, text: text], remedy: Wording[:write_a_fit_or_deviations])
          else away(text)
          end
        end
        private_class_method :measured

        def self.away(text)
          return if text.empty?

          number = Float(text, exception: false)
          return number.round(1) if number&.between?(1.0, FURTHEST)

          raise Error.new(Wording[:text_is_no_distance_from_a_view, text: text], remedy: Wording[:write_a_distance_in_mm])
        end
        private_class_method :away
      end
    end
  end
end
