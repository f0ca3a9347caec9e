# frozen_string_literal: true

require_relative '../support/core'
require 'open3'

# Outlines that come in as DXF: written by ezdxf (Debian python3-ezdxf), areas by closed formula; and those that we write ourselves.
class OutlineReaderTest < CoreCase
  def written(*entities, **about)
    text, status = Open3.capture2('/usr/bin/python3', File.join(ROOT, 'test/support/write_dxf.py'), stdin_data: JSON.generate({ entities: entities, **about }))
    assert_predicate status, :success?
    text.b
  end

  def read(*entities, **about) = Exchange::OutlineReader.read(written(*entities, **about))
  def areas(*entities, **about) = read(*entities, **about).loops.map(&:area)

  # A slot of lines and arcs, drawn in any order and either way; circles; polylines old and new with bulges; in inches.
  def test_what_is_drawn
    slot = [['line', [0, 0], [30, 0]], ['arc', [30, 5], 5, 270, 90], ['line', [0, 10], [30, 10]], ['arc', [0, 5], 5, 90, 270]]
    slot.permutation.first(6).each { |entities| assert_in_delta 300 + (25 * Math::PI), areas(*entities).first, 1e-9 }
    round = [[0, 0, 0], [40, 0, 1], [40, 20, 0], [0, 20, 0]]
    half = 50 * Math::PI
    assert_in_delta 800 + half, areas(['polyline', round]).first, 1e-9
    assert_in_delta 800 + half, areas(['old_polyline', round], version: 'R12').first, 1e-9
    assert_equal([25 * Math::PI, 4 * Math::PI].map { |area| area.round(9) }, areas(['circle', [1, 1], 2], ['circle', [20, 1], 5], %w[text NOTE]).map { |area| area.round(9) })
    assert_in_delta Math::PI * (25.4**2), areas(['circle', [0, 0], 1], units: 1).first, 1e-6
    assert_equal 1, read(['circle', [1, 1], 2], %w[text NOTE]).passed_over
    # Twice the same line is one; ends that are a hundredth off are joined.
    square = [['line', [0, 0], [9, 0]], ['line', [9, 0], [9.004, 9]], ['line', [9, 9], [0, 9]], ['line', [0, 9], [0, 0]], ['line', [9, 0], [0, 0]]]
    assert_in_delta 81, areas(*square).first, 0.05
  end

  def test_what_is_refused
    { [['spline', [[0, 0], [5, 5], [9, 0]]]] => /a spline near/, [['ellipse', [0, 0], [9, 0], 0.5]] => /an ellipse near 0, 0/, [['line', [0, 0], [5, 0]], ['line', [5, 0], [5, 7]]] => /open: nothing goes on at/,
      [['polyline', [[0, 0, 0], [9, 9, 0], [9, 0, 0], [0, 9, 0]]]] => /crosses itself/, [%w[text NOTE]] => /no outline/ }.each do |entities, words|
      assert_match words, refused(VastLattice::Error) { read(*entities) }.message
    end
    ["AutoCAD Binary DXF\r\n\x1A\0".b, 'nothing'.b, ''.b, "0\nSECTION\nx\ny\n".b, ('9' * 5_000_000).b].each do |bytes|
      assert_match(/no DXF in text|larger than/, refused(VastLattice::Error) { Exchange::OutlineReader.read(bytes) }.message)
    end
  end

  # Every flat part of the demo that we write comes in again as it was, as a plate with what is cut out of it.
  def test_our_own_outlines_come_in_again
    ['End stop', 'Support leg'].each do |name|
      body = demo_plans.fetch(name).then { |plan| Result.new(plan) }.model.bodies.find { |own| own.blank.thickness }
      loops = Exchange::OutlineReader.read(Exchange::OutlineFile.new([body.solid]).write.b).loops
      edits = Exchange::OutlineEdits.new(loops).plate('again', "#{body.blank.thickness} mm")
      family = edits.reduce(Family.new(name: 'Again')) { |own, edit| Family::Edits.apply(own, edit) }
      result = Result.new(Plan.of(family))
      assert_empty result.findings
      assert_in_epsilon body.volume, result.model.volume, 1e-6
      assert_in_delta body.surface_area, result.model.surface_area, 0.5
    end
  end

  # A plate with rounded corners that follows two parameters: it is as wide and as high as they say, and keeps the radius of its corners;
  # what is cut out of it stays at its share.
  def test_a_plate_that_grows
    corners = [[5, 0, 0], [95, 0, Math.tan(Math::PI / 8)], [100, 5, 0], [100, 45, Math.tan(Math::PI / 8)], [95, 50, 0], [5, 50, Math.tan(Math::PI / 8)], [0, 45, 0], [0, 5, Math.tan(Math::PI / 8)]]
    loops = read(['polyline', corners], ['circle', [25, 25], 4]).loops
    edits = Exchange::OutlineEdits.new(loops, width: 'wide', height: '2 * wide').plate('gusset', '5 mm')
    grown = edits.reduce(family("parameters:\n  - {name: wide, kind: number, unit: mm, default: 100 mm}\nparts: []\n")) { |own, edit| Family::Edits.apply(own, edit) }
    [100, 60, 240].each do |wide|
      result = Result.new(Plan.of(grown), pick(answers: { 'wide' => "#{wide} mm" }))
      assert_empty result.findings
      assert_in_delta (2 * wide * wide) - ((4 - Math::PI) * 25) - (16 * Math::PI), result.model.volume / 5, 1e-4
      assert_equal [[wide.to_f / 4, wide.to_f]], result.model.solids.first.features.first.centres
    end
    # An outline that is round elsewhere grows in no one direction alone.
    round = read(['polyline', [[0, 0, 0], [40, 0, 1], [40, 20, 0], [0, 20, 0]]]).loops
    assert_match(/cannot grow/, refused(VastLattice::Error) { Exchange::OutlineEdits.new(round, width: 'wide').plate('p', '5 mm') }.message)
  end

  # Openings of any outline: as drawn, or as large as is said; what cannot be made says why.
  def test_cut_outs_of_any_shape
    loops = read(['polyline', [[0, 0, 0], [40, 0, 1], [40, 20, 0], [0, 20, 0]]], ['circle', [70, 10], 5]).loops
    base = family("parts: [{name: plate, stock: {kind: plate, width: 200, height: 100, thickness: 10}}]\n")
    made = Exchange::OutlineEdits.new(loops).cut_outs('plate').reduce(base) { |own, edit| Family::Edits.apply(own, edit) }
    whole = Result.new(Plan.of(made))
    assert_in_delta 200_000 - (10 * (800 + (50 * Math::PI))) - (250 * Math::PI), whole.model.volume, 1e-3
    cut = made.parts.first.features.first
    { { 'width' => '60 mm' } => 1.44, { 'height' => '10 mm' } => 0.25 }.each do |sizes, share|
      sized = sizes.reduce(made) { |own, (field, text)| Family::Edits.apply(own, 'do' => 'set_feature', 'feature' => cut.name, 'field' => field, 'text' => text) }
      assert_in_delta 200_000 - (10 * share * (800 + (50 * Math::PI))) - (250 * Math::PI), Result.new(Plan.of(sized)).model.volume, 1e-2
    end
    { ['outline', '0 0; 9 0'] => /three points/, ['outline', '0 0; 9 x; 5 5'] => /"9 x" is no point of an outline \(no. 2\)/, ['outline', '0 0; 9 9; 9 0; 0 9'] => /crosses itself/ }.each do |(field, text), words|
      wrong = Family::Edits.apply(made, 'do' => 'set_feature', 'feature' => cut.name, 'field' => field, 'text' => text)
      assert_match words, Result.new(Plan.of(wrong)).findings.join
    end
  end
end
