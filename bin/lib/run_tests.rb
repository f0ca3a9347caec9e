# frozen_string_literal: true

# Runs the test files given, or all of them: core, browser (in two halves) and web beside each other, each with a
# database of its own. Minitest's closing lines have the counts.
root = File.expand_path('../..', __dir__)
$stdout.sync = true
$LOAD_PATH.unshift(File.join(root, 'test'))

# The files of some folders.
of = ->(*kinds) { kinds.flat_map { |kind| Dir[File.join(root, "test/#{kind}/*_test.rb")] } }
long = ->(file) { File.basename(file).start_with?('known_meaning', 'solids', 'vary', 'properties', 'total') }

run = lambda do |files|
  if ENV['COVERAGE'] == '1' && files.size > 1
    require 'simplecov'
    SimpleCov.command_name("tests #{Process.pid}")
    SimpleCov.start do
      add_filter '/test/'
      add_filter '/vendor/'
      add_group('Core', 'lib')
      add_group('Web', 'app')
    end
  end
  files.each { |path| require path }
  require 'support/slowest'
end

unless ARGV.empty?
  files = ARGV.map { |path| File.expand_path(path) }
  ARGV.clear
  run.call(files)
  return
end

begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
# Long ones first, so that all end at about the same time. Browsers wait more than they work: four programs fill two cores.
one, other = of['browser'].partition { |file| File.basename(file).start_with?('vary', 'journeys', 'health', 'guide', 'scripts', 'rules') }
groups = [of['core'], one, other, of['web']].map { |files| files.partition(&long).flatten }
results = groups.map do |files|
  reader, writer = IO.pipe
  pid = Process.spawn(RbConfig.ruby, '--yjit', __FILE__, *files, out: writer, err: writer)
  writer.close
  [pid, Thread.new { reader.each_line { |line| puts line } }]
end
fine = results.map do |pid, output|
  Process.wait(pid)
  status = Process.last_status
  output.join
  status.success?
end
if ENV['LATTICE_SLOWEST']
  require 'minitest'
  require 'support/slowest'
  puts Slowest.told
  work = Process.times.then { |times| times.cutime + times.cstime }
  clock = Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun
  puts format('Processors were at work for %<work>.0f s, the clock says %<clock>.0f s.', work: work, clock: clock)
  File.delete(Slowest::FILE)
end
exit fine.all?
