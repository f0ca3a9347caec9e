# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'
require 'nokogiri'

# Views, sections, flat patterns and meshes: what is drawn, against the solid it is drawn from.
class DrawingTest < CoreCase
  BODY = <<~YAML
    parameters:
      - {name: wide, kind: number, unit: mm, default: 200 mm}
      - {name: margin, kind: number, unit: mm, default: 30 mm}
    parts:
      - name: plate
        stock: {kind: plate, width: wide, height: 100, thickness: 12}
        features:
          - {name: row, kind: hole, diameter: 8, horizontal: {from: left, offset: margin}, vertical: {from: top, offset: 20}, pattern: {count: 4, pitch: 40}}
          - {name: blind, kind: hole, diameter: 10, depth: 5, face: back, horizontal: {from: right, offset: 25}, vertical: {from: bottom, offset: 15}}
          - {name: boss, kind: boss, diameter: 24, rise: 9, tier: working}
          - {name: ghost, kind: hole, diameter: 6, horizontal: {from: left, offset: 12}, shown_when: 'no'}
          - {name: fine, kind: hole, diameter: 3, horizontal: {from: left, offset: 60}, tier: full}
  YAML

  def result = @result ||= Result.new(plan(BODY))
  def svg(view = 'front', **options) = read(result.view(view, **options))

  # A picture is well-formed XML.
  def read(svg) = Nokogiri::XML(svg, &:strict).remove_namespaces!
  def texts(document) = document.xpath('//text').map(&:text)
  def features(document) = document.xpath('//*[@data-feature]').map { |group| group['data-feature'] }

  # Volume enclosed by the triangles of a mesh, by the divergence theorem: closed, and turned outwards throughout.
  def test_meshes_enclose_the_volume_of_their_solid
    (ENV['LATTICE_LONG'] ? 18 : 5).times do |seed|
      solid = Result.new(plan(RandomSolid.new(seed + 60).yaml)).model.solids.first
      triangles = Geometry::Mesh.new(solid).groups.flat_map { |group| group['positions'].each_slice(9).to_a }
      volume = triangles.sum { |ax, ay, az, bx, by, bz, cx, cy, cz| (ax * ((by * cz) - (bz * cy))) + (ay * ((bz * cx) - (bx * cz))) + (az * ((bx * cy) - (by * cx))) } / 6

      # Round surfaces have 40 chords to a turn, whose area is 0.4 % smaller.
      assert_in_epsilon solid.volume, volume, 0.012, "seed #{seed + 60}"
    end
  end

  # Dimensions read as numbers, as names, as typed; drawn from the edge that they are measured from.
  def test_dimensions
    assert_includes texts(svg), '30'
    assert_includes texts(svg), '3 × 40'
    assert_includes texts(svg(texts: :name)), 'margin'
    assert_includes texts(svg(texts: :name)), 'wide'
    assert_includes texts(svg(texts: :name)), '20'
    assert_includes texts(svg(texts: :formula)), 'margin'
    assert_empty texts(svg(dimensions: false)).grep(/30|margin/)
    from_left = svg.at_xpath('//*[@data-dimensions-of="row"]/line')['x1'].to_f
    whole = svg.at_xpath('//*[@data-dimensions-of="overall"]/line')['x1'].to_f

    assert_in_delta whole, from_left, 0.01
  end

  # A view is data: faces and openings are outlines in mm of the model, by roles; strokes come from the writer alone.
  def test_a_view_is_data
    view = Drawing::ModelView.new(result.model.bodies, result.outcome).view
    marks = view.marks.flat_map { |mark| inside(mark) }
    face = marks.find { |mark| mark.is_a?(Drawing::Canvas::Shape) && mark.role == :face && mark.loops.first.box.width > 150 }
    assert_equal([200.0, 100.0], face.loops.first.box.then { |box| [box.width, box.height] })
    row = view.marks.find { |mark| mark.is_a?(Drawing::Canvas::Group) && mark.about[:data_feature] == 'row' }
    assert_equal([[:feature, [4.0] * 4]], row.marks.grep(Drawing::Canvas::Shape).reject { |mark| mark.role == :centre }
                                             .map { |mark| [mark.role, mark.loops.map { |loop| loop.circle.last }] })
    plain = view.dup.tap { |own| own.strokes = Drawing::Strokes::BY_ROLE.transform_values { {} } }

    assert_empty read(plain.to_svg).xpath('//*[@stroke-width]')
  end

  def inside(mark) = mark.is_a?(Drawing::Canvas::Group) ? mark.marks.flat_map { |own| inside(own) } : [mark]

  # Hidden features are not drawn, nor those above the tier; they count all the same.
  def test_what_is_drawn
    assert_equal %w[blind boss fine row], features(svg).sort
    assert_equal %w[blind row], features(svg(tier: 'symbol')).sort
    assert_equal %w[blind boss row], features(svg(tier: 'working')).sort
    early = Result.new(plan(BODY), build_to: ['plate', 10])
    assert_equal %w[row], features(read(early.view('front')))
    assert_equal 1, read(early.view('front')).xpath('//*[@class="later"]').size, 'what comes later is faint'
    assert_empty svg.xpath('//*[@class="later"]')
    assert_equal 8, result.facts['instances']
    Drawing::Views::FRAMES.each_key { |view| assert_equal 'svg', svg(view).root.name, view }
  end

  # A blind hole in the back is hidden in front and in plain view from behind.
  def test_hidden_edges_are_dashed
    dashes = ->(view) { svg(view).at_xpath('//*[@data-feature="blind"]/path')['stroke-dasharray'] }

    assert_equal '3 2', dashes.call('front')
    assert_nil dashes.call('back')
    assert svg('top').at_xpath('//*[@class="hidden-edge"]')
    assert_nil svg('top', hidden: false).at_xpath('//*[@class="hidden-edge"]')
  end

  # The hatched area of a section is the area of the solid there: cut through the middle, boss included.
  # A rod of 2 m by 40 mm with holes along it: its ends are drawn several times as large, the length is told as it is, and
  # what lies in the middle is not drawn over its ends. Lying and standing.
  def test_the_middle_of_a_slender_part_is_left_out
    [%w[2000 40 horizontal left], %w[40 2000 vertical bottom]].each do |width, height, along, from|
      rod = Result.new(plan(<<~YAML))
        parts:
          - name: rod
            stock: {kind: plate, width: #{width}, height: #{height}, thickness: 5}
            features:
              - {name: row, kind: hole, diameter: 10, #{along}: {from: #{from}, offset: 25}, pattern: {along: #{along}, count: 40, pitch: 50}}
      YAML
      whole, broken = [false, true].map { |cut| read(rod.view('front', width: 800.0, height: 800.0, broken: cut)) }
      scales = [whole, broken].map { |picture| picture.root['data-scale'].to_f }
      assert_operator scales.last, :>, 4 * scales.first
      assert_equal texts(whole), texts(broken)
      axis, low, till, pixels = broken.root['data-gap'].split
      assert_equal [along == 'horizontal' ? 'x' : 'y', 80.0, 1920.0, 16.0], [axis, low.to_f, till.to_f, pixels.to_f]
      assert_equal 2, broken.css('.break-line').size
      assert_within broken, axis == 'x' ? 0 : 1
    end
    assert_equal([nil, 'no'], svg(broken: true).root.then { |root| [root['data-gap'], root['data-slender']] })
  end

  # Nothing that is drawn of the holes lies beyond the rod, and the hole at each end is whole.
  def assert_within(picture, at)
    points = picture.at_css('[data-feature=row] path')['d'].scan(/(-?[\d.]+) (-?[\d.]+)(?=[ALMZ]|$)/).map { |pair| pair[at].to_f }
    face = picture.at_css('.face')['d'].scan(/(-?[\d.]+) (-?[\d.]+)(?=[ALMZ]|$)/).map { |pair| pair[at].to_f }
    assert_operator points.min, :>, face.min
    assert_operator points.max, :<, face.max
  end

  def test_a_section_shows_the_area_of_the_solid_there
    solid = result.model.solids.first
    opened = solid.cut_before(Geometry::Frame.at([100.0, 0.0, 0.0], Drawing::Views::RIGHT.u, Drawing::Views::RIGHT.v)).surface
    area = opened.select { |face| face.owner == Geometry::Solid::SECTION }.sum(&:area)

    assert_in_delta (100 * 12) + (24 * 9), area, 0.6
    assert_includes result.view('section'), 'url(#hatch)'
    assert_nil result.view('flat')
  end

  # The flat pattern has the area of the solid's middle surface: volume by gauge, but for the bends.
  def test_a_flat_pattern_shows_every_hole
    channel = Result.new(Plan.of(side_frame), pick(rows: { 'size' => 'SF-1000' }))
    document = read(channel.view('flat'))

    assert_equal channel.model.solids.first.features.select { |feature| feature.shown? && feature.loops.any? }.map(&:name).sort, features(document).sort
    assert_includes texts(document), '1000'
    flat = 100 + (2 * 35) + (2 * Geometry::FlatPattern.compensation(3.0, 2.0, 90.0))

    assert_includes texts(document), Units::Format.number(flat.round(2))
  end

  # Texts of people are escaped, also in pictures.
  def test_texts_are_escaped
    found = Result.new(plan("parts:\n  - name: p\n    stock: {kind: plate, width: 90, height: 60, thickness: 3}\n    features:\n      " \
                            "- {name: e, label: '<b>&', kind: engraving, text: '<script>\"&', letter_height: 6}\n")).front_view(interactive: true)

    assert_includes texts(read(found)), '<script>"&'
    refute_includes found, '<script>'
  end
end
