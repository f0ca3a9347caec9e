# frozen_string_literal: true

# A test that waits for what never comes is ended, with what every thread was at, instead of holding up all others.
module Watchdog
  # Seconds that one test may take.
  MOST = ENV['LATTICE_LONG'] ? 7200 : 600
  LOOK = 5

  def before_setup
    Watchdog.begun(self)
    super
  end

  def after_teardown
    super
    Watchdog.ended
  end

  class << self
    def begun(test)
      @test = test
      @since = now
      @main = Thread.current
      watching
    end

    def ended = @test = nil

    private

    def watching = @watching ||= Thread.new { look while sleep(LOOK) }

    def look
      return unless @test && now - @since > MOST

      warn "#{@test.class}##{@test.name} takes longer than #{MOST} s."
      Thread.list.each { |thread| warn([thread.inspect, *thread.backtrace.to_a.first(25)].join("\n  ")) }
      @test = nil
      @main.raise("It took longer than #{MOST} s.")
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
