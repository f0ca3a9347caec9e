# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'

# Lines that are seen or hidden, against the meshes of the same bodies: where a line is seen, what is nearest to the eye is something else at
# its two sides (another plane, another depth, or nothing); where it is hidden, it is not.
class SeenTest < CoreCase
  # The triangles of bodies, and what of them is nearest at a place of a view.
  class Rays
    include VastLattice

    CELL = 60

    def initialize(bodies, view)
      @triangles = bodies.flat_map do |body|
        Geometry::Mesh.new(body, frame: body.frame).groups.flat_map do |group|
          group['positions'].each_slice(9).map { |numbers| numbers.each_slice(3).map { |point| view.local(point) } }
        end
      end
      xs, ys, = @triangles.flatten(1).transpose
      @low = [xs.min, ys.min]
      @wide = [[xs.max - xs.min, ys.max - ys.min].max / CELL, 1e-6].max
      @cells = Hash.new { |cells, key| cells[key] = [] }
      @triangles.each { |triangle| cells_of(triangle) { |key| @cells[key] << triangle } }
    end

    # [depth, the plane's slopes], or nil.
    def nearest(x, y)
      @cells.fetch(key(x, y), []).filter_map { |triangle| depth(triangle, x, y) }.max_by(&:first)
    end

    private

    def key(x, y) = [((x - @low[0]) / @wide).floor, ((y - @low[1]) / @wide).floor]

    def cells_of(triangle)
      from, till = [triangle.map(&:first).minmax, triangle.map { |point| point[1] }.minmax].transpose.map { |x, y| key(x, y) }
      (from[0]..till[0]).each { |over| (from[1]..till[1]).each { |up| yield [over, up] } }
    end

    def depth((one, two, three), x, y)
      area = ((two[0] - one[0]) * (three[1] - one[1])) - ((three[0] - one[0]) * (two[1] - one[1]))
      return if area.abs < 1e-9

      b = (((x - one[0]) * (three[1] - one[1])) - ((three[0] - one[0]) * (y - one[1]))) / area
      c = (((two[0] - one[0]) * (y - one[1])) - ((x - one[0]) * (two[1] - one[1]))) / area
      return if b < -1e-9 || c < -1e-9 || b + c > 1 + 1e-9

      over = (((two[2] - one[2]) * (three[1] - one[1])) - ((three[2] - one[2]) * (two[1] - one[1]))) / area
      up = (((three[2] - one[2]) * (two[0] - one[0])) - ((two[2] - one[2]) * (three[0] - one[0]))) / area
      [one[2] + (b * (two[2] - one[2])) + (c * (three[2] - one[2])), over, up]
    end
  end

  # How far beside a line one looks, mm, and twice that: where both do not say the same, nothing can be said.
  BESIDE = [0.03, 0.06].freeze
  POINTS = ENV['LATTICE_LONG'] ? 300 : 40
  VIEWS = %w[front top end].freeze

  def place(mark, share)
    angle = mark.start + (mark.sweep * share) if mark.is_a?(Drawing::Marks::Arc)
    return [mark.at(angle), [Math.cos(angle), Math.sin(angle)]] if angle

    dx, dy = mark.till.zip(mark.from).map { |till, from| till - from }
    length = Math.hypot(dx, dy)
    [[mark.from[0] + (dx * share), mark.from[1] + (dy * share)], [-dy / length, dx / length]]
  end

  # Whether something else is nearest at the two sides of a place; nil where that cannot be said: facets of what is round meet at a small
  # angle, where a line may be drawn at which the rounding begins.
  def edge(rays, (x, y), (over, up))
    said = BESIDE.map do |away|
      one, other = [away, -away].map { |way| rays.nearest(x + (over * way), y + (up * way)) }
      next one.nil? != other.nil? if one.nil? || other.nil?

      jump = (one[0] - other[0] - (((one[1] * over) + (one[2] * up)) * 2 * away)).abs > 0.02
      angle = angle(one, other)
      jump || angle > ROUND ? true : (false if angle < 0.1)
    end
    said.uniq.size == 1 ? said.first : nil
  end

  # Degrees up to which facets of what is round meet.
  ROUND = 10.1

  def angle(one, other)
    first, second = [one, other].map { |_, over, up| Geometry::Vector.unit([-over, -up, 1.0]) }
    Math.acos(Geometry::Vector.dot(first, second).clamp(-1.0, 1.0)) * 180 / Math::PI
  end

  # [points that were looked at, those where lines and rays disagree]
  def compared(bodies, view, random)
    frame = Drawing::Views::FRAMES.fetch(view)
    marks = Drawing::Seen.new(bodies, frame).marks
    rays = Rays.new(bodies, frame)
    looked = Array.new(POINTS) { marks.sample(random: random) }.map { |mark| [mark, *place(mark, random.rand(0.05..0.95))] }
    said = looked.map { |mark, at, across| [mark, at, edge(rays, at, across)] }.reject { |found| found.last.nil? }
    [said.size, said.reject { |mark, _, edge| edge == (mark.role == :visible) }.map { |mark, at, _| [view, mark.role, mark.owner, at.map { |number| number.round(2) }] }]
  end

  # Beside what is round the mesh has other chords than the lines: a few points of a thousand may differ there.
  def assert_agree(found, share)
    looked = found.sum(&:first)
    wrong = found.flat_map(&:last)
    assert_operator looked, :>, POINTS * found.size / 2
    assert_operator wrong.size, :<=, looked * share, wrong.first(8).inspect
  end

  def test_parts_of_the_demo
    random = Random.new(5)
    found = demo_plans.values.reject { |plan| plan.family.components.any? }.flat_map do |plan|
      bodies = Result.new(plan).model.bodies.select(&:shown)
      VIEWS.map { |view| compared(bodies, view, random) }
    end
    assert_agree(found, 0.01)
  end

  def test_random_parts
    random = Random.new(6)
    found = (0...(ENV['LATTICE_LONG'] ? 40 : 6)).flat_map do |seed|
      bodies = Result.new(plan(RandomSolid.new(seed).yaml)).model.bodies
      VIEWS.map { |view| compared(bodies, view, random) }
    end
    assert_agree(found, 0.02)
  end

  # bin/test --long looks at the module, too.
  PRODUCTS = ENV['LATTICE_LONG'] ? ['Guide bracket', 'Straight module'] : ['Guide bracket']

  def test_products
    PRODUCTS.each do |name|
      bodies = Result.new(demo_plans.fetch(name)).model.bodies.select(&:shown)
      assert_agree(VIEWS.map { |view| compared(bodies, view, Random.new(7)) }, 0.01)
    end
  end

  # Where hidden lines are left out, edges of faces that look away are never looked at: what is seen is the same.
  def test_what_is_seen_does_not_depend_on_what_is_hidden
    (demo_plans.keys - ['Straight module'] + (PRODUCTS - ['Guide bracket'])).each do |name|
      bodies = Result.new(demo_plans.fetch(name)).model.bodies.select(&:shown)
      VIEWS.each do |view|
        both = [true, false].map do |hidden|
          marks = Drawing::Seen.new(bodies, Drawing::Views::FRAMES.fetch(view), hidden: hidden).marks
          marks.select { |mark| mark.role == :visible }.sum(&:length)
        end
        assert_in_delta both.first, both.last, both.first * 1e-4, "#{name}, #{view}"
      end
    end
  end

  # A plate with a hole: what is there by the drawing of such a plate.
  def test_a_plate_with_a_hole
    body = Result.new(plan(<<~YAML)).model.solids.first
      parts:
        - name: plate
          stock: {kind: plate, width: 100, height: 60, thickness: 10}
          features: [{name: bore, kind: hole, diameter: 20, horizontal: {from: left, offset: 30}, vertical: {from: bottom, offset: 20}}]
    YAML
    front = Drawing::Seen.new([body], Drawing::Views::FRONT).marks
    assert_equal [4, 1], [front.grep(Drawing::Marks::Line).size, front.grep(Drawing::Marks::Arc).size]
    arc = front.grep(Drawing::Marks::Arc).first
    assert_predicate arc, :whole?
    assert_in_delta 10.0, arc.radius
    top = Drawing::Seen.new([body], Drawing::Views::TOP).marks
    assert_equal({ visible: 4, hidden: 2 }, top.map(&:role).tally)
    assert_equal [10.0], top.select { |mark| mark.role == :hidden }.map { |line| Math.hypot(line.till[0] - line.from[0], line.till[1] - line.from[1]).round(6) }.uniq
    assert_empty(Drawing::Seen.new([body], Drawing::Views::TOP, hidden: false).marks.select { |mark| mark.role == :hidden })
  end
end
