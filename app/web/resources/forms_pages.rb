# frozen_string_literal: true

module VastLattice
  module Web
    # Published forms, without the workspace around them; they may stand inside pages of sites that are listed.
    module FormsPages
      extend Resource

      routes '/forms' do
        get '/:address', needs: :fill do |address|
          opened = opened(address)
          headers 'content-security-policy' => Border.policy(frames: opened.publication.origins)
          show_form(FormPage.new(opened, api: "/api/forms/#{address}", pictures: "/forms/#{address}/pictures", answers: answered,
                                         token: FormToken.made(settings.secret, address), edition: opened.publication.family['version']))
        end

        get('/:address/pictures/:name', needs: :fill) { |address, name| picture(opened(address).plan.family, name) }
      end

      private

      # The publication at an address with its plan, as long as it is open.
      def opened(address)
        found = publications.find(address).content
        found.publication.open ? found : raise(Storage::Missing.new(address, 'published form'))
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
