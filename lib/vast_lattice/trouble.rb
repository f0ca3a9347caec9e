# frozen_string_literal: true

module VastLattice
  # Mistakes of the program itself: what nobody foresaw. A person is told in words what did not work; whoever looks after the
  # program finds the rest in its log, the terminal of bin/start.
  module Trouble
    # Lines of the way to the mistake that are told.
    LINES = 12

    # Writes an exception to the log.
    def self.tell(error) = warn("#{error.class}: #{error.message}", *error.backtrace.to_a.first(LINES))
  end
end
