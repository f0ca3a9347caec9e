# frozen_string_literal: true

module VastLattice
  class Plan
    # What a document is made of besides itself: above all the families that a family may place as components, as plans by name. Each is
    # compiled once, whoever uses it.
    class Library
      # What families are called as a kind of documents.
      FAMILY = 'family'
      # A family would contain itself; +path+ lists the names from the outermost to where it would.
      class Circle < Error
        attr_reader :path

        def initialize(path)
          @path = path
          super(Wording[:family_would_contain_itself, family: path.first,
                                                      path: path.join(' → ')], remedy: Wording[:take_one_of_these_components_out])
        end
      end

      # A library of nothing.
      def self.none = new([])

      # +source+ are Families, or whatever answers names, content(kind, title, edition, library) with what a document compiles to (of
      # families a Plan) or nil, and edition(asker, [kind, title], version) with the edition that counts for whoever asks, nil for the
      # newest. +known+ is there already, by kind, title in lower case and edition; +trail+ lists the families that are being compiled, the
      # outermost first; +asker+ is the document that asks, as its kind and title. +held+ are plans by name that count whatever
      # becomes of their families.
      def initialize(source, known: {}, trail: [], asker: nil, held: {})
        @source = source.is_a?(Array) ? Listed.new(source) : source
        @known = known.dup
        @trail = trail
        @asker = asker
        @held = held
      end

      # The library as a family of that name sees it: what it uses may not use it again.
      def within(name) = copy(trail: [*@trail, name], asker: @trail.empty? && @asker ? @asker : [FAMILY, name])

      # The library as a document sees it that is stored under a title.
      def for(kind, title) = copy(asker: [kind, title])

      # The same with plans, by name, that stay as they are.
      def holding(plans) = copy(held: @held.merge(plans.transform_keys(&:downcase)))

      # The same with some documents, {title => what it compiles to}, in place of the newest of the source.
      def with(contents, kind: FAMILY)
        known = contents.transform_keys { |title| [kind, title.downcase, nil] }
        copy(known: @known.merge(known), held: kind == FAMILY ? @held.except(*contents.keys.map(&:downcase)) : @held)
      end

      # The Plan of a family, nil where there is none of that name; of an +edition+ where one is named. Raises Circle.
      def plan(name, edition: nil)
        raise Circle, [*@trail.drop_while { |one| !one.casecmp?(name) }, name] if @trail.any? { |one| one.casecmp?(name) }

        content(FAMILY, name, edition)
      end

      # What the document of a kind and title compiles to, nil where there is none.
      def content(kind, title, edition = nil)
        return @held[title.downcase] if edition.nil? && kind == FAMILY && @held.key?(title.downcase)

        edition = @source.edition(@asker, [kind, title], edition)
        @known[[kind, title.downcase, edition]] ||= @source.content(kind, title, edition, self)
      end

      def names = @source.names

      # A family with all those that it and they place or are based on, as far as these are there; itself last.
      def whole(family)
        found = { family.name.downcase => family }
        waiting = Family::Kinship.used(family)
        while (name = waiting.shift)
          next if found.key?(name.downcase) || (used = plan(name)).nil?

          found[name.downcase] = used.family
          waiting.concat(Family::Kinship.used(used.family))
        end
        Family::Kinship.whole(family, found.values)
      end

      private

      def copy(**changed) = Library.new(@source, known: @known, trail: @trail, asker: @asker, held: @held, **changed)

      # Families in a list.
      class Listed
        def initialize(families)
          @by_name = families.to_h { |family| [family.name.downcase, family] }
          @plans = {}
        end

        def names = @by_name.values.map(&:name)

        # They have no editions.
        def edition(_asker, _used, _version) = nil

        # One that was compiled within others is not compiled again.
        def content(kind, name, _edition, library)
          return unless kind == FAMILY

          @plans[name.downcase] ||= (family = @by_name[name.downcase]) && Plan.of(family, library: library)
        end
      end
      private_constant :Listed
    end
  end
end
