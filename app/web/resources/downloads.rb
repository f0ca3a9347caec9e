# frozen_string_literal: true

module VastLattice
  module Web
    # Files of a family: every result (Results::FORMATS) at the name of its file, options in the query.
    module Downloads
      extend Resource

      # What is text, and says in which letters.
      TEXTS = %w[text/ application/json application/yaml application/xml image/svg].freeze

      routes '/families' do
        # One table alone, by its name.
        get '/:slug/:base/:table.:ending', needs: :read do |slug, base, table, ending|
          raise Sinatra::NotFound unless %w[tables rule_tables].include?(base)

          result(slug, "#{base}.#{ending}", 'table' => table)
        end

        get '/:slug/:base.:ending', needs: :read do |slug, base, ending|
          pass unless Results::FORMATS.key?("#{base}.#{ending}")

          result(slug, "#{base}.#{ending}")
        end
      end

      private

      # The file of a result, with the options that are asked for.
      def result(slug, name, given = {})
        raise Sinatra::NotFound unless Results::FORMATS.key?(name)

        options = params.slice(*Results::FORMATS.fetch(name).options.map(&:name)).merge(given)
        sent_as_file(name, slug, subject_of(store.find(slug)), options.transform_values { |value| value.is_a?(String) ? value : '' })
      end

      # A result of a subject that is called +slug+.
      def sent_as_file(name, slug, subject, options = {}, shown: false)
        format = Results::FORMATS.fetch(name)
        content = Results.write(name, subject, options)
        type = format.media_type
        type.start_with?(*TEXTS) ? content_type(type, charset: 'utf-8') : content_type(type)
        attachment format.file_name(slug, options), shown ? :inline : :attachment
        content
      end

      def subject_of(stored)
        Results::Subject.new(plan: stored.plan, pick: PickParams.fitting(PickParams.read(params), stored.plan), display: shown_units,
                             verdicts: verdicts(stored), workshop: house_workshop)
      end
    end
  end
end
