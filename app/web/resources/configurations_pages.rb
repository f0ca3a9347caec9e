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

        # As a file; browsers show the sheet.
        get '/:code.:ending', needs: :fill do |code, ending|
          name = "configuration.#{ending}"
          pass unless Results::FORMATS.key?(name)

          subject = Results::Subject.new(configuration: seen(configurations.find(code)), code: code)
          sent_as_file(name, code, subject, shown: ending == 'pdf')
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
