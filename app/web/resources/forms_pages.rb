# frozen_string_literal: true

module VastLattice
  module Web
    # Published forms, without the workspace around them; they may stand inside pages of sites that are listed.
    module FormsPages
      extend Resource

      routes '/forms' do
        # All that are published: who, when, used last.
        get '/?', needs: :read do
          @title = 'Published forms'
          @published = published_list
          erb :published
        end

        get '/:address', needs: :fill do |address|
          opened = opened(address)
          headers 'content-security-policy' => Border.policy(frames: opened.publication.origins)
          show_form(FormPage.new(opened, api: "/api/forms/#{address}", pictures: "/forms/#{address}/pictures", answers: answered,
                                         token: FormToken.made(settings.secret, address), edition: opened.publication.family['version']))
        end

        # What the form shows, and no other picture of the family.
        get('/:address/pictures/:name', needs: :fill) do |address, name|
          family = opened(address).plan.family
          shown = family.forms.first.pictures.find { |own| own.casecmp?(name) } || raise(NotInFamily.new('picture', name))
          picture(family, shown)
        end
      end

      private

      # What is published, the latest first: its record, its family's, whether the form is there and open, how many are kept of it.
      def published_list
        listed = publications.listed
        families = settings.store.records.index_by(&:slug)
        kept = settings.configurations.counts(:origin, listed.map(&:slug))
        listed.map do |record|
          family = families[record.subject]
          there = family && form_there?(record.subject, record.about['form'])
          { record: record, family: family, open: record.about['open'] && there, there: there, kept: kept.fetch(record.slug, 0) }
        end
      end

      # The publication at an address with its plan, as long as it is open and the family has the form: whoever removes that withdraws it.
      def opened(address)
        found = publications.find(address)
        own = found.content.publication
        there = own.open && form_there?(own.family['slug'], own.form)
        raise Storage::Missing.new(address, 'published form') unless there

        publications.used(found.record)
        found.content
      end

      def form_there?(slug, form)
        settings.store.find(slug).family.form(form)
      rescue Storage::Missing
        false
      end

      # The answers that an address holds: set[NAME]=TEXT.
      def answered = params['set'].is_a?(Hash) ? params['set'].select { |_, text| text.is_a?(String) } : {}

      def show_form(page)
        @fill = page
        @token = page.token
        @title = page.title
        erb :'form/page'
      end

      # A picture of a family, made safe once more, and shown by itself without any rights.
      def picture(family, name)
        found = family.picture(name) || raise(NotInFamily.new('picture', name, family.pictures.map(&:name)))
        safe = Exchange::PictureFile.read(found.bytes)
        content_type Family::Picture::KINDS.fetch(safe['kind'])
        headers 'content-security-policy' => "default-src 'none'; sandbox", 'cache-control' => 'private, max-age=300'
        safe['data'].unpack1('m')
      end
    end
  end
end
