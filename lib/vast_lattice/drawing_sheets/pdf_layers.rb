# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Layers of a Prawn::Document, by roles of marks: readers can show and hide each (optional content, ISO 32000-1, 8.11).
    class PDFLayers
      # What the configuration of the layers is called.
      NAME = 'Roles'

      def initialize(document)
        @document = document
        @groups = {}
      end

      # What the block draws belongs to the layer of a role.
      def within(role)
        name = :"Layer#{Drawing::Marks::ROLES.index(role)}"
        (@document.state.page.resources[:Properties] ||= {})[name] = group(role)
        @document.add_content("/OC /#{name} BDC")
        yield
        @document.add_content('EMC')
      end

      # Says which there are, once all pages are drawn.
      def complete
        groups = @groups.values
        shown = { Name: text(NAME), Order: groups, ON: groups }
        @document.renderer.min_version(1.5)
        @document.state.store.root.data[:OCProperties] = { OCGs: groups, D: shown }
      end

      private

      def group(role) = @groups[role] ||= @document.ref!(Type: :OCG, Name: text(role.to_s.capitalize))
      def text(words) = PDF::Core::LiteralString.new(words)
    end
  end
end
