# frozen_string_literal: true

module VastLattice
  module Web
    # A family's workspace: one page per stage.
    module WorkspacePages
      extend Resource

      routes '/families' do
        get '/:slug', needs: :read do |slug|
          # What is there has an address that can stand in a header.
          redirect "/families/#{store.find(slug).slug}/shape"
        end

        get '/:slug/:stage', needs: :read do |slug, verb|
          stage = Stage.find(verb) || raise(NotInFamily.new('stage', verb, Stage::ALL.map(&:verb)))
          stored = store.find(slug)
          @page = workspace_page(stored, stage, pick_for(stage, stored), remembered_picture)
          @title = "#{stored.family.name} · #{stage.title}"
          erb :workspace
        end
      end

      private

      # The picture as it was last looked at in this browser (room.js), so that the first one fits at once.
      def remembered_picture
        view, width, height = request.cookies['lattice_picture'].to_s.split('-')
        PictureParams.read('view' => view == 'flat' ? 'front' : view, 'width' => width, 'height' => height)
      end

      # A form is filled without a row, unless one is picked.
      def pick_for(stage, stored)
        pick = PickParams.read(params)
        return pick unless stage.verb == 'guide' && pick.rows.empty?

        pick.with(rows: stored.family.variant_tables.to_h { |table| [table.name, ''] })
      end
    end
  end
end
