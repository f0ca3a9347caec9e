# frozen_string_literal: true

require_relative '../support/core'

# The road has one direction: each folder of the core uses only those above it, and none knows the web.
class ArchitectureTest < CoreCase
  FOLDERS = %w[units formula family plan outcome geometry drawing checks exchange].freeze
  # The one look ahead: a plan yields outcomes.
  ALLOWED = { 'plan.rb' => %w[Outcome] }.freeze

  def test_every_folder_uses_only_those_above_it
    FOLDERS.each_with_index do |folder, index|
      lower = FOLDERS.drop(index + 1).map(&:capitalize)
      code(folder).each do |path, text|
        used = lower.select { |name| text.match?(/(?<![\w:])#{name}::[A-Z]/) || text.match?(/(?<![\w:.])#{name}\.[a-z]/) }

        assert_empty used - ALLOWED.fetch(File.basename(path), []), path
      end
    end
  end

  def test_the_core_knows_neither_web_nor_database
    Dir[File.join(ROOT, 'lib/**/*.rb')].each { |path| refute_match(/Sinatra|ActiveRecord|Rack::|Storage::|Web::/, File.read(path), path) }
  end

  # Code of a folder without its comments.
  def code(folder)
    Dir[File.join(ROOT, "lib/vast_lattice/{#{folder},#{folder}/**/*}.rb")].to_h { |path| [path, File.read(path).gsub(/^\s*#.*$/, '')] }
  end
end
