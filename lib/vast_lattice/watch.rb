# frozen_string_literal: true

module VastLattice
  # Lets whoever waits for a long computation look at it now and then: they may let others go first, or raise to end what nobody waits
  # for any more. All that takes long counts what it does in points, whatever it is: shapes, formulas, outcomes; 20,000 are about a
  # tenth of a second.
  class Watch
    # Points between two looks.
    PULSE = 20_000
    KEY = :lattice_watch
    private_constant :KEY

    # Calls the block while +watcher+ is called every now and then; nil watches nothing.
    def self.by(watcher)
      outer = Thread.current[KEY]
      Thread.current[KEY] = watcher && new(watcher)
      yield
    ensure
      Thread.current[KEY] = outer
    end

    # So many points were done.
    def self.count(points) = Thread.current[KEY]&.count(points)

    def initialize(watcher)
      @watcher = watcher
      @left = PULSE
    end

    def count(points)
      return unless (@left -= points).negative?

      @left = PULSE
      @watcher.call
    end
  end
end
