# frozen_string_literal: true

require_relative '../support/core'

# Where features come to lie: patterns, positions, faces, what sits on what; stock of points; measuring; moving positions
# from edge to edge.
class FeaturesTest < CoreCase
  def result(stock, *features, extra: '', rows: {}, answers: {})
    list = features.empty? ? ' []' : "\n#{features.map { |line| "      - {#{line}}\n" }.join}"
    Result.new(plan("#{extra}parts:\n  - name: piece\n    stock: {#{stock}}\n    features:#{list}"), pick(rows: rows, answers: answers))
  end

  PLATE = 'kind: plate, width: 300, height: 100, thickness: 10'

  def centres(found, name) = found.model.feature(name).centres.map { |centre| centre.map { |part| part.round(6) } }

  def test_patterns_lay_out_their_instances
    found = result(PLATE, 'name: fitted, kind: hole, diameter: 4, vertical: {from: bottom, offset: 10}, pattern: {kind: fitted, pitch: 100, margin: 20}',
                   'name: grid, kind: hole, diameter: 4, horizontal: {from: right, offset: 20}, vertical: {from: top, offset: 20}, pattern: {kind: grid, count: 3, pitch: 15, rows: 2, row_pitch: 12}',
                   'name: circle, kind: hole, diameter: 4, pattern: {kind: circular, count: 4, diameter: 40}',
                   'name: half, kind: hole, diameter: 2, pattern: {kind: circular, count: 3, diameter: 20, sweep: 180 deg}',
                   'name: mirror, kind: hole, diameter: 4, horizontal: {from: left, offset: 50}, vertical: {from: bottom, offset: 30}, pattern: {kind: mirrored, both: "yes"}',
                   'name: skipped, kind: hole, diameter: "index * 1 mm", horizontal: {from: left, offset: 10}, vertical: {from: top, offset: 10}, pattern: {count: 5, pitch: 20, skip_when: index = 3}')

    assert_equal [[20, 10], [106.666667, 10], [193.333333, 10], [280, 10]], centres(found, 'fitted')
    assert_equal [[280, 80], [265, 80], [250, 80], [280, 68], [265, 68], [250, 68]], centres(found, 'grid')
    assert_equal [[170, 50], [150, 70], [130, 50], [150, 30]], centres(found, 'circle')
    assert_equal [[160, 50], [150, 60], [140, 50]], centres(found, 'half')
    assert_equal [[50, 30], [250, 30], [50, 70], [250, 70]], centres(found, 'mirror')
    assert_equal [[10, 90], [30, 90], [70, 90], [90, 90]], centres(found, 'skipped')
    assert_equal([1.0, 2.0, 4.0, 5.0], found.model.feature('skipped').loops.map { |loop| (loop.circle[2] * 2).round(9) })
  end

  # Positions from another feature follow it; on a boss without a place, in the middle of each instance; on the back, left
  # is still the part's left.
  def test_positions_from_features_and_on_them
    found = result(PLATE, 'name: base, kind: boss, diameter: 30, rise: 5, horizontal: {from: left, offset: 40}, pattern: {count: 2, pitch: 100}',
                   'name: beside, kind: hole, diameter: 4, horizontal: {from: base, offset: 25}, vertical: {from: base, offset: -10}',
                   'name: inside, kind: hole, diameter: 6, on: base', 'name: behind, kind: hole, diameter: 4, depth: 3, face: back, horizontal: {from: left, offset: 15}')

    assert_equal [[65, 40]], centres(found, 'beside')
    assert_equal [[40, 50], [140, 50]], centres(found, 'inside')
    assert_in_delta 15, found.model.feature('behind').points.first[0], 1e-9
    assert_in_delta 300_000 + (2 * Math::PI * 225 * 5) - (2 * Math::PI * 9 * 15) - (Math::PI * 4 * 10) - (Math::PI * 4 * 3), found.facts['volume'], 1e-3
    suppressed = Result.new(found.plan, pick(overrides: { 'base.built' => 'suppressed' }))

    assert_equal(%i[suppressed suppressed shown], %w[base inside behind].map { |name| suppressed.outcome.state(name) })
    assert_match(/sits on base, which is suppressed/, suppressed.outcome.because('inside.built').sentence)
  end

  # Outlines of lines and arcs, by hand: a quarter circle cut out of a rectangle's corner; named corners; a mitred bar.
  def test_stock_by_hand
    points = 'kind: plate, outline: points, thickness: 2, points: [{x: 0, y: 0, name: low}, {x: 60, y: 0}, {x: 60, y: 20, arc: -20}, {x: 40, y: 40}, {x: 0, y: 40, radius: 5}]'
    area = (60 * 40) - (Math::PI * 100) - ((4 - Math::PI) / 4 * 25) - (9.0 / 2)

    assert_in_delta area * 2, result(points, 'name: c, kind: corner, corners: low, form: chamfer, size: 3').facts['volume'], 1e-6
    mitred = result('kind: bar, outline: rectangular, height: 40, width: 20, length: 300, left_mitre: 45 deg, right_mitre: -30 deg')

    assert_in_delta 20 * ((40 * 300) - (40 * 40 / 2) - (40 * 40 * Math.tan(Math::PI / 6) / 2)), mitred.facts['volume'], 0.2
    angle = result('kind: bar, outline: angle, height: 50, width: 40, thickness: 5, root_radius: 6, length: 100').facts['volume']

    assert_in_delta 100 * ((50 * 5) + (35 * 5) + ((1 - (Math::PI / 4)) * 36)), angle, 1e-6
  end

  # Changing the edge keeps the place for every size, by formula where there is one.
  def test_another_edge_keeps_the_place
    extra = "parameters:\n  - {name: long, kind: number, unit: mm, default: 300 mm}\n"
    stock = 'kind: plate, width: long, height: 100, thickness: 10'
    [%w[horizontal left 40], %w[horizontal right 30], %w[horizontal centre 12], %w[vertical bottom 20], %w[vertical centre 0]].each do |axis, from, offset|
      feature = "name: a, kind: hole, diameter: 4, #{axis}: {from: #{from}, offset: #{offset}}"
      (axis == 'horizontal' ? %w[left right centre] : %w[bottom top centre]).each do |edge|
        before = result(stock, feature, extra: extra)
        moved = Geometry::Reanchoring.offset(before.model, 'a', axis, edge)
        after = Result.new(plan("#{extra}parts:\n  - name: piece\n    stock: {#{stock}}\n    features: [{name: a, kind: hole, diameter: 4, #{axis}: {from: #{edge}, offset: #{moved}}}]\n"))

        assert_equal centres(before, 'a'), centres(after, 'a'), "#{from} to #{edge}: #{moved}"
      end
    end

    assert_equal 'long - 40 mm', Geometry::Reanchoring.offset(result(stock, 'name: a, kind: hole, diameter: 4, horizontal: {from: left, offset: 40}', extra: extra).model, 'a', 'horizontal', 'right')
  end

  # Measured along the axes and true: centres, edges, faces.
  def test_measuring
    found = result(PLATE, 'name: a, kind: hole, diameter: 4, horizontal: {from: left, offset: 30}, vertical: {from: bottom, offset: 40}',
                   'name: b, kind: hole, diameter: 4, face: top, depth: 8, horizontal: {from: left, offset: 70}')
    measuring = Geometry::Measuring.new(found.model.solids)
    between = ->(one, other) { measuring.between(one, other).to_tree.slice('x', 'y', 'z', 'true').values.map { |part| part.abs.round(4) } }

    assert_equal [40, 60, 5, Math.sqrt(1600 + 3600 + 25).round(4)], between.call('centre:a:1', 'centre:b:1')
    assert_equal [30, 0, 0, 30], between.call('centre:a:1', 'edge:piece:front:left')
    assert_equal [0, 0, 10, 10], between.call('face:piece:back', 'face:piece:front')
    assert_equal [0, 100, 0, 100], between.call('edge:piece:front:top', 'edge:piece:front:bottom')
    assert_match(/nothing "centre:c:1"/, refused(VastLattice::Error) { measuring.between('centre:a:1', 'centre:c:1') }.message)
  end

  # What cannot be is told with what to do; the rest is built all the same.
  def test_shapes_that_cannot_be_are_told
    sheet = 'kind: folded_sheet, width: 200, height: 80, thickness: 2, bend_radius: 3'
    { [sheet, 'name: f, kind: bend, edge: top, length: 4'] => /shorter than its bend, which takes 5 mm/,
      [sheet, 'name: f, kind: bend, edge: top, length: 30, angle: 170 deg'] => /by 170 degrees cannot be made/,
      [sheet, 'name: f, kind: bend, edge: top, length: 30, start_margin: 150, end_margin: 60'] => /leave no edge to bend/,
      [sheet, 'name: f, kind: hole, diameter: 3, face: nowhere'] => /no face "nowhere"/,
      ['kind: turned, steps: [{length: 30, diameter: 20}], bores: [{from: left, diameter: 8}]', 'name: f, kind: groove, width: 3, diameter: 7'] => /no wall around the bore/,
      ['kind: turned, steps: [{length: 30, diameter: 20}]', 'name: f, kind: shoulder, end: left, length: 40, diameter: 10'] => /runs off the end/,
      [PLATE, 'name: f, kind: corner, corners: middle_left, size: 4'] => /no corner "middle_left"/,
      [sheet, 'name: f, kind: corner, corners: middle, size: 4'] => /no corner "middle"/,
      ['kind: plate, outline: round, diameter: 50, thickness: 3', 'name: f, kind: corner, size: 4'] => /has no corners/,
      [PLATE, 'name: f, kind: counterbored_hole, diameter: 8, head_diameter: 6, head_depth: 3'] => /cannot have these dimensions/,
      ['kind: bar, outline: hollow, height: 20, width: 20, thickness: 12, length: 90', 'name: f, kind: hole, diameter: 3'] => /does not fit into it/,
      ['kind: plate, outline: points, thickness: 2, points: [{x: 0, y: 0}, {x: 50, y: 50}, {x: 50, y: 0}, {x: 0, y: 50}]', 'name: f, kind: hole, diameter: 3'] => /crosses itself/ }
      .each do |(stock, feature), message|
      errors = result(stock, feature).findings.select(&:error?)

      assert_equal 1, errors.size, errors.join("\n")
      assert_match message, errors.first.message
      refute_empty errors.first.remedy
    end
    wrong = plan("parts:\n  - name: p\n    stock: {#{PLATE}}\n    features:\n      - {name: f, kind: bend, edge: top, length: 9}\n      - {name: g, kind: hole, diameter: 3, horizontal: {from: h, offset: 1}}\n").errors

    assert_equal %i[unknown_name wrong_stock], wrong.map(&:code).sort
  end

  # Floors, walls to edges and to neighbours below the least wall, with their numbers; flanges that collide.
  # A slip of the pitch that makes hundreds of holes run into each other is told, not worked out for minutes.
  def test_too_many_that_run_into_each_other
    told = ->(count) { result('kind: plate, width: 2000, height: 60, thickness: 3', "name: a, kind: hole, diameter: 9, pattern: {count: #{count}, pitch: 4}") }
    few = told.call(40)

    refute_includes few.findings.map(&:code), :too_tangled
    # 40 circles in a row, each less what it shares with the one before: 2 r2 acos(d / 2r) - d / 2 sqrt(4 r2 - d2).
    shared = (2 * 20.25 * Math.acos(4 / 9.0)) - (2 * Math.sqrt(81 - 16))
    assert_in_delta (2000 * 60 * 3) - (3 * ((40 * Math::PI * 20.25) - (39 * shared))), few.facts['volume'], 1
    many = told.call(400).findings.find { |finding| finding.code == :too_tangled }
    assert_equal ['part piece, feature a', '400 cuts and bosses around a run into each other.'], [many.place.to_s, many.message]
  end

  def test_thin_walls_and_colliding_flanges
    body = "parts:\n  - name: p\n    least_wall: 3 mm\n    stock: {#{PLATE}}\n    features:\n      " \
           "- {name: a, kind: pocket, width: 40, height: 20, depth: 8}\n      " \
           "- {name: b, kind: hole, diameter: 10, horizontal: {from: left, offset: 7.5}, vertical: {from: top, offset: 30}}\n      " \
           "- {name: c, kind: hole, diameter: 10, horizontal: {from: right, offset: 40}, pattern: {along: vertical, count: 2, pitch: 12}}\n"
    found = Result.new(plan(body)).findings.map { |finding| [finding.code, finding.place.path[3], finding.message[/\d+\.?\d* mm/]] }

    assert_equal [[:thin_wall, 'a', '2 mm'], [:thin_wall, 'b', '2.5 mm'], [:thin_wall, 'c', '2 mm']], found.sort
    channel = result('kind: folded_sheet, width: 200, height: 40, thickness: 2, bend_radius: 2', 'name: up, kind: bend, edge: top, length: 30',
                     'name: lip, kind: bend, face: up, edge: top, length: 39', 'name: down, kind: bend, edge: bottom, length: 32').findings

    assert_equal([[:flange_overlap, 'lip runs into down.']], channel.map { |finding| [finding.code, finding.message] })
  end

  # A chamfer along an edge that is not there takes nothing away, and says so; on a square bar it does its work.
  def test_an_edge_chamfer_needs_an_edge
    chamfer = 'name: c, kind: edge_chamfer, edge: top, size: 2'
    square = 'kind: bar, outline: rectangular, height: 30, width: 20, length: 100'

    assert_equal [:touches_nothing], result('kind: bar, outline: round, diameter: 30, length: 100', chamfer).findings.map(&:code)
    assert_empty result(square, chamfer).findings
    assert_in_delta (600 - 2) * 100, result(square, chamfer).facts['volume'], 1e-6
  end

  # Recipes: order, many at once, drop with what speaks of it, renames through faces and positions.
  def test_edits_of_recipes
    family = side_frame
    moved = Family::Edits.apply(family, 'do' => 'move_feature', 'feature' => 'tie_holes', 'before' => 'windows')

    assert_operator moved.features.map(&:name).index('tie_holes'), :<, moved.features.map(&:name).index('windows')
    assert_match(/needs Lower flange, which would come after it/, refused(VastLattice::Error) { Family::Edits.apply(family, 'do' => 'move_feature', 'feature' => 'lower_flange', 'before' => nil) }.message)
    many = Family::Edits.apply(family, 'do' => 'set_features', 'features' => %w[windows tie_holes], 'field' => 'by_hand', 'text' => 'suppressed')

    assert_equal(%i[suppressed suppressed], %w[windows tie_holes].map { |name| Plan.of(many).outcome.state(name) })
    dropped = Family::Edits.apply(family, 'do' => 'remove_features', 'features' => %w[windows tie_holes nameplate_lying])

    assert_empty Plan.of(dropped).errors
    assert_nil(dropped.tables.first.columns.find { |column| column.target.start_with?('tie_holes') })
    assert_empty dropped.alternatives
    renamed = Family::Edits.apply(family, 'do' => 'rename_feature', 'name' => 'lower_flange', 'to' => 'foot_flange')

    assert_equal 'foot_flange', renamed.feature('left_leg_slot').face
    assert_empty Plan.of(renamed).errors
    assert_in_delta Result.new(Plan.of(family)).facts['mass'], Result.new(Plan.of(renamed)).facts['mass'], 1e-12
  end

  # A point in the front view means a place on the face one looks onto.
  def test_pointing_in_a_view
    model = result(PLATE).model

    assert_equal({ 'face' => 'front', 'horizontal' => { 'from' => 'left', 'offset' => '31 mm' }, 'vertical' => { 'from' => 'top', 'offset' => '12 mm' } },
                 Drawing::Spotting.new(model, 'front').at('piece', '', 30.8, 87.9))
    assert_equal({ 'from' => 'right', 'offset' => '40 mm' }, Drawing::Spotting.new(model, 'top').at('piece', '', 260.0, -4.0)['horizontal'])
    assert_equal 'top', Drawing::Spotting.new(model, 'top').at('piece', '', 260.0, -4.0)['face']
  end
end
