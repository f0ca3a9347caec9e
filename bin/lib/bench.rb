# frozen_string_literal: true

# Benchmarks: our own figures and their ratio to a reference, measured in one run.
require 'dentaku'
require 'json'
require 'objspace'
require 'open3'
require 'optparse'
require_relative 'bench_families'
require_relative 'bench_report'
require_relative 'bench_slider'

# One benchmark is a method; it returns lines of [what, figure, unit]: seconds per call unless said otherwise.
class Bench
  include VastLattice

  NAMES = %w[reference large rows rules picture sheets assembly leaving slider edits forms vary hostile load siege heavy].freeze
  SECONDS = 1.0
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

  # What the rule editor waits for after a key: the family with the rule, resolved with and without it, compared.
  def rules
    family = BenchFamilies.large(rows: 1000)
    plan = Plan.of(family)
    rule = family.rules.first.to_tree.merge('name' => 'being written')
    tried = time do
      with = Plan.of(Family::Edits.apply(family, { 'do' => 'put_rule', 'rule' => rule }), before: plan)
      Checks::RuleTrial.new(with, plan, 'being written').to_tree(Plan::Pick.new)
    end
    pick = found(plan)
    one = time { Outcome.of(plan, pick).findings }
    [['a rule tried over 1,000 rows', tried], ['one resolve', one], ratio(tried, one)]
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

  # A folded channel with a row of 60 holes: from a changed length to values, states, solid, mass, findings and front
  # view; and again when only a value changes that the shape does not use. The reference is the resolving alone.
  def picture
    plan = Plan.of(BenchFamilies.channel)
    length = 2400.0
    resolve = time { plan.outcome(Plan::Pick.new(answers: { 'length' => (length += 0.01).to_s })) }
    # The compiler of Ruby needs some rounds to warm up.
    whole = Array.new(2) { time { drawn(plan, 'length' => (length += 0.01).to_s) } }.last
    price = 0
    same = time { drawn(plan, 'price_group' => (price += 1).to_s) }
    [['channel with 60 holes: outcome alone', resolve], ['outcome, solid, mass, findings, front view', whole], ratio(whole, resolve),
     ['the same when the shape stays', same], ratio(whole, same)]
  end

  # The demo's module, made of eight families; and its slider in a browser.
  def assembly
    require_relative 'bench_assembly'
    require_relative 'served'
    BenchAssembly.new { |&block| time(&block) }.lines + Served.run do |address|
      Served.browse("#{address}/families/straight-module/guide?row[equipment]=guided") do |browser|
        resolving = '/api/families/straight-module/outcome'
        times, = BenchSlider.times(browser, slider: 'ask-quick-length', picture: '#picture', address: resolving)
        [['module: slider to painted picture, median', median(times)], ['the slowest of them', times.max / 1000.0]]
      end
    end
  end

  # From the input event of a slider to the painted picture, in a browser; against one bare request for the outcome.
  def slider
    require_relative 'served'
    Served.run do |address|
      Served.browse("#{address}/families/side-frame/guide") do |browser|
        times, requests = BenchSlider.times(browser, slider: 'ask-quick-length', picture: '#picture',
                                                     address: '/api/families/side-frame/outcome')
        [['slider to painted picture, median', median(times)], ['the slowest of them', times.max / 1000.0],
         ['request for the outcome, median', median(requests)],
         ratio(median(times), median(requests))]
      end
    end
  end

  # From a click that is an edit to the changed page, in a browser; and what is fetched for it.
  def edits
    require_relative 'bench_edits'
    BenchEdits.new.lines
  end

  # A published form, in a browser and from outside.
  def forms
    require_relative 'served'
    require_relative 'bench_forms'
    Served.run { |address| BenchForms.new(address).lines }
  end

  # A table of 5,000 rows and 30 columns in a browser: until it can be used, from Enter to the result, from frame to frame
  # while it scrolls, and bringing it in as XLSX; the same scrolling of a lattice of 60 features by 1,000 variants. The
  # wanted figures stand in docs/performance.md.
  def vary
    require_relative 'served'
    require_relative 'bench_vary'
    Served.run { |address| BenchVary.new(address).lines }
  end

  # Many clients at once against a real bin/start; 60 seconds for each number of clients.
  def load
    require_relative 'bench_load'
    BenchLoad.new.run
  end

  # The same with visitors, without and with one who means harm.
  def siege
    require_relative 'bench_load'
    BenchLoad.new.run_siege
  end

  # What others wait for while four clients ask for shapes that take all that shapes may.
  def heavy
    require_relative 'bench_load'
    BenchLoad.new(seconds: 25).run_heavy
  end

  # From a changed length to the drawing sheet as PDF: of the side frame, and of the module that is made of all others.
  def sheets
    require_relative 'bench_assembly'
    BenchAssembly.new { |&block| time(&block) }.sheets
  end

  # What leaves and comes in: files, lists, outlines, models.
  def leaving
    require_relative 'bench_leaving'
    BenchLeaving.new { |&block| time(&block) }.lines
  end

  # Runs some benchmarks: {name => lines}.
  def run(names) = names.to_h { |name| [name, public_send(name)] }

  private

  def drawn(plan, answers)
    result = Result.new(plan, Plan::Pick.new(answers: answers))
    [result.facts, result.findings, result.front_view(width: 440.0)]
  end

  # Milliseconds as seconds.
  def median(times) = times.sort[times.size / 2] / 1000.0

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
