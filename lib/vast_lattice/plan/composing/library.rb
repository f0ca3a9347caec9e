# frozen_string_literal: true

module VastLattice
  class Plan
    # The families that a family may place as components, as plans by name. Each is compiled once, whoever uses it.
    class Library
      # A family would contain itself; +path+ lists the names from the outermost to where it would.
      class Circle < Error
        attr_reader :path

        def initialize(path)
          @path = path
          super("#{path.first} would contain itself: #{path.join(' → ')}.", remedy: 'Take one of these components out.')
        end
      end

      # A library of nothing.
      def self.none = new([])

      # +source+ are Families, or whatever answers names, and plan(name, library) with a Plan or nil. +plans+ are there already,
      # by name in lower case; +trail+ lists the families that are being compiled, the outermost first.
      def initialize(source, plans: {}, trail: [])
        @source = source.is_a?(Array) ? Listed.new(source) : source
        @plans = plans.dup
        @trail = trail
      end

      # The library as a family of that name sees it: what it uses may not use it again.
      def within(name) = Library.new(@source, plans: @plans, trail: [*@trail, name])

      # The same with some plans in place of those of the source.
      def with(plans) = Library.new(@source, plans: @plans.merge(plans.transform_keys(&:downcase)), trail: @trail)

      # The Plan of a family, nil where there is none of that name. Raises Circle.
      def plan(name)
        raise Circle, [*@trail.drop_while { |one| !one.casecmp?(name) }, name] if @trail.any? { |one| one.casecmp?(name) }

        @plans[name.downcase] ||= @source.plan(name, self)
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

      # Families in a list.
      class Listed
        def initialize(families)
          @by_name = families.to_h { |family| [family.name.downcase, family] }
          @plans = {}
        end

        def names = @by_name.values.map(&:name)

        # One that was compiled within others is not compiled again.
        def plan(name, library) = @plans[name.downcase] ||= (family = @by_name[name.downcase]) && Plan.of(family, library: library)
      end
      private_constant :Listed
    end
  end
end
