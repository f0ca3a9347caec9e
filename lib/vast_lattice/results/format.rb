# frozen_string_literal: true

module VastLattice
  module Results
    # A kind of file that leaves: what it is made from, its name, ending, media type and options. A format answers +write+ with a Subject
    # and the options that were chosen, and gives bytes.
    class Format
      # Something that can be chosen: +choices+ by what they mean, the first of them by itself. Without these it is any text, or nothing.
      Option = Struct.new(:name, :title, :choices) do
        # As it is written in a command: "only=all|valid", "table=TABLE".
        def usage = "#{name}=#{choices ? choices.keys.join('|') : name.upcase}"

        # Raises Error for what it does not offer.
        def read(text)
          return text.to_s unless choices
          return choices.keys.first if text.to_s.empty?
          return text if choices.key?(text)

          what = title.downcase
          raise Error.new(Wording[:there_is_no_kind_name, kind: what, name: text],
                          remedy: Nearest.remedy(text.to_s, choices.keys, kind: what))
        end
      end

      MEDIA_TYPES = { 'yaml' => 'application/yaml', 'json' => 'application/json', 'csv' => 'text/csv', 'html' => 'text/html',
                      'svg' => 'image/svg+xml',
                      'dmn' => 'application/xml', 'zip' => 'application/zip', 'pdf' => 'application/pdf', 'dxf' => 'image/vnd.dxf',
                      'step' => 'model/step', 'stl' => 'model/stl', 'glb' => 'model/gltf-binary' }.freeze

      # One for each ending, with its note.
      def self.for_endings(base, notes, **about) = notes.map { |ending, note| new("#{base}.#{ending}", note: note, **about) }

      attr_reader :name, :title, :note, :made_from, :media_type, :options

      # +name+ is that of the file ("variants.csv"); +title+ and +note+ say to people what it is; +made_from+ is one of SOURCES.
      def initialize(name, title:, note:, made_from:, media_type: MEDIA_TYPES.fetch(name.split('.').last), options: [])
        @name = name
        @title = title
        @note = note
        @made_from = made_from
        @media_type = media_type
        @options = options
      end

      def base = name.split('.').first
      def ending = name.split('.').last

      # For people: "Solid STEP".
      def called = "#{title} #{ending.upcase}"

      # Whether it depends on the workshop of the house.
      def workshop? = false

      # Whether it can be made of a Subject, and there is something to write.
      def offered?(subject) = subject.has?(made_from)

      # Every option with a value, whatever was +given+. Raises Error for an option or a value that it has not.
      def chosen(given)
        known = options.map(&:name)
        stray = (given.keys - known).first
        if stray
          raise Error.new(Wording[:name_has_no_option_stray, name: name, stray: stray],
                          remedy: Nearest.remedy(stray, known, kind: 'option'))
        end

        options.to_h { |option| [option.name, option.read(given[option.name])] }
      end

      # What it is in the names of files, by the options that were chosen.
      def told(_options) = base

      # What its file is called, of something called +slug+.
      def file_name(slug, _options = {}) = "#{slug}-#{name}"

      # For programs.
      def to_tree
        { 'name' => name, 'title' => title, 'note' => note, 'made_from' => made_from.to_s, 'media_type' => media_type,
          'options' => options.map { |option| { 'name' => option.name, 'title' => option.title, 'choices' => option.choices }.compact } }
      end
    end
  end
end
