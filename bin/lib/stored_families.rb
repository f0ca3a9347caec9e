# frozen_string_literal: true

require_relative 'mariadb'
require_relative '../../app/boot'

# Lists the stored families, removes one (even one that cannot be read), brings one back.
class StoredFamilies
  DATA = File.expand_path(ENV.fetch('LATTICE_DATA', File.expand_path('../../var', __dir__)))

  def initialize(arguments)
    @command, @slug, *@stray = arguments
  end

  # Returns the exit code: 0 fine, 2 what was asked for cannot be done.
  def run
    return fail_with('Usage: bin/lattice list | remove ADDRESS | restore ADDRESS') if @stray.any? || (@command != 'list' && @slug.nil?)

    database = Mariadb.new(File.join(DATA, 'mariadb'))
    return fail_with("No Vast Lattice is running with the data in #{DATA}. Start it: bin/start") unless database.running?

    VastLattice::Boot.start(database.settings('lattice'))
    send(@command)
    0
  rescue VastLattice::Error => e
    fail_with(e.full_text)
  end

  private

  def store = @store ||= VastLattice::Storage::Store.new

  def list
    store.records.each { |record| puts "#{record.slug}  #{record.name}" }
    store.removed.each { |record| puts "#{record.slug}  #{record.name}  (removed)" }
  end

  def remove = store.remove(@slug, person: 'Command line')
  def restore = store.restore(@slug, person: 'Command line')

  def fail_with(message)
    warn message
    2
  end
end
