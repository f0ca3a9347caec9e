# frozen_string_literal: true

module VastLattice
  module Web
    # Filling in a published form from its page, or from elsewhere (docs/api.md). What is sent shows the form's token; sites that
    # the publication lists may ask from their pages.
    module FormsAPI
      extend Resource

      # Somebody asks who may not, or shows no good token.
      class Foreign < Error
      end

      # Proposals are the longest that a visitor can ask for: one at a time on this machine, behind what people work at here.
      PROPOSALS = Serving::Slots.new('proposals', 'Several people are asking for proposals', 1, of_one: 2, patience: 25)
      private_constant :PROPOSALS

      routes '/api/forms' do
        # Whether pages of other sites may ask is asked by browsers before.
        options('/:address/*', needs: :fill) { |address, _| asked_form(address) && answer({}) }

        get '/:address', needs: :fill do |address|
          found = asked_form(address)
          answer(title: found.form.title, edition: found.publication.family['version'], token: FormToken.made(settings.secret, address),
                 schema: found.schema.to_tree, outcome: told('outcome', found.filling))
        end

        get('/:address/schema', needs: :fill) { |address| answer(asked_form(address).schema.to_tree) }

        %w[outcome choices proposals mesh].each do |what|
          get("/:address/#{what}", needs: :fill) do |address|
            found = asked_form(address)
            known_by(publications.find(address).digest) if what == 'mesh'
            answer(told(what, found.filling(answered)))
          end
        end

        # The outcome of answers in JSON: {"answers": {"length": 1200}}.
        post '/:address/outcome', needs: :fill do |address|
          answer(told('outcome', sent_filling(asked_form(address), address)))
        end

        # Keeps a configuration: {"name", "answers"} or, with texts as they are typed, {"name", "entries"}.
        post '/:address/configurations', needs: :keep do |address|
          found = asked_form(address)
          answer(keep_configuration(sent_filling(found, address), family: found.publication.family, source: address))
        end
      end

      private

      # The publication at an address; pages of other sites may ask where they are listed.
      def asked_form(address)
        found = opened(address)
        origin = request.get_header('HTTP_ORIGIN').to_s
        return found if origin.empty? || origin == request.base_url

        unless found.publication.origins.include?(origin)
          raise Foreign.new('This site may not use the form.', remedy: 'Ask its author to list it.')
        end

        headers 'access-control-allow-origin' => origin, 'access-control-allow-headers' => 'content-type, x-csrf-token', 'vary' => 'Origin',
                'cross-origin-resource-policy' => 'cross-origin'
        found
      end

      # What is told of a filling.
      def told(what, filling)
        answering = FormAnswering.new(filling, params)
        return answering.public_send(what) unless what == 'proposals'

        may?(:read) ? answering.proposals(wished) : Serving::Turns.aside { PROPOSALS.take(request.ip) { behind { answering.proposals(wished) } } }
      end

      # Its slices of time are short.
      def behind
        Thread.current.priority = Serving::HeavyWork::PRIORITY
        yield
      ensure
        Thread.current.priority = 0
      end

      def wished = params['wish'].is_a?(Hash) ? params['wish'].select { |_, text| text.is_a?(String) } : {}

      def sent_filling(found, address)
        unless FormToken.good?(settings.secret, address, request.get_header('HTTP_X_CSRF_TOKEN'))
          raise Foreign.new('The request shows no token of this form, or an old one.', remedy: 'Open the form again.')
        end

        found.filling(sent_answers(found.schema))
      end

      # Answers in plain JSON, or texts as they are typed.
      def sent_answers(schema)
        return schema.read(sent['answers']) if sent.key?('answers')

        entries = sent.fetch('entries', {})
        fits = entries.is_a?(Hash) && entries.each_value.all?(String)
        fits ? entries : refuse('The entries must be texts by the names of what is asked.', 'The schema of the form shows the names.')
      end
    end
  end
end
