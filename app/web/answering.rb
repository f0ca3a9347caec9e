# frozen_string_literal: true

module VastLattice
  module Web
    # What resources share: who asks, what is asked with, and how it is answered.
    module Answering
      # Rows that are resolved for one request.
      MOST_ROWS = 400
      # The cookie of what a browser is known by.
      MAKER = 'lattice_maker'

      private

      # The stores, as the person may use them.
      def store = @store ||= granted(settings.store, list: :read, read: :read, write: :edit)
      def publications = @publications ||= granted(settings.publications, list: :read, read: :fill, write: :publish)
      def configurations = @configurations ||= granted(settings.configurations, list: :read, read: :fill, write: :keep)

      def houses = @houses ||= granted(settings.houses, list: :read, read: :read, write: :edit)

      # What all families have in common (Storage::Store::Stored of a Family::House); nil where nothing is kept yet.
      def house = Storage::HouseDocument.kept(houses)

      # The Workshop of the house, or nil.
      def house_workshop = Storage::HouseDocument.workshop(houses)

      def granted(found, **rights) = Storage::Granted.new(found, **rights) { |right, document| person.ensure_may(right, document) }

      # Whoever comes by the door, or by the address of a published form in a browser that has seen nothing else, is a visitor.
      def person
        return Person::VISITOR if at_door?

        Person::BUILT_IN[session[:person]] || (for_visitors? ? Person::VISITOR : Person::BUILT_IN.fetch('engineer'))
      end

      def at_door? = Door.there?(env)
      def for_visitors? = request.path_info.match?(%r{\A/(?:api/)?(?:forms|configurations)/.})

      # What a browser is known by that has made something: what it was given by a page; nil for one that has opened none.
      def maker = request.cookies[MAKER]&.then { |own| Digest::SHA256.hexdigest(own)[0, 40] if own.match?(/\A\h{32}\z/) }

      # Gives a browser what it is known by.
      def make_known
        return if maker

        response.set_cookie(MAKER, value: SecureRandom.hex(16), path: '/', httponly: true, same_site: :lax, max_age: 400 * 86_400)
      end

      # In which units the person wants to see amounts: a Units::Display, or nil where as they are set.
      def shown_units = Units::Display[session[:display]]&.then { |own| own if own.any? }

      # Whether the person may change families: what would be refused is not shown.
      def edits? = may?(:edit)
      # Whether the person sees nothing but what a form asks for and shows.
      def discreet? = !may?(:read)
      def may?(right, document = nil) = person.may?(right, document)

      # Whether an address of the API is asked for, and whether an answer for a program is wanted.
      def asked_by_program? = request.path_info.start_with?('/api/')
      def json_wanted? = asked_by_program? || request.get_header('HTTP_ACCEPT').to_s.start_with?('application/json')

      # Whether all that the address says is text.
      def readable_request?
        readable?(Rack::Utils.unescape(request.path_info)) && readable?(params)
      end

      def readable?(given)
        case given
        when Hash then given.all? { |pair| readable?(pair) }
        when Array then given.all? { |item| readable?(item) }
        when String then given.dup.force_encoding('UTF-8').then { |text| text.valid_encoding? && !text.include?("\0") }
        else true
        end
      end

      # Scripts follow the way by themselves.
      def lead_to(path)
        return redirect(path) unless json_wanted?

        content_type :json
        JSON.generate(location: path)
      end

      def pick = PickParams.read(params)

      # A text that is asked with; a list or a tree is none.
      def text_of(name) = params[name].is_a?(String) ? params[name] : ''

      # A text that is asked with, or nil where it is empty.
      def present(name) = text_of(name).then { |text| text.empty? ? nil : text }

      # A whole number that is asked with, brought into a range.
      def count_of(name, range) = text_of(name).to_i.clamp(range)

      # A length in mm that is asked with.
      def length_of(name)
        given = Float(text_of(name), exception: false)
        Undefined.known(given) || refuse("#{name} is no length in mm.", 'Give a plain number.')
      end

      # Numbers of rows that are asked with: rows=0,1,2.
      def row_numbers = text_of('rows').split(',').first(MOST_ROWS).map(&:to_i).grep(0..1_000_000)

      # The side from which parts are looked at flat.
      def side = PictureParams.read(params)[:view].then { |view| Drawing::Views::FRAMES.key?(view) ? view : 'front' }

      def answer(data) = JSON.generate(data)

      # An answer that follows from what is stored under a digest and from what is asked: whoever has it already is told so, and nothing
      # is worked out.
      def known_by(digest)
        headers 'cache-control' => 'private, no-cache'
        etag Digest::SHA256.hexdigest([digest, Shipped.stamp, request.fullpath, person.id, session[:display]].join("\n"))[0, 32]
      end

      # The JSON object that was sent.
      def sent
        @sent ||= begin
          parsed = JSON.parse(request.body.read, max_nesting: 64)
          parsed.is_a?(Hash) ? parsed : refuse('The request must be a JSON object.')
        end
      end

      # The version that the page has shown, or nil.
      def version_seen = sent['version'].is_a?(Integer) ? sent['version'] : nil

      def refuse(message, remedy = nil) = raise(VastLattice::Error.new(message, remedy: remedy))

      # What others changed since the version that the page has shown, and whether this change changed anything.
      def meanwhile(stored)
        others = version_seen ? store.others(stored, version_seen) : []
        { made: !stored.made.nil?, others: others.map(&:told) }
      end

      # The table that the address names. Raises NotInFamily.
      def table_of(stored, name)
        stored.family.table(name) || raise(NotInFamily.new('table', name, stored.family.tables.map(&:name)))
      end

      # A card for each family.
      def family_cards
        records = store.records
        digests = store.digests(records)
        known = Storage::ReviewRecord.bodies(records.filter_map { |record| digests[record] })
        behind = store.behind(records)
        records.map do |record|
          FamilyCard.new(store, record, known: known[digests[record]], behind: behind.fetch(record.id, []), digests: digests)
        end
      end

      # What is known of the variants of a stored family.
      def verdicts(stored) = Variants::Verdicts.new(stored.plan, Storage::ReviewRecord.body(stored.digest)&.fetch('levels'))

      # What a stored family comes to for the pick that is asked with, as far as that fits.
      def result_of(stored, **options) = Result.new(stored.plan, PickParams.fitting(pick, stored.plan), display: shown_units, **options)
    end
  end
end
