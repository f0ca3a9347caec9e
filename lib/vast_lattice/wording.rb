# frozen_string_literal: true

require 'i18n'
require 'json'

module VastLattice
  # Something that is said to people, as data: which sentence (the +key+), and what stands in it (+given+: names, amounts with their
  # units, lists, other wordings). The sentences stand in wording/en/, one file for each stage; another language is another such folder.
  # It becomes a text at the end, where it is shown:
  #
  #   Wording[:target_is_not_a_choice, target: 'length'].to_s  # "length is not a choice."
  #
  # It stands wherever a text may. A list is told with commas; a sentence that depends on a number has its forms by +count+.
  class Wording < Value.with(:key, given: {})
    FOLDER = File.join(__dir__, 'wording')

    class << self
      # Whether there is such a sentence is found when it is said, and for all of them by wording_test.
      def [](key, **given) = new(key: key, given: given)

      # "a or b or c" and "a and b and c" of texts or wordings.
      def either(list) = list.reduce { |one, other| self[:one_or_other, one: one, other: other] }
      def both(list) = list.reduce { |one, other| self[:one_and_other, one: one, other: other] }

      # {key => sentence}, with places for what stands in it, of one file; by the forms of a number, where there are some.
      def sentences(path) = YAML.safe_load_file(path).values.reduce(:merge)

      # Learns a language: a folder of its name.
      def learn(folder)
        I18n.available_locales |= [File.basename(folder).to_sym]
        said.load_translations(*Dir[File.join(folder, '*.yml')])
      end

      # A sentence in the language of now (I18n.locale), with what stands in it; what a language lacks is told in English.
      def say(key, given)
        language = I18n.locale
        language = :en unless language == :en || said.exists?(language, key)
        said.translate(language, key, **given)
      end

      private

      # Read once, before there are threads.
      def said = @said ||= I18n::Backend::Simple.new
    end

    Dir[File.join(FOLDER, '*/')].each { |folder| learn(folder) }

    # For people.
    def to_s = self.class.say(key, given.transform_values { |value| told(value) })
    alias to_str to_s

    def to_json(*given) = to_s.to_json(*given)
    def as_json(*) = to_s

    # What it is about, as data: {"target" => "length", …}; what stands in wordings within it as well.
    def about
      within = given.each_value.grep(Wording).map(&:about).reduce({}, :merge)
      within.merge(given.to_h { |name, value| [name.to_s, value.is_a?(Wording) ? value.to_s : value] })
    end

    # The same where something is called otherwise: a +name+ that stands in the place +place+ becomes +title+.
    def calling(place, name, title)
      with(given: given.to_h do |own, value|
        called = value.is_a?(Wording) ? value.calling(place, name, title) : value
        [own, own == place && value == name ? title : called]
      end)
    end

    private

    def told(value)
      case value
      when Array then value.join(', ')
      when Integer then value
      else value.to_s
      end
    end
  end
end
