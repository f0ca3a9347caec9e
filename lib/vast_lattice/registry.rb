# frozen_string_literal: true

module VastLattice
  # Kinds of one thing (features, effects, controls, …) by name. Each kind is one file and one line in
  # registrations.rb; whoever needs a kind asks the registry, so nothing else changes.
  class Registry
    # A name that no kind has.
    class Unknown < Error; end

    # +title+ is what messages call an entry, e.g. "feature kind".
    def initialize(title)
      @title = title
      @kinds = {}
    end

    # Adds kinds, which must answer +name+.
    def register(*kinds) = kinds.each { |kind| @kinds[kind.name] = kind }

    # Takes a kind out again.
    def forget(name) = @kinds.delete(name)

    # Calls the block while one more kind is there.
    def with(kind)
      register(kind)
      yield
    ensure
      forget(kind.name)
    end

    # The kind of that name. Raises Registry::Unknown with the nearest name.
    def fetch(name)
      @kinds.fetch(name) do
        raise Unknown.new(Wording[:there_is_no_kind_name, kind: @title, name: name],
                          remedy: Nearest.remedy(name.to_s, names, kind: @title))
      end
    end

    def key?(name) = @kinds.key?(name)
    def names = @kinds.keys
    def kinds = @kinds.values
  end
end
