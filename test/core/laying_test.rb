# frozen_string_literal: true

require_relative '../support/core'
require 'matrix'

# Where components are (rule 16 of the design), against another plain reading of the meaning: corners of boxes turned by matrices,
# and sides laid on sides.
class LayingTest < CoreCase
  BLOCK = { 'name' => 'Block', 'parameters' => %w[long high deep].map { |name| { 'name' => name, 'kind' => 'number', 'unit' => 'mm', 'default' => '10 mm' } },
            'parts' => [{ 'name' => 'block', 'stock' => { 'kind' => 'plate', 'width' => 'long', 'height' => 'high', 'thickness' => 'deep' } }] }.freeze
  SIDES = { 'x' => %w[left middle right], 'y' => %w[bottom middle top], 'z' => %w[back middle front] }.freeze
  FAMILIES = ENV['LATTICE_LONG'] ? 400 : 60

  # A component as it is meant: its box, its turns, for each axis [own, on, side, offset], and its pattern as [axis, count, pitch].
  Meant = Struct.new(:name, :sizes, :turns, :places, :pattern) do
    def tree
      at = places.to_h { |axis, (own, on, side, offset)| [axis, { 'own' => own, 'on' => on, 'side' => side, 'offset' => "#{offset} mm" }.compact] }
      at.merge!(%w[turn_x turn_y turn_z].zip(turns.map { |turn| "#{turn} deg" }).to_h)
      { 'name' => name, 'family' => 'Block', 'at' => at, 'values' => %w[long high deep].zip(sizes.map { |size| "#{size} mm" }).to_h,
        'pattern' => pattern && { 'kind' => 'linear', 'along' => pattern[0], 'count' => pattern[1].to_s, 'pitch' => "#{pattern[2]} mm" } }.compact
    end
  end

  # A rotation about an axis by degrees, right-handed: the matrices of any textbook, from memory.
  def rotation(axis, degrees)
    cos = Math.cos(degrees * Math::PI / 180)
    sin = Math.sin(degrees * Math::PI / 180)
    case axis
    when 0 then Matrix[[1, 0, 0], [0, cos, -sin], [0, sin, cos]]
    when 1 then Matrix[[cos, 0, sin], [0, 1, 0], [-sin, 0, cos]]
    else Matrix[[cos, -sin, 0], [sin, cos, 0], [0, 0, 1]]
    end
  end

  # [least, most] along each axis of its box after the turns, about its own origin.
  def extent(meant)
    whole = meant.turns.each_with_index.reduce(Matrix.identity(3)) { |turned, (turn, axis)| rotation(axis, turn) * turned }
    corners = [0, 1].product([0, 1], [0, 1]).map { |corner| (whole * Vector[*corner.zip(meant.sizes).map { |share, size| share * size }]).to_a }
    corners.transpose.map(&:minmax)
  end

  # Where the side of an extent is, or the origin.
  def side(axis, name, (least, most), origin)
    name ? { 0 => least, 1 => (least + most) / 2.0, 2 => most }.fetch(SIDES.fetch(axis).index(name)) : origin
  end

  # {name => [[least, most] of each axis, where its origin is]} of all instances together.
  def meant_places(all)
    all.each_with_object({}) do |meant, known|
      own = extent(meant)
      origin = SIDES.keys.each_with_index.map do |axis, at|
        from, on, to, offset = meant.places.fetch(axis)
        base = on ? side(axis, to, known.fetch(on)[0][at], known.fetch(on)[1][at]) : 0.0
        base + offset - side(axis, from, own[at], 0.0)
      end
      known[meant.name] = [spread(meant, own.zip(origin).map { |(least, most), by| [least + by, most + by] }), origin]
    end
  end

  # With the other instances of a pattern.
  def spread(meant, box)
    return box unless meant.pattern

    axis, count, pitch = meant.pattern
    box.each_with_index.map { |(least, most), at| SIDES.keys[at] == axis ? [least, most + ((count - 1) * pitch)] : [least, most] }
  end

  def random_one(random, number, before)
    turns = Array.new(3) { random.rand(3).zero? ? random.rand(-170..170) : random.rand(4) * 90 }
    places = SIDES.to_h do |axis, names|
      on = before.sample(random: random)&.name if random.rand(4).positive?
      [axis, [random.rand(4).zero? ? nil : names.sample(random: random), on, on && random.rand(4).positive? ? names.sample(random: random) : nil, random.rand(-60..60)]]
    end
    Meant.new("c#{number}", Array.new(3) { random.rand(5..200) }, turns, places, random.rand(3).zero? ? [SIDES.keys.sample(random: random), random.rand(1..4), random.rand(0..90)] : nil)
  end

  def test_sides_turns_and_patterns
    leaning = 0
    FAMILIES.times do |seed|
      random = Random.new(seed + 71)
      all = (0..random.rand(2..5)).reduce([]) { |before, number| [*before, random_one(random, number, before)] }
      # The order of writing does not matter.
      own = Family.from_tree('name' => 'Pile', 'components' => all.shuffle(random: random).map(&:tree))
      model = Result.new(Plan::Library.new([Family.from_tree(BLOCK), own]).plan('Pile')).model
      assert_empty model.findings, "seed #{seed}"
      meant_places(all).each do |name, (box, _)|
        found = model.laid.find { |laid| laid.name == name }.bounds
        box.transpose.flatten.zip([found.low, found.high].flatten) { |meant, there| assert_in_delta meant, there, 1e-6, "seed #{seed}, #{name}" }
      end
      leaning += all.count { |one| one.places.each_value.any? { |place| place[1] } }
    end
    assert_operator leaning, :>, FAMILIES
  end

  # Instances with places and turns of their own, and one that is left out.
  def test_each_instance_by_its_number
    own = { 'name' => 'Fan', 'components' => [{ 'name' => 'blades', 'family' => 'Block', 'values' => { 'long' => '20 mm * index', 'high' => '5 mm', 'deep' => '2 mm' },
                                                'at' => { 'y' => '10 mm * index', 'turn_z' => '90 deg * (index - 1)' },
                                                'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => '3', 'pitch' => '100 mm', 'skip_when' => 'index = 2' } }] }
    bodies = Result.new(Plan::Library.new([Family.from_tree(BLOCK), Family.from_tree(own)]).plan('Fan')).model.bodies
    assert_equal [%w[blades.1], %w[blades.3]], bodies.map(&:path)
    boxes = bodies.map { |body| Geometry::Laying.bounds_of(body) }
    { 0 => [[0, 10, 0], [20, 15, 2]], 1 => [[140, 25, 0], [200, 30, 2]] }.each do |at, (low, high)|
      [*low, *high].zip([*boxes[at].low, *boxes[at].high]) { |meant, found| assert_in_delta meant, found, 1e-9 }
    end
  end

  # A component stands on a part of the family around it, and on nothing that is not there.
  def test_what_it_leans_on
    part = { 'name' => 'base', 'stock' => { 'kind' => 'plate', 'width' => '300 mm', 'height' => '40 mm', 'thickness' => '6 mm' }, 'at' => { 'x' => '50 mm', 'y' => '-40 mm' }, 'built_when' => 'with_base' }
    own = { 'name' => 'Stand', 'parameters' => [{ 'name' => 'with_base', 'kind' => 'yes_no', 'default' => 'yes' }], 'parts' => [part],
            'components' => [{ 'name' => 'block', 'family' => 'Block', 'at' => { 'x' => { 'own' => 'right', 'on' => 'base', 'side' => 'right' }, 'y' => { 'own' => 'bottom', 'on' => 'base', 'side' => 'top', 'offset' => '1 mm' } } }] }
    plan = Plan::Library.new([Family.from_tree(BLOCK), Family.from_tree(own)]).plan('Stand')
    found = Result.new(plan).model.laid.first.bounds
    [340, 1, 0].zip(found.low) { |meant, there| assert_in_delta meant, there, 1e-9 }
    without = Result.new(plan, Plan::Pick.new(answers: { 'with_base' => 'no' }))
    assert_includes without.findings.map(&:code), :nothing_to_lean_on
    assert_predicate without.model.mass, :nan?, 'what is not laid is not weighed as if it were'
  end
end
