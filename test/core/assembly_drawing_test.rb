# frozen_string_literal: true

require_relative '../support/core'

# Pictures of assemblies: what is nearest at a point of a view, against the depths of the meshes there, which the 3D view draws and
# which know nothing of the order in which faces are painted.
class AssemblyDrawingTest < CoreCase
  POINTS = 300
  # Where a mesh in chords and a drawing in arcs may differ, mm.
  NEAR = 0.6

  def module_result(**rows) = Result.new(demo_plans.fetch('Straight module'), pick(rows: rows.transform_keys(&:to_s)))

  # Triangles of each mesh as they lie in a view: [x, y, depth] three times.
  def triangles(meshes, view)
    meshes.flat_map.with_index do |points, number|
      points.map { |point| view.local(point) }.each_slice(3).map { |corners| [number, corners] }
    end
  end

  # Width of the cells by which triangles are found, mm.
  CELL = 25.0

  # {cell of the view => the triangles in it or near it}.
  def cells(triangles)
    triangles.each_with_object(Hash.new { |all, cell| all[cell] = [] }) do |one, all|
      across, up = 2.times.map { |axis| one.last.map { |corner| corner[axis] }.minmax }
      reach(*across).each { |column| reach(*up).each { |row| all[[column, row]] << one } }
    end
  end

  def reach(least, most) = ((least - NEAR) / CELL).floor..((most + NEAR) / CELL).floor

  # The number of the body that is nearest at a point, nil where there is none.
  def nearest(triangles, at_x, at_y)
    found = triangles.filter_map { |number, corners| depth(corners, at_x, at_y)&.then { |depth| [depth, number] } }
    found.max_by(&:first)&.last
  end

  def depth(((ax, ay, az), (bx, by, bz), (cx, cy, cz)), at_x, at_y)
    whole = ((by - cy) * (ax - cx)) + ((cx - bx) * (ay - cy))
    return if whole.abs < 1e-9

    one = (((by - cy) * (at_x - cx)) + ((cx - bx) * (at_y - cy))) / whole
    two = (((cy - ay) * (at_x - cx)) + ((ax - cx) * (at_y - cy))) / whole
    (one * az) + (two * bz) + ((1 - one - two) * cz) if [one, two, 1 - one - two].all? { |share| share >= 0 }
  end

  def test_what_is_nearest_is_painted_last
    result = module_result(equipment: 'guided')
    bodies = result.model.bodies
    meshes = bodies.map { |body| Geometry::Mesh.new(body).groups.flat_map { |group| group['positions'].each_slice(3).to_a } }
    %w[front top end].each do |name|
      view = Drawing::Views::FRAMES.fetch(name)
      compare(Drawing::Stacked.new(bodies, view), cells(triangles(meshes, view)), bodies, Random.new(name.sum), name)
    end
  end

  # Each shape once, put where each body is: as large, and in the same place, as meshes that are made where they are.
  def test_a_scene_shares_its_shapes
    result = module_result(equipment: 'guided')
    scene = result.scene
    assert_operator scene['shapes'].size * 5, :<, scene['bodies'].size
    assert_equal 0, scene['simplified']
    shown = result.model.bodies.select { |body| body.shown && body.drawn_in?('full') }
    shown.zip(scene['bodies']).each_slice(9).map(&:first).each do |body, placed|
      frame = placed['frame'].each_slice(3).to_a
      there = points(scene['shapes'][placed['shape']]).map { |point| Geometry::Frame.new(*frame).point(*point) }
      here = points('groups' => Geometry::Mesh.new(body).groups)
      here.transpose.map(&:minmax).flatten.zip(there.transpose.map(&:minmax).flatten) { |a, b| assert_in_delta a, b, 0.003 }
      assert_in_epsilon volume(here), volume(there), 1e-4
    end
  end

  # By the divergence theorem.
  def volume(points)
    points.each_slice(3).sum { |a, b, c| Geometry::Vector.dot(a, Geometry::Vector.cross(b, c)) } / 6
  end

  # A closed box around it, turned outwards.
  def test_what_is_too_much_is_a_box
    shape = module_result.scene['shapes'].max_by { |own| points(own).size }
    simple = Drawing::Simplified.of([shape] * 400)
    corners = points(box = simple['shapes'].last)
    assert_includes 1..399, simple['simplified']
    assert_equal [36, points(shape).transpose.map(&:minmax)], [corners.size, corners.transpose.map(&:minmax)]
    edges = corners.each_slice(3).flat_map { |a, b, c| [[a, b], [b, c], [c, a]] }.tally
    assert(edges.all? { |(one, other), times| times == 1 && edges[[other, one]] == 1 })
    assert_equal 12, box['edges'].size / 6
    outwards = corners.zip(box['groups'].first['normals'].each_slice(3)).each_slice(3).all? do |((a, normal), (b, _), (c, _))|
      Geometry::Vector.dot(Geometry::Vector.cross(Geometry::Vector.minus(b, a), Geometry::Vector.minus(c, a)), normal).positive?
    end
    assert outwards
  end

  def points(shape) = shape['groups'].flat_map { |group| group['positions'].each_slice(3).to_a }

  def told(bodies, number) = number ? [*bodies[number].path, bodies[number].part.name].join('.') : 'nothing'

  def compare(stacked, cells, bodies, random, name)
    layers = stacked.layers
    xs = layers.flat_map { |layer| layer.box.first(2) }.minmax
    ys = layers.flat_map { |layer| layer.box.last(2) }.minmax
    seen = Array.new(POINTS) do
      x = random.rand(xs[0]..xs[1])
      y = random.rand(ys[0]..ys[1])
      around = [[0, 0], [NEAR, 0], [-NEAR, 0], [0, NEAR], [0, -NEAR]].map { |over, up| nearest(cells[[x, y].map { |at| (at / CELL).floor }], x + over, y + up) }.uniq
      # Beside an edge the chords of a mesh decide.
      next unless around.one?

      found = stacked.nearest(x, y)&.body
      assert_equal told(bodies, around.first), told(bodies, found), "#{name} at #{x}, #{y}"
      around.first
    end
    assert_operator seen.compact.uniq.size, :>, 5, 'many bodies are hit'
  end
end
