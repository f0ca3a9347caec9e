# frozen_string_literal: true

# Notes how long each test takes, in a file that bin/test --slowest reads: lines of seconds of the clock and name.
class Slowest < Minitest::AbstractReporter
  FILE = ENV.fetch('LATTICE_SLOWEST', nil)
  LISTED = 20

  # Of all that was noted, the slowest, as text.
  def self.told(file = FILE)
    noted = File.readlines(file, chomp: true).map { |line| line.split("\t", 2) }.sort_by { |seconds, _| -seconds.to_f }
    ["The slowest #{[LISTED, noted.size].min} of #{noted.size} tests, which take #{noted.sum { |seconds, _| seconds.to_f }.round} s together:",
     *noted.first(LISTED).map { |seconds, name| format('%<seconds>8.1f s  %<name>s', seconds: seconds.to_f, name: name) }].join("\n")
  end

  def record(result)
    File.open(FILE, 'a') { |file| file.write("#{result.time.round(2)}\t#{result.klass}##{result.name}\n") }
  end
end

module Minitest
  def self.plugin_slowest_init(_options) = reporter << Slowest.new
end
Minitest.extensions << 'slowest' if Slowest::FILE
