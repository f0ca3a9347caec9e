# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'
require 'open3'
require 'tempfile'

# Exact solids and meshes that leave the house: against the geometry kernel (OCCT, as replicad-opencascadejs), another build of it
# (occt-import-js), gltf-validator (Khronos Group) and what our own solids say.
class ExactSolidsTest < CoreCase
  LONG = ENV.fetch('LATTICE_LONG', nil)

  def node(script, input)
    told, problem, status = Open3.capture3('node', File.join(ROOT, 'test/support', script), stdin_data: input, binmode: true)
    assert_predicate status, :success?, problem
    JSON.parse(told)
  end

  # Results of demo families: in the long form of all, with each row of the first table.
  def results(*names) = (LONG ? demo_plans.values : demo_plans.values_at(*names)).flat_map { |plan| LONG ? variants(plan) : [Result.new(plan)] }

  def variants(plan)
    table = plan.family.tables.first
    table ? table.rows.map { |row| Result.new(plan, pick(rows: { table.name => row.name })) } : [Result.new(plan)]
  end

  # Of each part the volume, the surface, the centre of mass and the box are those that the kernel finds, within 1e-6, also where pieces
  # run into each other (Geometry::Ruling).
  def test_our_solids_are_those_of_the_kernel
    own = results(*demo_plans.keys - ['Straight module', 'Cross tie']).flat_map { |result| result.model.solids.map(&:solid) }.uniq(&:mark)
    random = Array.new(LONG ? 60 : 8) { |seed| Result.new(plan(RandomSolid.new(seed + 900).yaml)).model.solids.map(&:solid) }.flatten
    solids = own + random
    solids.zip(ExactSolids.measured(solids)) { |solid, found| assert_alike(solid, found) }
    # Published in the trade's tables by nobody: 2 (60 · 40 + 60 · 300 + 40 · 300) less two circles of 30 mm, and the wall of the hole.
    bar = "parts: [{name: bar, stock: {kind: bar, outline: rectangular, height: 60, width: 40, length: 300}, features: [{name: h, kind: hole, diameter: 30}]}]\n"
    solid = Result.new(plan(bar)).model.solids.first.solid

    assert_in_delta 67_156.194, solid.surface_area, 0.001
    assert_in_delta 67_156.194, ExactSolids.measured([solid]).first['surface'], 0.001
  end

  def assert_alike(solid, found)
    assert_equal [true], [found['sound']], solid.part.title
    assert_in_epsilon found['volume'], solid.volume, 1e-6
    assert_in_epsilon found['surface'], solid.surface_area, 1e-6
    reach = solid.bounds.size.max * 1e-6
    found['centre'].zip(solid.centroid) { |theirs, ours| assert_in_delta theirs, ours, reach }
    found['box'].zip([solid.bounds.low, solid.bounds.high]) { |theirs, ours| theirs.zip(ours) { |one, other| assert_in_delta one, other, reach } }
  end

  # Read by another program: as many solids, the names of families and parts, colours, places, and volumes as exact as chords are.
  def test_step
    results('Roller', 'Support leg', 'Straight module').each do |result|
      bodies = result.model.bodies
      text = ExactSolids.step(result)
      assert_equal text, ExactSolids.step(result) if bodies.size < 9
      read = node('read_step.mjs', text)
      assert read['success']
      found = read['meshes']
      assert_equal bodies.map { |body| body.part.title }.sort, found.map { |mesh| mesh['name'] }.sort
      assert_in_epsilon bodies.sum(&:volume), found.sum { |mesh| mesh['volume'] }, 2e-3
      assert_equal bodies.map(&:colour).tally, found.map { |mesh| sign(mesh['color']) }.tally
      reaches(bodies).each_with_index { |ends, axis| assert_in_delta ends.first, found.map { |mesh| mesh['box'][axis][0] }.min, 0.05, result.outcome.labels.to_s }
      assert_equal ExactSolids::Product.new(result).to_tree['nodes'].last['name'], read['tree']['children'].first['name']
    end
  end

  # How far bodies reach along each axis, by their triangles.
  def reaches(bodies)
    shapes = {}.compare_by_identity
    bodies.flat_map do |body|
      points = shapes[body.solid] ||= Geometry::Mesh.new(body.solid, frame: Geometry::Frame::SPACE).groups.flat_map { |group| group['positions'].each_slice(3).to_a }.uniq
      points.map { |point| body.frame.point(*point) }
    end.transpose.map(&:minmax)
  end

  # Colours are read as linear ones (sRGB, IEC 61966-2-1).
  def sign(linear) = "##{linear.map { |part| format('%02x', ((part <= 0.0031308 ? part * 12.92 : (1.055 * (part**(1 / 2.4))) - 0.055) * 255).round) }.join}"

  # glTF has no error, one mesh for what is the same, and metres; STL is closed and holds what the solids hold.
  def test_meshes
    results('Roller', 'Support leg', 'Guide bracket').each do |result|
      product = ExactSolids::Product.new(result)
      tree = product.to_tree
      report = node('read_gltf.mjs', Exchange::GLTFFile.new(tree, product.solids).write)
      assert_equal [0, 0], report['issues'].values_at('numErrors', 'numWarnings')
      if tree['nodes'].one?
        assert_equal tree['nodes'].flat_map { |one| one['bodies'].map { |body| body.values_at('shape', 'colour', 'name') } }.uniq.size, report['info']['drawCallCount']
      end
      assert_closed(Exchange::STLFile.of(result.model.solids), result.model.solids)
    end
  end

  # Each edge twice, in opposite ways, by the theorem of divergence as large as the solids: round surfaces have 48 chords to a turn.
  def assert_closed(bytes, bodies)
    count = bytes[80, 4].unpack1('V')
    assert_equal 84 + (50 * count), bytes.bytesize
    points = Array.new(count) { |at| bytes[84 + (50 * at) + 12, 36].unpack('e9').each_slice(3).to_a }
    edges = points.flat_map { |a, b, c| [[a, b], [b, c], [c, a]] }.tally
    assert(edges.all? { |(from, till), times| edges[[till, from]] == times })
    volume = points.sum { |a, b, c| Geometry::Vector.dot(a, Geometry::Vector.cross(b, c)) } / 6
    assert_in_epsilon bodies.sum(&:volume), volume, 0.012
  end

  # What is cut: as large as our solids say, exact where round; no line twice, no gap; without an error for ezdxf (a Debian package).
  def test_outlines_for_cutting
    results('Side frame', 'Guide bracket', 'Support leg', 'End stop').each do |result|
      flat = Exchange::OutlineFile.flat(result.model)
      next if flat.empty?

      flat.zip(Exchange::OutlineFile.new(flat).marks) do |solid, marks|
        cut = marks.select { |mark| mark.role == :cut }
        assert_in_epsilon area_to_cut(solid), contours(cut).map { |contour| area(contour).abs }.sort.reverse.then { |outer, *holes| outer - holes.sum }, 1e-6, solid.part.title
        assert_equal cut.size, cut.map { |mark| mark.points.first(2).map { |point| point.map { |part| part.round(6) } }.sort }.uniq.size
        assert_equal(solid.blank.flat ? solid.blank.flat.bends.size : 0, marks.count { |mark| mark.role == :bend })
      end
      assert_audited(Exchange::OutlineFile.new(flat).write)
    end
    refusal = refused(VastLattice::Error) { Results.write('outlines.dxf', Results::Subject.new(plan: demo_plans.fetch('Roller')), 'part' => 'tube') }
    assert_match(/Tube is not flat.*Plates/, refusal.full_text)
  end

  # Plates by their volume, those on which bosses stand by their blank less the round holes; folded sheets by their flat pattern less the
  # openings.
  def area_to_cut(solid)
    return (solid.blank.volume / solid.blank.thickness) - bored(solid) if solid.built.any? { |feature| feature.kind.role == :add }
    return solid.volume / solid.blank.thickness unless solid.blank.flat

    solid.blank.flat.area.area - solid.built.select { |feature| feature.kind.role == :cut }.sum { |feature| feature.loops.sum(&:area) }
  end

  def bored(solid)
    holes = solid.built.select { |feature| feature.kind.role == :cut }
    holes.sum { |feature| feature.loops.size * Math::PI * (feature.numbers.measures.fetch('diameter')**2) / 4 }
  end

  # Strokes in the order in which one goes round: each begins where the one before ends.
  def contours(marks)
    ends = marks.map { |mark| mark.is_a?(Marks::Line) ? [mark.from, mark.till] : [mark.at(mark.start), mark.at(mark.start + mark.sweep)] }
    left = marks.each_index.reject { |at| marks[at].is_a?(Marks::Arc) && marks[at].whole? }
    found = (marks.each_index.to_a - left).map { |at| [[marks[at], false]] }
    until left.empty?
      ring = [[left.shift, false]]
      loop do
        at = ends[ring.last.first][ring.last.last ? 0 : 1]
        following = left.find { |other| ends[other].any? { |point| near?(point, at) } } or break
        ring << [left.delete(following), near?(ends[following][1], at)]
      end
      assert near?(ends[ring.last.first][ring.last.last ? 0 : 1], ends[ring.first.first][0]), 'a contour is not closed'
      found << ring.map { |number, back| [marks[number], back] }
    end
    found
  end

  def near?(one, other) = Math.hypot(one[0] - other[0], one[1] - other[1]) < 1e-6

  # By Green's theorem.
  def area(contour)
    contour.sum do |mark, back|
      own = mark.is_a?(Marks::Line) ? (mark.from[0] * mark.till[1]) - (mark.till[0] * mark.from[1]) : swept(mark)
      own / 2 * (back ? -1 : 1)
    end
  end

  def swept(arc)
    from = arc.start
    till = arc.start + arc.sweep
    ((arc.radius**2) * arc.sweep) + (arc.radius * ((arc.centre[0] * (Math.sin(till) - Math.sin(from))) - (arc.centre[1] * (Math.cos(till) - Math.cos(from)))))
  end

  Marks = VastLattice::Drawing::Marks

  def assert_audited(dxf)
    Tempfile.create(['outline', '.dxf']) do |file|
      file.write(dxf)
      file.close
      told, problem, status = Open3.capture3('/usr/bin/python3', File.join(ROOT, 'test/support/read_dxf.py'), file.path)
      assert_predicate status, :success?, problem
      assert_equal [0, 0], JSON.parse(told).values_at('errors', 'fixes')
    end
  end

  # Killed in the middle, the kernel is started again and the part is made; what is in doubt is refused in words.
  def test_a_killed_kernel_and_what_is_in_doubt
    result = Result.new(demo_plans.fetch('Roller'))
    before = ExactSolids.step(result)
    kernel = ExactSolids::Kernel.here
    killed = kernel.pid
    # The side frame takes seconds.
    killing = Thread.new do
      sleep 0.3
      Process.kill('KILL', killed)
    end
    frame = ExactSolids.step(Result.new(demo_plans.fetch('Side frame'), pick(answers: { 'length' => '1777 mm' })))
    killing.join
    refute_equal killed, kernel.pid
    assert_match(/\AISO-10303-21;/, frame)
    assert_equal before, ExactSolids.step(result)
    nothing = Result.new(plan("parts: []\n"))
    assert_match(/nothing/, refused(Result::NotWhole) { ExactSolids.step(nothing) }.message)
    solid = result.model.solids.first.solid
    measure = ExactSolids.measured([solid]).first
    ExactSolids::Agreement.new(solid, measure).ensure
    { 'volume' => /the volume in mm³/, 'surface' => /the surface in mm²/, 'sound' => /its boundary/ }.each do |field, words|
      other = field == 'sound' ? false : measure[field] * (1 + 2e-6)
      doubt = refused(ExactSolids::Unmade) { ExactSolids::Agreement.new(solid, { **measure, field => other }).ensure }
      assert_match words, doubt.message
    end
    moved = measure['box'].map { |corner| corner.map { |part| part + 0.01 } }
    assert_match(/lowest corner/, refused(ExactSolids::Unmade) { ExactSolids::Agreement.new(solid, { **measure, 'box' => moved }).ensure }.message)
  end

  # Whoever asks is killed in the middle of a request: the kernel does not outlive it.
  def test_it_goes_with_its_parent
    script = <<~RUBY
      require 'vast_lattice'
      include VastLattice
      plan = Plan::Library.new(Dir['#{ROOT}/demo/*.yaml'].map { |path| Exchange::FamilyFile.read(File.read(path)).family }).plan('Side frame')
      solid = Result.new(plan).model.solids.first.solid
      kernel = ExactSolids::Kernel.here
      kernel.ask('do' => 'measure', 'shapes' => [])
      puts kernel.pid
      $stdout.flush
      ExactSolids.measured([solid] * 40)
    RUBY
    IO.popen([RbConfig.ruby, '--yjit', '-I', File.join(ROOT, 'lib'), '-e', script]) do |asking|
      kernel = Integer(asking.gets)
      sleep 1
      assert_operator File, :exist?, "/proc/#{kernel}"
      Process.kill('KILL', asking.pid)
      ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 5
      sleep 0.1 while File.exist?("/proc/#{kernel}") && File.read("/proc/#{kernel}/stat")[/\) (\w)/, 1] != 'Z' && Process.clock_gettime(Process::CLOCK_MONOTONIC) < ends
      assert(!File.exist?("/proc/#{kernel}") || File.read("/proc/#{kernel}/stat")[/\) (\w)/, 1] == 'Z', 'it is still there')
    end
  end

  # Too much is ended, and whoever does not wait any more ends it, too; the next request is answered.
  def test_limits
    kernel = ExactSolids::Kernel.new
    stub_const(ExactSolids::Kernel, :SECONDS, 0) { refused(Apart::TooMuch) { kernel.ask('do' => 'measure', 'shapes' => [ExactSolids::Recipe.of(Result.new(demo_plans.fetch('Side frame')).model.solids.first.solid)]) } }
    assert_nil kernel.pid
    assert_empty kernel.ask('do' => 'measure', 'shapes' => [])
  ensure
    kernel.stop
  end

  def stub_const(owner, name, value)
    before = owner.const_get(name)
    owner.send(:remove_const, name)
    owner.const_set(name, value)
    yield
  ensure
    owner.send(:remove_const, name)
    owner.const_set(name, before)
  end
end
