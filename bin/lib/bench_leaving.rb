# frozen_string_literal: true

# What leaves and comes in: files of variants, lists, outlines and models; against resolving the same variant, which they begin with.
class BenchLeaving
  include VastLattice

  DEMO = File.expand_path('../../demo', __dir__)
  FILES = %w[drawing_sheet.pdf outlines.dxf solid.step].freeze
  # Parts with features that run into each other, from several sides.
  TANGLED = <<~YAML
    vast_lattice: 1
    family: Tangled
    parts:
      - name: tube
        stock: {kind: bar, outline: tube, diameter: 60, thickness: 4, length: 900}
        features: [{name: row, kind: hole, diameter: 12, horizontal: {from: left, offset: SHIFT}, pattern: {count: 40, pitch: 7}}]
  YAML

  # The block measures seconds per call of what it is given.
  def initialize(&time)
    @time = time
    families = Dir[File.join(DEMO, '*.yaml')].map { |path| Exchange::FamilyFile.read(File.read(path)).family }
    @library = Plan::Library.new(families)
    @frame = @library.plan('Side frame')
    @length = 1800
  end

  # Lines as Bench gives them.
  def lines
    resolved = @time.call { subject(@frame).result.outcome }
    files = FILES.to_h { |name| [name, median(5) { Results.write(name, subject(@frame)) }] }
    listed = median(5) { list(subject(@frame), 'operations') }
    [['side frame resolved, another length each time', resolved], *files.map { |name, seconds| ["#{name} of it, median", seconds] },
     ['its operations as a list, median', listed], ['ratio of the three files to resolving', files.values.sum / resolved, :times],
     ['operations of the module', median(3) { list(module_subject, 'operations') }],
     ['a hundred variants as a list of bends', median(2) do
       many
     end], ['40 holes that run into each other in a tube: volume and surface', tangled],
     ['an outline of 400 lines and arcs read', median(5) { Exchange::OutlineReader.read(drawing) }], *models]
  end

  private

  def subject(plan)
    Results::Subject.new(plan: plan, pick: Plan::Pick.new(answers: { 'length' => "#{@length += 1} mm" }, rows: { 'size' => '' }))
  end

  def module_subject
    pick = Plan::Pick.new(rows: { 'equipment' => 'guided', 'size' => '' },
                          answers: { 'length' => "#{@length += 1} mm", 'lane_width' => '500 mm',
                                     'load_class' => 'medium' })
    Results::Subject.new(plan: @library.plan('Straight module'), pick: pick)
  end

  def list(subject, kind) = Lists::Composed.new(Family::ListDesign.new(name: kind, kind: kind), subject).size

  # Other lengths each time.
  def many
    @length += 1
    table = @frame.family.table('size')
    rows = Array.new(100) do |number|
      table.rows.first.with(name: "R#{number}", cells: table.rows.first.cells.merge('length' => (@length + number).to_s))
    end
    family = @frame.family.with(tables: @frame.family.tables.map do |own|
      own.equal?(table) ? own.with(rows: rows, default_row: 'R0') : own
    end)
    Lists::Composed.new(Family::ListDesign.new(name: 'bends', kind: 'bends', over: 'all'), Results::Subject.new(plan: Plan.of(family))).size
  end

  def tangled
    median(3) do
      family = Exchange::FamilyFile.read(TANGLED.sub('SHIFT', "#{(@length += 1) / 100.0} mm")).family
      Result.new(Plan.of(family)).model.then { |model| [model.volume, model.surface_area] }
    end
  end

  def drawing
    corners = Array.new(400) { |number| (number * Math::PI / 200).then { |angle| [(100 + (number.even? ? 5 : 0)) * Math.cos(angle), (100 + (number.even? ? 5 : 0)) * Math.sin(angle)] } }
    entities = corners.each_index.map do |at|
      [10, 20, 11, 21].zip([*corners[at - 1], *corners[at]]).map do |code, number|
        "#{code}\n#{number}\n"
      end.join
    end
    "0\nSECTION\n2\nENTITIES\n#{entities.map { |points| "0\nLINE\n#{points}" }.join}0\nENDSEC\n0\nEOF\n".b
  end

  def models
    text = ExactSolids.step(Result.new(@library.plan('Roller')))
    told = nil
    read = median(3) { told = ExactSolids.read(text) }
    family = Family.new(name: 'Bought', models: [Family::Model.of('roller', text, told)],
                        parts: [Family::Part.from_tree('name' => 'roller', 'stock' => { 'kind' => 'bought', 'model' => 'roller' })])
    drawn = median(3) { Result.new(Plan.of(family)).view('front') }
    [['STEP of a roller read as a bought part', read], ["the same drawn, #{told['triangles'].size / 3} triangles", drawn]]
  end

  def median(times, &work) = Array.new(times + 1) { seconds(&work) }.drop(1).sort[times / 2]

  def seconds
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
  end
end
