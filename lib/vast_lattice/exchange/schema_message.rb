# frozen_string_literal: true

module VastLattice
  module Exchange
    # Says in plain words what the JSON Schema found wrong.
    module SchemaMessage
      # +error+ is one entry of JSONSchemer's list, +pointer+ the path of the wrong value.
      def self.text(error, pointer)
        subject = subject(pointer)
        case error['type']
        when 'required' then Wording[:list_is_missing_in_subject, list: list(error['details']['missing_keys']), subject: subject]
        when 'enum' then Wording[:subject_must_be_one_of_list_not, subject: subject, list: list(error['schema']['enum'].grep(String)),
                                                                   value: value(error)]
        when 'schema' then unknown_key(error, subject)
        when 'pattern' then Wording[:subject_is_value_but, subject: subject, value: value(error),
                                                           expected: error['schema']['description'] || Wording[:a_text_is_expected]]
        else other(error, subject)
        end
      end

      # What is no effect.
      def self.not_an_effect
        Wording[:this_is_not_an_effect_write_one, list: list(Family::EFFECTS.names)]
      end

      # A value that fits none of several shapes.
      def self.other_value(pointer) = Wording[:subject_should_be_a_text, subject: subject(pointer)]

      # Keys and numbers that lead to what an error is about.
      def self.pointer(error) = error['data_pointer'].split('/').drop(1).map { |key| key.gsub('~1', '/').gsub('~0', '~') }

      def self.subject(pointer)
        return 'the family' if pointer.empty?

        pointer.last.match?(/\A\d+\z/) ? "item #{pointer.last.to_i + 1} of #{pointer[-2]}" : pointer.last
      end
      private_class_method :subject

      def self.unknown_key(error, subject)
        known = error['root_schema'] && sibling_keys(error)
        remedy = known.to_a.empty? ? '' : " #{Nearest.remedy(subject, known, kind: 'key')}"
        Wording[:subject_does_not_belong_here_remedy, subject: subject, remedy: remedy]
      end
      private_class_method :unknown_key

      # Keys that the schema knows at the place of an unknown one.
      def self.sibling_keys(error)
        path = error['schema_pointer'].split('/').drop(1)[0...-1]
        path.reduce(error['root_schema']) { |schema, key| schema.is_a?(Hash) ? schema[key] : nil }&.dig('properties')&.keys
      end
      private_class_method :sibling_keys

      def self.other(error, subject)
        wanted = Array(error['schema']['type']).join(' or ') if error['schema'].is_a?(Hash)
        wanted = { 'array' => 'a list', 'object' => 'a group of keys', 'string' => 'a text' }.fetch(wanted, 'another value')
        if error['type'] == 'maxLength'
          return Wording[:subject_is_longer_than_most_characters, subject: subject, most: error['schema']['maxLength']]
        end
        return Wording[:subject_should_be_wanted, subject: subject, wanted: wanted] if %w[array object string].include?(error['type'])

        "#{subject}: #{error['error'].sub(/\A[\w ]+ at (`[^`]*`|root) /, 'this value ')}."
      end
      private_class_method :other

      def self.value(error) = error['data'].is_a?(String) ? "\"#{error['data'][0, 40]}\"" : 'something else'
      private_class_method :value

      def self.list(words) = words.join(', ')
      private_class_method :list
    end
  end
end
