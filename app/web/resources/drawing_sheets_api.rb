# frozen_string_literal: true

module VastLattice
  module Web
    # Drawing sheets as they are designed: what a variant's look like, and each of many (docs/api.md).
    module DrawingSheetsAPI
      extend Resource

      routes '/api/families' do
        # A drawing sheet of the variant in view.
        get '/:slug/drawing_sheets/:name', needs: :read do |slug, name|
          stored = store.find(slug)
          drawn = drawn_sheet(stored, name, Result.new(stored.plan, PickParams.fitting(pick, stored.plan), display: shown_units))
          answer(SheetLook.new(drawn, sheet_of(stored, name)).to_tree)
        end

        # The same of one variant of many: number=K of those that table=TABLE (or all tables together) has.
        get '/:slug/drawing_sheets/:name/variant', needs: :read do |slug, name|
          stored = store.find(slug)
          across = across(stored)
          number = count_of('number', 0..100_000)
          raise NotInFamily.new('variant', number.to_s, []) if number >= across.size

          result = Result.new(stored.plan, across.pick(number), display: shown_units)
          answer({ 'name' => across.name(number), 'rows' => across.rows(number), 'of' => across.size, 'mass' => result.fact_texts['mass'],
                   'weighs' => Undefined.text(result.facts['mass'], &:itself) }.merge(tried_sheet(stored, name, result)))
        end

        # Makes what of a sheet does for any family the template of the house.
        post '/:slug/drawing_sheets/:name/house', needs: :edit do |slug, name|
          sheet = sheet_of(store.find(slug), name)
          answer(house: change_house { |own| own.with_sheet(sheet) }.drawing_sheet.to_tree)
        end
      end

      private

      def sheet_of(stored, name)
        stored.family.drawing_sheet(name) || raise(NotInFamily.new('drawing sheet', name, stored.family.drawing_sheets.map(&:name)))
      end

      def drawn_sheet(stored, name, result) = DrawingSheets::Composed.new(result, sheet_of(stored, name))

      # What cannot be drawn says why; the others are looked at all the same.
      def tried_sheet(stored, name, result)
        SheetLook.new(drawn_sheet(stored, name, result), sheet_of(stored, name)).in_short
      rescue DrawingSheets::Impossible, Geometry::Work::Spent => e
        { 'svg' => '', 'remarks' => [e.message] }
      end
    end
  end
end
