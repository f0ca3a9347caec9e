# frozen_string_literal: true

require_relative '../support/core'

# What a view shows nearest at a point is what a depth test on the triangles of the 3D view finds there: two ways from the
# solid to the eye, for every kind of feature, and for parts that taper or are mitred.
class DepthTest < CoreCase
  POINTS = ENV['LATTICE_LONG'] ? 300 : 40
  VIEWS = %w[front back top end].freeze
  # Nearer than this to an edge, mm, the chords of round surfaces decide.
  NEAR = 0.4
  OTHERS = {
    'tapered' => { 'kind' => 'turned', 'steps' => [{ 'length' => '40', 'diameter' => '30', 'end_diameter' => '18' }, { 'length' => '20', 'diameter' => '26' }] },
    'bored' => { 'kind' => 'turned', 'steps' => [{ 'length' => '40', 'diameter' => '30' }], 'bores' => [{ 'diameter' => '12', 'depth' => '25' }] },
    'mitred' => { 'kind' => 'bar', 'outline' => 'hollow', 'width' => '40', 'height' => '60', 'thickness' => '3', 'corner_radius' => '5', 'length' => '200',
                  'left_mitre' => '45 deg', 'right_mitre' => '-30 deg' },
    'round mitred' => { 'kind' => 'bar', 'outline' => 'round', 'diameter' => '30', 'length' => '100', 'left_mitre' => '30 deg' }
  }.freeze

  def solid_of(stock, features = [])
    Result.new(Plan.of(Family.from_tree('name' => 'Depth', 'parts' => [{ 'name' => 'piece', 'stock' => stock, 'features' => features }])))
  end

  # Triangles in the plane of a view: [owner, three points with their depth].
  def triangles(solid, view)
    Geometry::Mesh.new(solid).groups.flat_map do |group|
      group['positions'].each_slice(9).map { |nine| [group['feature'], nine.each_slice(3).map { |point| view.local(point) }] }
    end
  end

  # [owner] of the nearest triangle at a point, or nil.
  def nearest(triangles, x, y)
    hits = triangles.filter_map { |owner, corners| depth(corners, x, y)&.then { |depth| [depth, owner] } }
    hits.max_by(&:first)&.drop(1)
  end

  def depth(corners, x, y)
    (ax, ay, az), (bx, by, bz), (cx, cy, cz) = corners
    whole = ((by - cy) * (ax - cx)) + ((cx - bx) * (ay - cy))
    return if whole.abs < 1e-9

    one = (((by - cy) * (x - cx)) + ((cx - bx) * (y - cy))) / whole
    two = (((cy - ay) * (x - cx)) + ((ax - cx) * (y - cy))) / whole
    (one * az) + (two * bz) + ((1 - one - two) * cz) if one >= 0 && two >= 0 && one + two <= 1
  end

  # [owner] of the patch that is painted last at a point, or nil.
  def painted(patches, x, y)
    patches.reverse_each { |rings, owner| return [owner] if rings.count { |ring| inside?(ring, x, y) }.odd? }
    nil
  end

  def inside?(ring, x, y)
    ring.each_index.count do |at|
      (ax, ay), (bx, by) = ring[at - 1], ring[at]
      (ay > y) != (by > y) && x < ax + ((y - ay) / (by - ay) * (bx - ax))
    end.odd?
  end

  # What both say, where they say the same all around.
  def clear(x, y)
    around = [[0, 0], [NEAR, NEAR], [-NEAR, NEAR], [NEAR, -NEAR], [-NEAR, -NEAR]].map { |right, up| yield(x + right, y + up) }
    around.uniq.size == 1 ? around.first || [:nothing] : nil
  end

  def assert_agree(result, what)
    solid = result.model.solids.first
    return if solid.nil? || result.errors?

    VIEWS.each do |name|
      view = Drawing::Views::FRAMES.fetch(name)
      patches = Drawing::Painting.new(solid, view).patches.map { |patch| [patch.loops.map { |loop| loop.polygon(72) } + patch.rings, patch.owner] }
      triangles = triangles(solid, view)
      random = Random.new(5)
      xs, ys, = solid.bounds.corners.map { |corner| view.local(solid.frame.point(*corner)) }.transpose
      POINTS.times do
        x, y = [xs, ys].map { |places| random.rand((places.min - 1.0)..(places.max + 1.0)) }
        seen = clear(x, y) { |right, up| nearest(triangles, right, up) }
        drawn = clear(x, y) { |right, up| painted(patches, right, up) }
        assert_equal seen, drawn, "#{what}, #{name} at #{x.round(2)}, #{y.round(2)}" if seen && drawn
      end
    end
  end

  def test_every_kind_of_feature
    Family::FEATURE_KINDS.kinds.each do |kind|
      stocks = Family::STOCK_KINDS.kinds.select { |stock| kind.stocks.nil? || kind.stocks.include?(stock.name) }
      (ENV['LATTICE_LONG'] ? stocks : stocks.first(1)).each do |stock|
        feature = { 'name' => 'new', 'kind' => kind.name, **Family::Measure.beginnings(kind.measures) }
        assert_agree(solid_of(stock.beginning(stock.outlines.first), [feature]), "#{kind.name} on #{stock.name}")
      end
    end
  end

  def test_what_tapers_and_is_mitred
    OTHERS.each { |what, stock| assert_agree(solid_of(stock), what) }
  end
end
