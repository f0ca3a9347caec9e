# frozen_string_literal: true

module VastLattice
  module Web
    # Where things run into each other (docs/api.md): in the variant that is picked, or over all variants, some at a time.
    module InterferenceAPI
      extend Resource

      routes '/api/families' do
        # In the variant of the pick.
        get '/:slug/interference', needs: :read do |slug|
          result = result_of(store.find(slug))
          answer('found' => Checks::Interferences.of(result).map { |found| placed(found) })
        end

        # From a variant on, as many as there is time for; "next" says where to go on.
        get '/:slug/interference/all', needs: :read do |slug|
          stored = store.find(slug)
          stored.plan.ensure_runnable
          tree = Checks::Interferences.new(stored.plan).to_tree(from: count_of('from', 0..Variants::All::MOST))
          answer(tree.merge('version' => stored.version, 'found' => tree['found'].map { |found| placed(found) }))
        end
      end

      private

      # With the place in each view: across and upwards, in mm.
      def placed(found)
        found.merge('places' => Drawing::Views::FRAMES.transform_values { |frame| frame.local(found['at']).first(2) })
      end
    end
  end
end
