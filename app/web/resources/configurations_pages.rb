# frozen_string_literal: true

module VastLattice
  module Web
    # Kept configurations as pages: the list, one as a summary sheet, several side by side; and as files.
    module ConfigurationsPages
      extend Resource

      MOST_COMPARED = 4

      routes '/configurations' do
        get '/?', needs: :read do
          @title = 'Configurations'
          @text = text_of('text')[0, 100]
          @kept = configurations.listed(subject: present('family'), origin: present('form'), text: @text).map do |record|
            listed_configuration(record)
          end
          @removed = edits? ? configurations.removed(subject: present('family')).map { |record| listed_configuration(record) } : []
          erb :configurations
        end

        # Two to four side by side: codes=A,B.
        get '/compare', needs: :read do
          @title = 'Configurations side by side'
          @compared = text_of('codes').split(',').uniq.first(MOST_COMPARED).to_h { |code| [code, configurations.find(code).content] }
          @lines = Guide::SideBySide.new(@compared.values).lines
          erb :'configurations/compare'
        end

        get '/:code.pdf', needs: :fill do |code|
          own = seen(configurations.find(code))
          subject = Results::Subject.new(configuration: own, code: code)
          format = Results::FORMATS.fetch('configuration.pdf')
          content_type format.media_type
          attachment format.file_name(code), :inline
          format.write(subject, {})
        end

        get '/:code.json', needs: :fill do |code|
          content_type :json
          attachment "#{code}.json"
          JSON.pretty_generate(configuration_tree(code))
        end

        get '/:code', needs: :fill do |code|
          @code = code
          found = configurations.find(code)
          @own = seen(found)
          @renames = renames?(found.record)
          @now = differences_now(found.content)
          @tables = edits? && @now['version'] ? store.find(@own.family['slug']).family.variant_tables : []
          @title = @own.name
          erb :'configurations/sheet'
        end
      end
    end
  end
end
