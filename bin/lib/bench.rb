# frozen_string_literal: true

# Benchmarks: our own figures and their ratio to a reference, measured in one run.
require 'dentaku'
require 'json'
require 'optparse'
require_relative '../../lib/vast_lattice'
require_relative 'bench_report'

# One benchmark is a method; it returns lines of [what, seconds per call].
class Bench
  include VastLattice

  NAMES = %w[resolve picture table compile].freeze
  SECONDS = 1.0
  DEMO = File.expand_path('../../demo/side-frame.yaml', __dir__)

  # The demo's formulas as dentaku writes them: no units, round numbers in mm.
  FORMULAS = { end_margin: 'roller_pitch / 2', shaft_bore: 'shaft_diameter + 0.5',
               shaft_count: 'rounddown((length - 2 * end_margin) / roller_pitch) + 1', window_count: 'rounddown((length - 200) / 400)',
               tie_count: 'max(1, rounddown((length - 200) / 400))', windows: 'length > 600', middle: 'length > 1500',
               label: 'length >= 800', three: 'shortest_load / roller_pitch < 3' }.freeze
  VALUES = { length: 2000, roller_pitch: 75, shaft_diameter: 12, shortest_load: 300 }.freeze

  def initialize
    @family = Exchange::FamilyFile.read(File.read(DEMO)).family
    @plan = Plan.of(@family)
    @pick = Plan::PickReader.new(@plan).read(Plan::Pick.new)
  end

  def resolve
    dentaku = Dentaku::Calculator.new
    ours = time { @plan.program.call(@pick.overrides, @pick.rows, @pick.answers) }
    theirs = time { dentaku.solve!(**FORMULAS, **VALUES) }
    [['the demo resolved (16 parameters, 8 features, 3 rules)', ours], ['dentaku on its 9 formulas', theirs], ratio(theirs, ours)]
  end

  def picture
    outcome = @plan.outcome
    resolve = time { @plan.outcome }
    model = time { Geometry::Model.of(outcome) }
    svg = time { Result.new(@plan).front_view }
    [['outcome', resolve], ['solids and mass', model], ['all of it, with the front view', svg], ratio(svg, model)]
  end

  def table
    rows = Array.new(10_000) { |index| Family::Row.new(name: "r#{index}", cells: { 'length' => (500 + (index % 2000)).to_s }) }
    table = @family.tables.first.with(rows: rows, default_row: nil)
    plan = nil
    compile = time(1) { plan = Plan.of(@family.with(tables: [table])) }
    all = time(1) { rows.each_index { |index| plan.program.call(@pick.overrides, [index], @pick.answers) } }
    [['10,000 rows compiled', compile], ['10,000 rows resolved', all], ratio(compile, all)]
  end

  def compile
    read = time { Exchange::FamilyFile.read(File.read(DEMO)) }
    compile = time { Plan.of(@family) }
    [['family file read', read], ['family compiled', compile], ratio(read, compile)]
  end

  # Seconds per call, over about a second, or over +count+ calls.
  def time(count = nil, &block)
    3.times(&block) unless count
    begun = now
    done = 0
    until count ? done >= count : now - begun > SECONDS
      block.call
      done += 1
    end
    (now - begun) / done
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def ratio(one, other) = ['ratio of the two', nil, one / other]

  # Runs some benchmarks: {name => lines}.
  def run(names) = names.to_h { |name| [name, public_send(name)] }
end

json = false
names = OptionParser.new { |parser| parser.on('--json') { json = true } }.parse(ARGV)
abort "Known benchmarks: #{Bench::NAMES.join(', ')}" unless (names - Bench::NAMES).empty?
report = BenchReport.new(Bench.new.run(names.empty? ? Bench::NAMES : names))
puts json ? report.to_json : report.to_s
