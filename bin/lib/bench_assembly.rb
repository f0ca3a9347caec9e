# frozen_string_literal: true

# The demo's module, an assembly of eight families and some 60 components: resolving, what follows from a changed length, an edit of
# a child, and a thousand variants with their parts lists.
class BenchAssembly
  include VastLattice

  NAME = 'Straight module'
  DEMO = File.expand_path('../../demo', __dir__)
  GUIDED = { 'equipment' => 'guided', 'size' => '' }.freeze

  # The block measures seconds per call of what it is given.
  def initialize(&time)
    @time = time
    @families = Dir[File.join(DEMO, '*.yaml')].map { |path| Exchange::FamilyFile.read(File.read(path)).family }
    @library = Plan::Library.new(@families)
    @plan = @library.plan(NAME)
    @length = 1800
  end

  # Lines as Bench gives them.
  def lines
    found = Plan::PickReader.new(@plan).read(pick(2000))
    same = @time.call { Outcome.of(@plan, found) }
    changed = @time.call { @plan.outcome(pick(fresh)) }
    10.times { whole(fresh) }
    wholes = Array.new(15) { seconds { whole(fresh) } }.sort
    [['the module resolved', same], ['resolved with another length each time', changed],
     ['changed length: values, masses, parts list, front view, median', wholes[7]],
     ['a child edited: it and the module compiled', edited], ['1,000 variants with parts lists', variants],
     ['ratio of whole to resolving', wholes[7] / changed, :times]]
  end

  # From a changed length to a drawing sheet as PDF, of a part and of the module; lines as Bench gives them.
  def sheets
    frame = @library.plan('Side frame')
    alone = ->(length) { Plan::Pick.new(answers: { 'length' => "#{length} mm" }, rows: { 'size' => '' }) }
    { 'side frame' => [15, ->(length) { Result.new(frame, alone.call(length)) }],
      'module' => [5, ->(length) { Result.new(@plan, pick(length)) }] }.flat_map do |name, (times, result)|
      taken = Array.new(times + 2) { seconds { on_paper(result.call(fresh)) } }.drop(2).sort
      [["#{name}: changed length to drawing sheet, median", taken[taken.size / 2]], ['the slowest of them', taken.last]]
    end
  end

  private

  def on_paper(result) = DrawingSheets::PDFWriter.new(DrawingSheets::Composed.new(result).pages).write

  def pick(length, width = 500)
    Plan::Pick.new(rows: GUIDED, answers: { 'length' => "#{length} mm", 'lane_width' => "#{width} mm", 'load_class' => 'medium' })
  end

  # A length that was not there yet.
  def fresh = @length = @length >= 2990 ? 1500.5 : @length + 1

  def whole(length)
    result = Result.new(@plan, pick(length))
    [result.facts, result.findings, Quantities::PartsList.new(result.outcome).indented, result.view('front', width: 560.0)]
  end

  def edited
    child = @plan.placed['right_start_leg'].plan
    number = 600
    @time.call do
      limit = { 'default' => "#{number += 1} mm" }
      changed = Family::Edits.apply(child.family, 'do' => 'put_parameter', 'name' => 'brace_limit', 'fields' => limit)
      after = Plan.of(changed, before: child)
      Plan.of(@plan.family, before: @plan, library: @plan.placed.library.with({ changed.name => after }))
    end
  end

  # As many as a catalogue has: 50 lengths, 20 widths.
  def variants
    picks = (0...50).flat_map { |length| (0...20).map { |width| pick(1000 + (length * 25), 300 + (width * 25)) } }
    seconds { picks.each { |one| Quantities::PartsList.new(@plan.outcome(one)) } }
  end

  def seconds
    begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun
  end
end
