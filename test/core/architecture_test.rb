# frozen_string_literal: true

require_relative '../support/core'

# The road has one direction: each folder of the core uses only those above it, and none knows the web.
class ArchitectureTest < CoreCase
  FOLDERS = %w[units workshop formula family plan logic outcome geometry drawing quantities drawing_sheets variants checks exact_solids exchange lists guide].freeze
  # The one look ahead: a plan yields outcomes.
  ALLOWED = { 'plan.rb' => %w[Outcome] }.freeze

  def test_every_folder_uses_only_those_above_it
    FOLDERS.each_with_index do |folder, index|
      lower = FOLDERS.drop(index + 1).map { |one| camel(one) }
      code(folder).each do |path, text|
        used = lower.select { |name| text.match?(/(?<![\w:])#{name}::[A-Z]/) || text.match?(/(?<![\w:.])#{name}\.[a-z]/) }

        assert_empty used - ALLOWED.fetch(File.basename(path), []), path
      end
    end
  end

  def camel(folder) = folder.split('_').map(&:capitalize).join

  # Files at the root of the core: what everybody may use uses no stage; what brings the stages together is named here.
  ROOTS = { 'command_line' => 'everything', 'family_folder' => %w[Exchange Plan], 'registrations' => 'everything', 'result' => %w[Plan Outcome Geometry Drawing Quantities Variants Checks Units] }.freeze
  STAGES = FOLDERS.map { |folder| folder.split('_').map(&:capitalize).join }.freeze

  def test_files_at_the_root
    Dir[File.join(ROOT, 'lib/vast_lattice/*.rb')].each do |path|
      name = File.basename(path, '.rb')
      next if FOLDERS.include?(name) || ROOTS[name] == 'everything'

      text = File.read(path).gsub(/^\s*#.*$/, '')
      used = STAGES.select { |stage| text.match?(/(?<![\w:])#{stage}(::|\.)/) }
      assert_empty used - ROOTS.fetch(name, []), path
    end
  end

  # Kinds are written in lower folders and asked through registries: what a folder asks them is their contract with it.
  CONTRACTS = {
    'family' => %w[subject measures arguments name required schema], 'plan' => %w[consequences title stocks name arguments subject measures suits? decided worked? resolved],
    'geometry' => %w[offsets measures name], 'drawing' => %w[role], 'checks' => [], 'exchange' => %w[name]
  }.freeze

  def test_arrows_through_registries
    registries = /\b(?:EFFECTS|STOCK_KINDS|FEATURE_KINDS|PATTERN_KINDS|CONTROLS|SHEET_FORMATS)\.fetch\([^()]*(?:\([^()]*\))?[^()]*\)\.(\w+\??)/
    CONTRACTS.each do |folder, allowed|
      code(folder).each { |path, text| assert_empty text.scan(registries).flatten.uniq - allowed, path }
    end
    found = CONTRACTS.keys.flat_map { |folder| code(folder).values.flat_map { |text| text.scan(registries).flatten } }
    assert_operator found.size, :>, 6, 'the pattern finds them'
  end

  # A kind that stands in a file and is not registered would be known to nobody.
  KINDS = { Geometry::Features => Family::FEATURE_KINDS, Geometry::Stocks => Family::STOCK_KINDS, Geometry::Patterns => Family::PATTERN_KINDS,
            Plan::Effects => Family::EFFECTS, Exchange::Sheets => Exchange::SHEET_FORMATS, Results => Results::FORMATS }.freeze

  def test_every_kind_in_a_file_is_registered
    KINDS.each do |place, registry|
      modules = place.constants.map { |name| place.const_get(name) }.grep(Module)
      kinds = modules.select { |one| one.singleton_methods(false).include?(:name) || (one.is_a?(Class) && one.subclasses.empty? && one.method_defined?(:name)) }
      assert_empty kinds - registry.kinds - registry.kinds.map(&:class), place
      assert_operator kinds.size, :>, 2, place
    end
  end

  # Files are small; the largest ones of the core are noticed before they grow.
  def test_files_are_small
    long = Dir[File.join(ROOT, 'lib/**/*.rb')].map { |path| [path, File.foreach(path).count] }.select { |_, lines| lines > 250 }
    assert_empty long
  end

  # What is undefined is asked in one place. Compiled programs, and the rounding that they call, look at their floats themselves.
  FAST = %r{\A(formula/|plan/programs/program/|undefined|rounding)}
  ALL = Dir[File.join(ROOT, '{lib/vast_lattice,app}/**/*.rb')]

  # Views name no class of the core, build no edit, and can be read side by side.
  def test_views
    Dir[File.join(ROOT, 'app/views/**/*.erb')].each do |path|
      text = File.read(path)
      ['VastLattice', "'do' =>"].each { |word| refute_includes text, word, path }
      assert_empty text.lines.each_with_index.select { |line, _| line.chomp.size > 140 }.map { |_, number| number + 1 }, path
    end
  end

  # Every style sheet is on the page.
  def test_styles
    shipped = Dir[File.join(ROOT, 'public/css/*.css')].map { |path| File.basename(path, '.css') }
    assert_equal shipped.sort, File.read(File.join(ROOT, 'app/web/helpers.rb'))[/def styles = %w\[([^\]]*)\]/, 1].split.sort
  end

  def test_undefined_has_one_face
    asking = ->(text) { text.match?(/\b(?:nan|finite|infinite)\?|Float::NAN/) }
    assert asking.call('amount&.nan?')
    ALL.reject { |path| path[%r{(?:lib/vast_lattice|app)/(.*)}, 1].match?(FAST) }.each { |path| refute asking.call(File.read(path)), path }
  end

  def test_the_core_knows_neither_web_nor_database
    Dir[File.join(ROOT, 'lib/**/*.rb')].each { |path| refute_match(/Sinatra|ActiveRecord|Rack::|Storage::|Web::/, File.read(path), path) }
  end

  # Code of a folder without its comments.
  def code(folder)
    Dir[File.join(ROOT, "lib/vast_lattice/{#{folder},#{folder}/**/*}.rb")].to_h { |path| [path, File.read(path).gsub(/^\s*#.*$/, '')] }
  end
end
