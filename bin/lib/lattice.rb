# frozen_string_literal: true

# The commands of bin/lattice: files by the core alone, stored families by the database of a running bin/start.
STORED = %w[list remove restore].freeze

if STORED.include?(ARGV.first)
  require_relative 'stored_families'
  exit StoredFamilies.new(ARGV).run
end

require_relative '../../lib/vast_lattice'
exit VastLattice::CommandLine.new(ARGV).run
