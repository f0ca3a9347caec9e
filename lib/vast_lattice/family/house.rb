# frozen_string_literal: true

module VastLattice
  class Family
    # What all families of a company have in common: the template that new drawing sheets can begin like, and the workshop, in texts as
    # Workshop::Reading takes them.
    class House < Value.with(:name, drawing_sheet: nil, workshop: {})
      extend TreeForm

      # Where formulas begin in texts: these speak of one family.
      FORMULA = '{'
      FIELDS = %w[size projection hidden breaks parts_list].freeze
      VIEW_FIELDS = %w[axis takes dimensions].freeze
      private_constant :FORMULA, :FIELDS, :VIEW_FIELDS

      def self.nested = { drawing_sheet: DrawingSheet }

      # With what of a DrawingSheet does for any family: no views of one part or feature, no choices of single dimensions, no texts with
      # formulas, no pictures.
      def with_sheet(sheet)
        views = sheet.views.select { |view| view.part.empty? && view.through.empty? }
        kept = { views: numbered(views), notes: sheet.notes.reject { |text| text.include?(FORMULA) },
                 title_block: sheet.title_block.reject { |_, text| text.include?(FORMULA) } }
        with(drawing_sheet: sheet.with(name: 'house', label: '', logo: '', dimensions: [], **kept))
      end

      # Edits that begin a sheet of that name like it.
      def edits(name)
        begun = DrawingSheet.fresh(name)
        [{ 'do' => 'add_drawing_sheet', 'name' => name }, *views(begun), *settings(begun)].map do |edit|
          edit.key?('name') ? edit : { **edit, 'sheet' => name }
        end
      end

      private

      # Called as they are when they are added again.
      def numbered(views)
        times = Hash.new(0)
        views.map do |view|
          time = times[view.kind] += 1
          view.with(name: time == 1 ? view.kind : "#{view.kind}_#{time}", place: [])
        end
      end

      def views(begun)
        removed = begun.views.map(&:name) - drawing_sheet.views.map(&:name)
        [*drawing_sheet.views.flat_map { |view| view_edits(view, begun.view(view.name)) },
         *removed.map { |name| { 'do' => 'remove_sheet_view', 'view' => name } }]
      end

      def view_edits(view, begun)
        added = begun || DrawingSheet::View.new(name: view.name, kind: view.kind)
        changed = VIEW_FIELDS.reject { |field| view.public_send(field) == added.public_send(field) }
        made = begun ? [] : [{ 'do' => 'add_sheet_view', 'kind' => view.kind }]
        set = { 'do' => 'set_sheet_view', 'view' => view.name }
        made + changed.map { |field| { **set, 'field' => field, 'text' => view.public_send(field) } }
      end

      def settings(begun)
        own = FIELDS.reject { |field| drawing_sheet.public_send(field) == begun.public_send(field) }
        texts = own.to_h { |field| [field, drawing_sheet.public_send(field)] }
        texts['notes'] = drawing_sheet.notes.join("\n") if drawing_sheet.notes.any?
        drawing_sheet.title_block.each { |field, text| texts["title_block.#{field}"] = text }
        texts.map { |field, text| { 'do' => 'set_drawing_sheet', 'field' => field, 'text' => text } }
      end
    end
  end
end
