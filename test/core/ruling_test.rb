# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'

# What is measured of bodies that run into each other: against integrals of powers, closed formulas, and each other.
class RulingTest < CoreCase
  Ruling = Geometry::Ruling
  SPACE = Geometry::Frame::SPACE

  # With 15 nodes the rule is exact for powers up to 22, that of Gauss among them up to 13. The sine is taken out again.
  def test_the_rule_is_that_of_gauss_and_kronrod
    [[1, 22], [2, 13]].each do |weight, most|
      (0..most).step(2) { |power| assert_in_delta 2.0 / (power + 1), Ruling::Quadrature::RULE.sum { |rule| rule[weight] * (rule[0]**power) }, 1e-14 }
    end
    assert_in_delta Math::PI / 4, Ruling::Quadrature.integral(0.0, 1.0, [1e-13]) { |place| [[Math.sqrt(1 - (place**2))], nil] }.first, 1e-13
  end

  # A round bar less a bore across it. The volume that two cylinders have in common and the areas that they cut out of each other are
  # integrals over a full turn, of which evenly spread places give all digits (common knowledge; by hand).
  def test_a_bore_across_a_round_bar
    [[40.0, 15.0], [40.0, 39.0], [25.0, 3.0]].each do |outer, bore|
      solid = solid_of("{kind: bar, outline: round, diameter: #{outer}, length: 100}", "{name: h, kind: hole, diameter: #{bore}, through: part}")
      big, small = [outer, bore].map { |diameter| diameter / 2 }
      common = turn { |angle| 2 * (small**2) * (Math.cos(angle)**2) * height(big, small, angle) }
      wall = turn { |angle| 2 * small * height(big, small, angle) }
      opening = turn { |angle| 2 * big * Math.asin(small * Math.cos(angle).abs / big) * small * Math.cos(angle).abs }
      whole = 2 * Math::PI * big * (big + 100)

      assert_in_epsilon (Math::PI * (big**2) * 100) - common, solid.volume, 1e-9
      assert_in_epsilon whole + wall - opening, solid.surface_area, 1e-9
      assert_in_delta 50, solid.centroid[0], 1e-7
    end
  end

  def height(big, small, angle) = Math.sqrt((big**2) - ((small * Math.sin(angle))**2))
  def turn = (0...2000).sum { |index| yield((index + 0.5) * Math::PI / 1000) } * Math::PI / 1000

  def solid_of(stock, feature)
    Result.new(plan("parts:\n  - name: piece\n    stock: #{stock}\n    features: [#{feature}]\n")).model.solids.first.solid
  end

  # The same in closed form and by integrals: random outlines with arcs, which run along each other and touch, in layers.
  def test_layers_agree_with_integrals
    (ENV['LATTICE_LONG'] ? 200 : 20).times do |seed|
      random = Random.new(seed)
      blank = [prism(Geometry::Loop.between(0.0, 0.0, 60.0, 40.0), 0.0, 10.0)]
      steps = Array.new(random.rand(1..6)) { [random.rand(4).zero? ? :add : :cut, random_prism(random)] }
      assert_alike Ruling::Change.new(blank, steps).sums, Ruling::Layered.of(blank, steps).sums, "seed #{seed}"
    end
  end

  # Whole numbers, so that outlines meet in corners, along edges and in a point.
  def random_prism(random)
    wide = random.rand(4..24).to_f
    high = random.rand(4..(random.rand(2).zero? ? wide.to_i : 20)).to_f
    loop = case random.rand(4)
           when 0 then Geometry::Loop.circle(wide)
           when 1 then Geometry::Loop.slot([wide, high].max + 2, [wide, high].min)
           when 2 then Geometry::Loop.rectangle(wide, high, [wide, high].min / 4)
           else Geometry::Loop.rectangle(wide, high)
           end
    low = random.rand(-2..8).to_f
    prism(loop.move(random.rand(0..60).to_f, random.rand(0..40).to_f), low, low + random.rand(2..8))
  end

  def prism(loop, low, high) = Geometry::Prism.new(SPACE, Geometry::Profile.new(loop), low, high)

  # The same of rings and cones about one axis.
  def test_rings_agree_with_integrals
    (ENV['LATTICE_LONG'] ? 200 : 20).times do |seed|
      random = Random.new(seed)
      blank = [Geometry::Ring.new(SPACE, 0.0, 30.0, [20.0, 20.0])]
      steps = Array.new(random.rand(1..4)) { [random.rand(3).zero? ? :add : :cut, random_ring(random)] }
      assert_alike Ruling::Change.new(blank, steps).sums, Ruling::Coaxial.of(blank, steps).sums, "seed #{seed}"
    end
  end

  def random_ring(random)
    low = random.rand(-3..25).to_f
    frame = random.rand(2).zero? ? SPACE : SPACE.flip.move(0.0, 0.0, -30.0)
    outer = Array.new(2) { random.rand(4..24).to_f }
    inner = random.rand(2).zero? ? [0.0, 0.0] : outer.map { |radius| radius - random.rand(1..3) }
    Geometry::Ring.new(frame, low, low + random.rand(2..12), outer, inner)
  end

  # Of bodies of some 30,000 mm3. Where surfaces touch each other, integrals are off by the root of Change::SIDE.
  def assert_alike(integrals, closed, about)
    assert_in_delta integrals[0], closed[0], 0.01, about
    assert_in_delta integrals[2], closed[2], 0.005, about
    integrals[1].zip(closed[1]) { |one, other| assert_in_delta one, other, 0.5, about }
  end
end
