# frozen_string_literal: true

# Benchmarks: our own figures and their ratio to a reference, measured in one run.
require 'dentaku'
require 'json'
require 'objspace'
require 'open3'
require 'optparse'
require_relative 'bench_families'
require_relative 'bench_report'

# One benchmark is a method; it returns lines of [what, figure, unit]: seconds per call unless said otherwise.
class Bench
  include VastLattice

  NAMES = %w[reference large rows picture hostile].freeze
  SECONDS = 1.0
  DEMO = File.expand_path('../../demo/side-frame.yaml', __dir__)
  FEELIN = File.expand_path('bench_feelin.mjs', __dir__)

  # The 31 formulas of the reference by us, by dentaku and by feelin; the values must be the same.
  def reference
    plan = Plan.of(BenchFamilies.reference)
    pick = found(plan)
    ours = time { plan.program.call(pick.overrides, pick.rows, pick.answers) }
    theirs, values = dentaku
    compare(plan.outcome, values)
    feelin = feelin(plan.outcome)
    [['reference family resolved', ours], ['dentaku, the same 31 formulas', theirs], ratio(theirs, ours),
     ['feelin, the same 31 formulas', feelin], ratio(feelin, ours)]
  end

  # 60 parameters, 40 features, 25 rules, 3 tables; states and findings included.
  def large
    family = BenchFamilies.large
    plan = Plan.of(family)
    raise plan.errors.join("\n") unless plan.runnable?

    pick = found(plan)
    resolve = time { Outcome.of(plan, pick).findings }
    compile = time { Plan.of(family) }
    [['60/40/25/3 resolved, with states and findings', resolve], ['60/40/25/3 compiled', compile], ratio(compile, resolve),
     ['memory that a plan keeps', memory { Plan.of(family) }, :kilobytes]]
  end

  def rows
    family = BenchFamilies.large(rows: 10_000)
    plan = nil
    compile = time(1) { plan = Plan.of(family) }
    pick = found(plan)
    all = time(1) { 10_000.times { |row| Outcome.of(plan, pick.with(rows: [row, 0, 0])).findings } }
    [['60/40/25/3 with 10,000 rows compiled', compile], ['10,000 rows resolved', all], ratio(compile, all)]
  end

  # The slowest of 5,000 senseless texts as formulas, against the mean.
  def hostile
    random = Random.new(1)
    pieces = ['`id`', '(((', ']', '1e99', '9' * 40, 'if', ' in ', 'not(', '"', "'", '1+', '-', 'lookup(', 'x', '..']
    texts = Array.new(5000) { Array.new(random.rand(1..40)) { pieces.sample(random: random) }.join }
    texts += ['(' * 10_000, '1+' * 1000, 'not(' * 500, '-' * 2000]
    seconds = texts.map { |text| time(1) { read(text) } }
    [['slowest of 5,004 hostile texts', seconds.max], ['mean of them', seconds.sum / seconds.size],
     ratio(seconds.max, seconds.sum / seconds.size)]
  end

  def picture
    plan = Plan.of(Exchange::FamilyFile.read(File.read(DEMO)).family)
    outcome = plan.outcome
    model = time { Geometry::Model.of(outcome) }
    svg = time { Result.new(plan).front_view }
    [['solids and mass of the demo', model], ['outcome to front view of the demo', svg], ratio(svg, model)]
  end

  # Runs some benchmarks: {name => lines}.
  def run(names) = names.to_h { |name| [name, public_send(name)] }

  private

  # Reads a formula that may be anything.
  def read(text)
    Formula.type(text, Formula::Scope.new([]))
  rescue Formula::Error
    nil
  end

  def found(plan) = Plan::PickReader.new(plan).read(Plan::Pick.new)

  # [seconds for all formulas, their values].
  def dentaku
    calculator = Dentaku::Calculator.new
    formulas = BenchFamilies.dentaku
    [time { calculator.solve!(formulas.merge(BenchFamilies::INPUTS)) }, calculator.solve!(formulas.merge(BenchFamilies::INPUTS))]
  end

  def compare(outcome, values)
    values.each do |name, value|
      ours = outcome.value(name)
      raise "#{name}: #{ours} is not #{value}" unless (ours - value.to_f).abs <= 1e-6 * [1, ours.abs].max
    end
  end

  # Seconds that feelin needs for all formulas in order; the values must be ours.
  def feelin(outcome)
    request = { inputs: BenchFamilies::INPUTS, formulas: BenchFamilies::FORMULAS.to_a }
    answer, status = Open3.capture2('node', FEELIN, stdin_data: JSON.generate(request))
    raise 'feelin failed' unless status.success?

    answer = JSON.parse(answer)
    compare(outcome, answer['values'])
    answer['seconds']
  end

  # Kilobytes of objects that a block's result keeps.
  def memory
    GC.start
    before = ObjectSpace.memsize_of_all
    kept = yield
    GC.start
    after = ObjectSpace.memsize_of_all
    kept && ((after - before) / 1000.0)
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
  def ratio(one, other) = ['ratio of the two', one / other, :times]
end

json = false
names = OptionParser.new { |parser| parser.on('--json') { json = true } }.parse(ARGV)
abort "Known benchmarks: #{Bench::NAMES.join(', ')}" unless (names - Bench::NAMES).empty?
report = BenchReport.new(Bench.new.run(names.empty? ? Bench::NAMES : names))
puts json ? report.to_json : report.to_s
