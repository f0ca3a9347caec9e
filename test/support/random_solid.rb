# frozen_string_literal: true

# Random parts with features that cross each other and the edges, each in two forms: as a part of a family, and as
# steps for test/support/manifold.mjs, written down independently.
class RandomSolid
  attr_reader :yaml, :steps

  KINDS = %i[plate side_drilled bossed hollow turned channel].freeze

  def initialize(seed)
    @random = Random.new(seed)
    @features = []
    @steps = []
    send(KINDS[seed % KINDS.size])
    @yaml = "parts:\n  - name: piece\n    stock: #{@stock}\n    features:\n#{@features.map { |line| "      - #{line}\n" }.join}"
  end

  private

  def rand(range) = @random.rand(range)

  def feature(text) = @features << "{name: f#{@features.size}, #{text}}"
  def step(**step) = @steps << step
  def anchors(x, y, horizontal: 'left', vertical: 'bottom') = "horizontal: {from: #{horizontal}, offset: #{x}}, vertical: {from: #{vertical}, offset: #{y}}"

  # A plate with holes, slots, cut-outs and pockets anywhere, the edge included.
  def plate
    @width = rand(80..300)
    @height = rand(60..200)
    @thickness = rand(5..20)
    @stock = "{kind: plate, width: #{@width}, height: #{@height}, thickness: #{@thickness}}"
    step(op: 'add', kind: 'box', low: [0, 0, 0], high: [@width, @height, @thickness])
    rand(3..7).times { front_cut(rand(0..@width), rand(0..@height)) }
  end

  def front_cut(x, y)
    deep = rand(2) == 1 ? rand(1..(@thickness - 1)) : nil
    low = deep ? @thickness - deep : -1
    depth = deep ? ", depth: #{deep}" : ''
    case rand(3)
    when 0 then round(x, y, low, depth)
    when 1 then rectangle(x, y, low, depth)
    else slot(x, y, low, depth)
    end
  end

  def round(x, y, low, depth)
    diameter = rand(4..50)
    feature("kind: hole, diameter: #{diameter}#{depth}, #{anchors(x, y)}")
    step(op: 'cut', kind: 'cone', from: [x, y, low], to: [x, y, @thickness + 1], radii: [diameter / 2.0] * 2)
  end

  def rectangle(x, y, low, depth)
    wide = rand(5..60)
    high = rand(5..40)
    feature("kind: cut_out, width: #{wide}, height: #{high}#{depth}, #{anchors(x, y)}")
    step(op: 'cut', kind: 'box', low: [x - (wide / 2.0), y - (high / 2.0), low], high: [x + (wide / 2.0), y + (high / 2.0), @thickness + 1])
  end

  def slot(x, y, low, depth)
    long = rand(31..70)
    wide = rand(5..30)
    half = (long - wide) / 2.0
    feature("kind: slot, length: #{long}, width: #{wide}#{depth}, #{anchors(x, y)}")
    step(op: 'cut', kind: 'box', low: [x - half, y - (wide / 2.0), low], high: [x + half, y + (wide / 2.0), @thickness + 1])
    [-half, half].each { |over| step(op: 'cut', kind: 'cone', from: [x + over, y, low], to: [x + over, y, @thickness + 1], radii: [wide / 2.0] * 2) }
  end

  # Holes from the front that meet holes from the sides, countersinks, a chamfered edge.
  def side_drilled
    plate
    rand(1..3).times do
      x = rand(5..(@width - 5))
      z = @thickness / 2.0
      diameter = [@thickness - 2, 3].max
      depth = rand(10..(@height - 2))
      feature("kind: hole, face: top, diameter: #{diameter}, depth: #{depth}, #{anchors(x, 0, vertical: 'centre')}")
      step(op: 'cut', kind: 'cone', from: [x, @height - depth, z], to: [x, @height + 1, z], radii: [diameter / 2.0] * 2)
    end
    sunk(rand(10..(@width - 10)), rand(10..(@height - 10)))
    size = rand(1..3)
    feature("kind: edge_chamfer, edge: bottom, size: #{size}")
    step(op: 'cut', kind: 'prism', axis: 'x', low: -1, high: @width + 1, points: [[-1, @thickness - size - 1], [size + 1, @thickness + 1], [-1, @thickness + 1]])
  end

  def sunk(x, y)
    feature("kind: countersunk_hole, diameter: 4, head_diameter: 10, #{anchors(x, y)}")
    step(op: 'cut', kind: 'cone', from: [x, y, -1], to: [x, y, @thickness + 1], radii: [2, 2])
    step(op: 'cut', kind: 'cone', from: [x, y, @thickness - 3], to: [x, y, @thickness], radii: [2, 5])
  end

  # Bosses, some over the edge of each other, with holes on and through them.
  def bossed
    plate
    rand(1..3).times do
      x = rand(10..(@width - 10))
      y = rand(10..(@height - 10))
      diameter = rand(14..40)
      rise = rand(3..12)
      feature("kind: boss, diameter: #{diameter}, rise: #{rise}, #{anchors(x, y)}")
      step(op: 'add', kind: 'cone', from: [x, y, @thickness], to: [x, y, @thickness + rise], radii: [diameter / 2.0] * 2)
      feature("kind: counterbored_hole, diameter: 5, head_diameter: 9, head_depth: 2, on: f#{@features.size - 1}")
      step(op: 'cut', kind: 'cone', from: [x, y, -1], to: [x, y, @thickness + 50], radii: [2.5, 2.5])
      step(op: 'cut', kind: 'cone', from: [x, y, @thickness + rise - 2], to: [x, y, @thickness + rise + 0.01], radii: [4.5, 4.5])
    end
  end

  # A hollow bar, drilled through one wall and through both, from two sides.
  def hollow
    height = rand(40..90)
    width = rand(30..80)
    thickness = rand(2..5)
    length = rand(150..500)
    @stock = "{kind: bar, outline: hollow, height: #{height}, width: #{width}, thickness: #{thickness}, corner_radius: 0, length: #{length}}"
    step(op: 'add', kind: 'box', low: [0, 0, 0], high: [length, height, width])
    step(op: 'cut', kind: 'box', low: [-1, thickness, thickness], high: [length + 1, height - thickness, width - thickness])
    rand(2..5).times { hollow_cut(height, width, thickness, length) }
  end

  def hollow_cut(height, width, thickness, length)
    x = rand(0..length)
    diameter = rand(6..30)
    both = rand(2) == 1
    through = both ? ', through: part' : ''
    if rand(2).zero?
      y = rand(0..height)
      feature("kind: hole, face: front, diameter: #{diameter}#{through}, #{anchors(x, y)}")
      step(op: 'cut', kind: 'cone', from: [x, y, both ? -1 : width - thickness - 0.01], to: [x, y, width + 0.01], radii: [diameter / 2.0] * 2)
    else
      z = rand(0..width)
      feature("kind: hole, face: top, diameter: #{diameter}#{through}, #{anchors(x, z, vertical: 'top')}")
      step(op: 'cut', kind: 'cone', from: [x, both ? -1 : height - thickness - 0.01, z], to: [x, height + 0.01, z], radii: [diameter / 2.0] * 2)
    end
  end

  # Steps, a taper, a bore, cross holes, and a hole in the end.
  def turned
    one = rand(20..60)
    two = rand(30..80)
    taper = rand(15..40)
    lengths = [rand(20..60), rand(20..60), rand(10..30)]
    ends = [0, lengths[0], lengths[0] + lengths[1], lengths.sum]
    bore = rand(4..12)
    depth = rand(20..lengths.sum)
    @stock = "{kind: turned, steps: [{length: #{lengths[0]}, diameter: #{one}}, {length: #{lengths[1]}, diameter: #{two}}, " \
             "{length: #{lengths[2]}, diameter: #{two}, end_diameter: #{taper}}], bores: [{from: left, diameter: #{bore}, depth: #{depth}}]}"
    step(op: 'add', kind: 'cone', from: [0, 0, 0], to: [ends[1], 0, 0], radii: [one / 2.0] * 2)
    step(op: 'add', kind: 'cone', from: [ends[1], 0, 0], to: [ends[2], 0, 0], radii: [two / 2.0] * 2)
    step(op: 'add', kind: 'cone', from: [ends[2], 0, 0], to: [ends[3], 0, 0], radii: [two / 2.0, taper / 2.0])
    step(op: 'cut', kind: 'cone', from: [-1, 0, 0], to: [depth, 0, 0], radii: [bore / 2.0] * 2)
    rand(1..2).times { cross_hole(ends) }
    feature("kind: hole, face: right, diameter: 5, depth: 12, #{anchors(6, 2, horizontal: 'centre', vertical: 'centre')}")
    # From the right, across runs towards the back: away from the eye.
    step(op: 'cut', kind: 'cone', from: [ends[3] - 12, 2, -6], to: [ends[3] + 0.01, 2, -6], radii: [2.5, 2.5])
  end

  def cross_hole(ends)
    x = rand(3..(ends[3] - 3))
    off = rand(-6..6)
    diameter = rand(3..10)
    feature("kind: hole, face: side, diameter: #{diameter}, through: part, #{anchors(x, off, vertical: 'centre')}")
    step(op: 'cut', kind: 'cone', from: [x, -60, -off], to: [x, 60, -off], radii: [diameter / 2.0] * 2)
  end

  # A sheet with an upward and a downward flange, and holes near the bends and in the flanges.
  def channel
    width = rand(120..300)
    height = rand(60..120)
    gauge = rand(1..3)
    radius = rand(1..4)
    flange = rand(20..40)
    @stock = "{kind: folded_sheet, width: #{width}, height: #{height}, thickness: #{gauge}, bend_radius: #{radius}}"
    feature("kind: bend, edge: top, length: #{flange}")
    feature("kind: bend, edge: bottom, length: #{flange + 3}, direction: back")
    back = gauge + radius
    step(op: 'add', kind: 'box', low: [0, back, 0], high: [width, height - back, gauge])
    quarter(width, height - back, back, radius, 1)
    step(op: 'add', kind: 'box', low: [0, height - gauge, back], high: [width, height, flange])
    quarter(width, back, -radius, radius, -1)
    step(op: 'add', kind: 'box', low: [0, 0, gauge - flange - 3], high: [width, gauge, -radius])
    rand(1..3).times { web_hole(width, height, gauge, back) }
    flange_hole(width, height, gauge, flange)
  end

  # A quarter of a tube along x about y and a depth: outwards up and back, or down and to the front.
  def quarter(width, y, depth, radius, way)
    outer = radius + @stock[/thickness: (\d+)/, 1].to_i
    points = (0..180).map { |at| at * Math::PI / 360 }.map { |angle| [Math.sin(angle), -Math.cos(angle)] }
    ring = points.map { |up, out| [y + (way * up * outer), depth + (way * out * outer)] } + points.reverse.map { |up, out| [y + (way * up * radius), depth + (way * out * radius)] }
    step(op: 'add', kind: 'prism', axis: 'x', low: 0, high: width, points: ring)
  end

  def web_hole(width, height, gauge, _back)
    x = rand(0..width)
    y = rand(30..(height - 30))
    diameter = rand(4..20)
    feature("kind: hole, diameter: #{diameter}, #{anchors(x, y)}")
    step(op: 'cut', kind: 'cone', from: [x, y, -0.01], to: [x, y, gauge + 0.01], radii: [diameter / 2.0] * 2)
  end

  def flange_hole(width, height, gauge, flange)
    x = rand(0..width)
    z = flange - 6
    feature("kind: hole, face: f0, diameter: 6, #{anchors(x, z)}")
    step(op: 'cut', kind: 'cone', from: [x, height - gauge - 0.01, z], to: [x, height + 0.01, z], radii: [3, 3])
  end
end
