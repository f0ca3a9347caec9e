# frozen_string_literal: true

# Runs the test files given, or all of them: core, then web, then browser. Minitest's closing line has the counts.
$LOAD_PATH.unshift(File.expand_path('../../test', __dir__))
root = File.expand_path('../..', __dir__)
files = if ARGV.empty?
          %w[core web browser].flat_map { |kind| Dir[File.join(root, "test/#{kind}/*_test.rb")].sort }
        else
          ARGV.map do |path|
            File.expand_path(path)
          end
        end
ARGV.clear

if ENV['COVERAGE'] == '1' && files.size > 1
  require 'simplecov'
  SimpleCov.start do
    add_filter '/test/'
    add_filter '/vendor/'
    add_group('Core', 'lib')
    add_group('Web', 'app')
  end
end

files.each { |path| require path }
