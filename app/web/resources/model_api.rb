# frozen_string_literal: true

module VastLattice
  module Web
    # What a family comes to for a pick: values, pictures, meshes, distances, reasons (docs/api.md).
    module ModelAPI
      extend Resource

      routes '/api/families' do
        # The state of the family for a pick; bad entries are refused.
        get '/:slug/outcome', needs: :read do |slug|
          stored = store.find(slug)
          Result.new(stored.plan, PickParams.fitting(pick, stored.plan).with(answers: pick.answers, overrides: pick.overrides))
          answer(state(stored))
        end

        # One picture alone, as it is asked for: a second one beside the first, or of another variant.
        get '/:slug/picture', needs: :read do |slug|
          options = PictureParams.read(params)
          result = result_of(store.find(slug), build_to: options[:build_to])
          drawn = options[:view] != 'solid' && result.view(options[:view], **options.except(:view, :build_to), interactive: true)
          answer(svg: drawn || nil)
        end

        # Triangles and edges of the parts that are shown, for the 3D view.
        get '/:slug/mesh', needs: :read do |slug|
          stored = store.find(slug)
          known_by(stored.digest)
          picture = PictureParams.read(params)
          answer(result_of(stored, build_to: picture[:build_to]).scene(**picture.slice(:tier, :only, :without)))
        end

        # The distance between two marks of a picture that was asked for with measure=yes.
        get '/:slug/measure', needs: :read do |slug|
          solids = result_of(store.find(slug)).model.solids
          answer(Geometry::Measuring.new(solids).between(text_of('from'), text_of('till')).to_tree)
        end

        # Where a point of a view lies on a face: offsets for a feature that is put there.
        get '/:slug/place', needs: :read do |slug|
          spotting = Drawing::Spotting.new(result_of(store.find(slug)).model, PictureParams.read(params)[:view])
          answer(spotting.at(text_of('part'), text_of('face'), length_of('x'), length_of('y')))
        end

        # What a position would be from another edge, for a feature that stays where it is.
        get '/:slug/anchor', needs: :read do |slug|
          model = result_of(store.find(slug)).model
          answer(offset: Geometry::Reanchoring.offset(model, text_of('feature'), text_of('axis'), text_of('from')))
        end

        get '/:slug/because', needs: :read do |slug|
          stored = store.find(slug)
          outcome = stored.plan.outcome(PickParams.fitting(pick, stored.plan)).shown_as(shown_units)
          name = text_of('target')
          target = stored.plan.symbols.own(name)
          next answer(reasons_inside(stored, outcome, name)) unless target

          reason = outcome.because(name)
          measures = FeatureFacts.new(Geometry::Model.of(outcome), target).lines
          answer({ **reason.to_tree, 'overriding' => overriding(stored, target, reason), 'drives' => Plan::Dependencies.new(stored.plan).driven(target),
                                     'measures' => measures })
        end
      end

      private

      # The reasons of something in a component (rollers.3.length).
      def reasons_inside(stored, outcome, name)
        reason = outcome.because(name)
        path = Name.new(segments: Name.read(name).segments.grep_v(/\A\d+\z/))
        inlet = stored.plan.inlet(path)
        { **reason.to_tree, 'overriding' => inlet && overriding_inside(stored, inlet, reason), 'drives' => [], 'measures' => [] }
      rescue KeyError
        raise Plan::PickError, "There is no name \"#{name}\"."
      end

      def overriding_inside(stored, inlet, reason)
        own = stored.family.overrides.find { |one| one.target.casecmp?(inlet.name) && reason.decision.kind == :override }
        { 'name' => own&.name, 'unit' => inlet.target.unit.symbol,
          'choices' => inlet.target.state? ? %w[yes no] : inlet.target.type.offered }
      end

      # What is needed to override it, or to lift that: nil for what nobody can override.
      def overriding(stored, target, reason)
        return unless stored.plan.symbols.column_names.include?(target.name)

        override = stored.family.overrides.find { |own| reason.decision.kind == :override && own.name == reason.decision.name }
        { 'name' => override&.name, 'unit' => target.unit.symbol,
          'choices' => target.state? ? %w[yes no] : target.type.offered }
      end

      def state(stored) = ViewState.new(stored, pick, picture: PictureParams.read(params), display: shown_units).to_tree
    end
  end
end
