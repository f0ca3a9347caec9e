# frozen_string_literal: true

require_relative '../support/core'

# What families made of families are used for, each case by itself and with its reasons: the meaning is rules 12 to 17 of the design.
class CompositionTest < CoreCase
  FOOT = { 'name' => 'Foot',
           'parameters' => [{ 'name' => 'size', 'kind' => 'number', 'unit' => 'mm', 'default' => '40 mm' },
                            { 'name' => 'pad', 'kind' => 'number', 'unit' => 'mm', 'default' => 'size / 2' }],
           'parts' => [{ 'name' => 'disc', 'stock' => { 'kind' => 'plate', 'width' => 'size', 'height' => 'size', 'thickness' => '5 mm' } }] }.freeze
  LEG = { 'name' => 'Leg',
          'parameters' => [{ 'name' => 'height', 'kind' => 'number', 'unit' => 'mm', 'default' => '600 mm' },
                           { 'name' => 'load', 'kind' => 'number', 'unit' => 'kg', 'default' => '50 kg' }],
          'parts' => [{ 'name' => 'post', 'stock' => { 'kind' => 'plate', 'width' => 'height', 'height' => '40 mm', 'thickness' => '3 mm' } },
                      { 'name' => 'brace', 'stock' => { 'kind' => 'plate', 'width' => '200 mm', 'height' => '20 mm', 'thickness' => '3 mm' } }],
          'components' => [{ 'name' => 'foot', 'family' => 'Foot', 'values' => { 'size' => 'height / 10' } }],
          'tables' => [{ 'name' => 'sizes', 'columns' => [{ 'target' => 'height', 'unit' => 'mm' }, { 'target' => 'load', 'unit' => 'kg' }],
                         'rows' => [{ 'name' => 'S', 'cells' => { 'height' => '300', 'load' => '80' } },
                                    { 'name' => 'M', 'cells' => { 'height' => '500', 'load' => '60' } },
                                    { 'name' => 'L', 'cells' => { 'height' => '800', 'load' => '40' } }] }] }.freeze

  # The plan of a stand made of legs; +more+ of its tree may differ.
  def stand(more = {}, leg: {}, parameters: [])
    own = { 'name' => 'Stand',
            'parameters' => [{ 'name' => 'need', 'kind' => 'number', 'unit' => 'mm', 'default' => '450 mm' },
                             { 'name' => 'legs_wanted', 'kind' => 'count', 'default' => '4' }, *parameters],
            'components' => [{ 'name' => 'leg', 'family' => 'Leg', 'rows' => { 'sizes' => 'none' } }.merge(leg)] }
    Plan::Library.new([FOOT, LEG, own.merge(more)].map { |tree| Family.from_tree(tree) }).plan('Stand')
  end

  def resolved(plan, answers = {}) = plan.outcome(Plan::Pick.new(answers: answers))

  def codes(outcome) = outcome.findings.map(&:code)

  # Rule 13: only a circle of values is a circle.
  def test_a_rule_that_reads_and_writes_one_component
    plan = stand({ 'rules' => [{ 'name' => 'Low legs stand alone', 'when' => 'leg.height < 500 mm', 'then' => [{ 'suppress' => 'leg.brace' }] }] },
                 leg: { 'values' => { 'height' => 'need' } })
    assert_empty plan.breaking
    low, high = [450, 700].map { |need| resolved(plan, 'need' => "#{need} mm") }
    assert_equal([false, true], [low, high].map { |outcome| outcome.value('leg.brace.built') })
    reason = low.because('leg.brace.built')
    assert_equal 'rule Low legs stand alone', reason.decision.to_s
    assert_includes reason.chain.last.sentence, 'Rule "Low legs stand alone"'
    assert_includes reason.chain.last.sentence, 'leg.height is 450 mm'
    circle = stand({ 'rules' => [{ 'name' => 'Round', 'when' => 'leg.height < 500 mm', 'then' => [{ 'set' => 'leg.height', 'to' => '600 mm' }] }] })
    assert_includes circle.findings.map(&:code), :cycle
  end

  # Instances are counted before they are made; what counts is whole and defined.
  def test_patterns_are_bounded_and_their_counts_are_whole
    row = { 'kind' => 'linear', 'along' => 'x', 'pitch' => '10 mm' }
    fitted = { 'kind' => 'fitted', 'along' => 'x', 'pitch' => '100 mm', 'margin' => '10 mm', 'over' => '1 m' }
    none = 'need / legs_wanted'
    { too_many: [row.merge('count' => '999999999'), row.merge('kind' => 'grid', 'count' => '3000', 'rows' => '3000', 'row_pitch' => '10 mm'),
                 fitted.merge('pitch' => '0.0001 mm'), { 'kind' => 'circular', 'along' => 'x', 'count' => '1000000000000', 'diameter' => '1 m' }],
      not_whole: [row.merge('count' => '2.5'), row.merge('kind' => 'grid', 'count' => '3', 'rows' => '1.5', 'row_pitch' => '10 mm')],
      undefined: [row.merge('count' => '1 / legs_wanted'), row.merge('count' => '2', 'pitch' => none), *%w[pitch margin end_margin over].map { |name| fitted.merge(name => none) }] }
      .each do |code, patterns|
        patterns.each do |pattern|
          result = Result.new(stand(leg: { 'pattern' => pattern }), Plan::Pick.new(answers: { 'legs_wanted' => '0' }))
          assert_equal [code], result.findings.map(&:code), pattern.inspect
          assert_empty result.model.bodies
        end
      end
  end

  # The same of features: of what is cut, and of what turns or grooves along a turned part.
  def test_patterns_of_features_are_bounded
    groove = '{name: g, kind: groove, width: 2, diameter: 16, pattern: {kind: linear, count: 999999999, pitch: 3}}'
    assert_equal [:impossible_shape], Result.new(plan("parts:\n  - {name: a, stock: {kind: turned, steps: [{length: 100, diameter: 20}]}, features: [#{groove}]}\n")).findings.map(&:code)
    holes = ->(margin) { "{name: h, kind: hole, diameter: 2, pattern: {kind: fitted, along: horizontal, pitch: 0.0000001, margin: #{margin}}}" }
    part = ->(feature) { "parameters:\n  - {name: none, kind: number, unit: mm, default: 0}\nparts:\n  - {name: a, stock: {kind: plate, width: 100, height: 20, thickness: 2}, features: [#{feature}]}\n" }
    assert_equal [:too_many], Result.new(plan(part.call(holes.call(5)))).findings.map(&:code)
    undefined = Result.new(plan(part.call(holes.call('25 mm * (1 mm / none)')))).findings
    assert_equal [:undefined], undefined.map(&:code)
    assert_includes undefined.first.message, 'margin'
  end

  # Hall of stands of legs of feet: what a table of the hall gives is told as its, on every level, also of what is repeated.
  def hall(more, leg: {})
    own = { 'name' => 'Hall', 'components' => [{ 'name' => 'stand', 'family' => 'Stand' }] }.merge(more)
    Plan::Library.new([*[FOOT, LEG].map { |tree| Family.from_tree(tree) }, stand(leg: leg).family, Family.from_tree(own)]).plan('Hall')
  end

  def test_what_a_table_gives_two_levels_down_is_told_as_its
    cells = { 'stand.leg.height' => '400', 'stand.need' => '333', 'stand.leg.foot.size' => '44' }
    table = { 'name' => 't', 'columns' => cells.keys.map { |target| { 'target' => target, 'unit' => 'mm' } }, 'rows' => [{ 'name' => 'A', 'cells' => cells }] }
    { 'leg' => {}, 'leg.2' => { 'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => '3', 'pitch' => '9 cm' } } }.each do |name, leg|
      outcome = hall({ 'tables' => [table] }, leg: leg).outcome(Plan::Pick.new(rows: { 't' => 'A' }))
      ["stand.#{name}.height", 'stand.need', "stand.#{name}.foot.size"].each do |path|
        reason = outcome.because(path)
        assert_equal ['table t', 'table'], [reason.decision.to_s, reason.chain.last.decision.kind.to_s], path
      end
      inner = outcome.placing('stand').instance.placing('leg')
      assert_equal 'table t', inner.decision(inner.instance.plan.symbols['height'], [outcome.placing('stand')]).to_s
    end
  end

  def test_a_renamed_row_follows_where_it_is_given_two_levels_up
    plan = hall({ 'components' => [{ 'name' => 'stand', 'family' => 'Stand', 'values' => { 'leg.sizes.row' => 'M', 'need' => '1 m' } }] })
    followed = Plan::Renaming.followed(plan, 'Leg', [{ 'do' => 'rename_row', 'table' => 'sizes', 'row' => 'M', 'name' => 'Middle' }])
    assert_equal({ 'leg.sizes.row' => 'Middle', 'need' => '1 m' }, followed.components.first.values)
  end

  # An answer of no counts as one, also where it is the only one.
  def test_an_answer_of_no_that_something_else_decides_is_told
    plan = plan("parameters:\n  - {name: lid, kind: yes_no, default: yes}\nrules:\n  - {name: Always, when: 1 < 2, then: [{set: lid, to: 'yes'}]}\n")
    assert_equal [:answer_unused], plan.outcome(pick(answers: { 'lid' => 'no' })).findings.map(&:code)
  end

  def test_a_link_over_three_levels_names_who_began_it
    plan = stand({}, leg: { 'values' => { 'height' => 'need' } })
    outer = Family.from_tree('name' => 'Hall', 'parameters' => [{ 'name' => 'level', 'kind' => 'number', 'unit' => 'mm', 'default' => '500 mm' }],
                             'components' => [{ 'name' => 'stand', 'family' => 'Stand', 'values' => { 'need' => 'level' } }])
    plan = Plan::Library.new([*[FOOT, LEG].map { |tree| Family.from_tree(tree) }, plan.family, outer]).plan('Hall')
    assert_equal [500.0, 50.0, 25.0], [resolved(plan).value('stand.leg.height'), *%w[size pad].map { |name| resolved(plan).value("stand.leg.foot.#{name}") }]
    reason = resolved(plan, 'level' => '900 mm').because('stand.leg.height')
    assert_equal %w[stand.leg.height stand.need stand.need level], reason.chain.map(&:subject)
    assert_equal 'A person answered 900 mm.', reason.chain.last.sentence
    assert_equal 'Nothing else decides it, so it has its default, 500 mm.', resolved(plan).because('stand.leg.height').chain.last.sentence
  end

  # 0, 1 and 40 instances; index in what each is given; what is there no more has no mass.
  def test_a_count_that_goes_from_none_to_forty
    plan = stand({ 'parameters' => [{ 'name' => 'legs_wanted', 'kind' => 'count', 'default' => '0' },
                                    { 'name' => 'sum_of_heights', 'kind' => 'number', 'unit' => 'mm', 'formula' => 'sum(leg.height)' },
                                    { 'name' => 'how_many', 'kind' => 'count', 'formula' => 'count(leg.height)' }] },
                 leg: { 'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => 'legs_wanted', 'pitch' => '100 mm' },
                        'values' => { 'height' => '400 mm + index * 10 mm' }, 'called' => 'Leg {index}' })
    [0, 1, 40].each do |count|
      result = Result.new(plan, Plan::Pick.new(answers: { 'legs_wanted' => count.to_s }))
      outcome = result.outcome
      assert_equal [count, (1..count).sum { |index| 400.0 + (index * 10) }], [outcome.value('how_many'), outcome.value('sum_of_heights')]
      assert_equal count * 3, result.model.bodies.size
      called = Quantities::PartsList.new(outcome).flat.flat_map { |one| one.called.to_a }
      assert_equal((1..count).map { |index| "Leg #{index}" }, called.sort_by { |one| one[/\d+/].to_i })
      assert_empty codes(outcome) & %i[undefined contradiction]
    end
    many = resolved(plan, 'legs_wanted' => '40')
    assert_includes many.because('leg.3.height').chain.last.sentence, 'index is 3'
    assert_equal '40', many.because('leg.count').value
    assert_equal 'A person answered 40.', many.because('legs_wanted').sentence
  end

  def test_the_smallest_row_that_is_enough
    plan = stand({}, leg: { 'rows' => { 'sizes' => 'smallest height >= need' } })
    { 200 => 'S', 300 => 'S', 301 => 'M', 450 => 'M', 800 => 'L' }.each do |need, row|
      outcome = resolved(plan, 'need' => "#{need} mm")
      assert_equal row, outcome.value('leg.sizes.row').to_s, need
      assert_includes outcome.because('leg.sizes.row').chain.last.sentence, "need is #{need} mm"
    end
    none = resolved(plan, 'need' => '801 mm')
    assert_includes none.findings.map(&:level), :error
    assert_includes none.findings.map(&:message).join, 'nothing is at least 801 mm in the list; the largest is 800 mm'
  end

  # A rule reaches by role on any level below, and by kind.
  def test_a_rule_by_role_on_two_levels
    feet = LEG.merge('components' => [{ 'name' => 'foot', 'family' => 'Foot', 'role' => 'left', 'values' => { 'size' => 'height / 10' } }])
    own = { 'name' => 'Stand', 'parameters' => [{ 'name' => 'wide', 'kind' => 'yes_no', 'default' => 'no' }],
            'components' => [{ 'name' => 'one', 'family' => 'Leg', 'role' => 'right', 'rows' => { 'sizes' => 'none' } },
                             { 'name' => 'base', 'family' => 'Foot', 'role' => 'left' }],
            'rules' => [{ 'name' => 'Wide feet', 'when' => 'wide', 'then' => [{ 'set' => 'role.left.pad', 'to' => '70 mm' }] },
                        { 'name' => 'All feet', 'when' => 'not(wide)', 'then' => [{ 'set' => 'kind.Foot.pad', 'to' => '30 mm' }] }] }
    plan = Plan::Library.new([FOOT, feet, own].map { |tree| Family.from_tree(tree) }).plan('Stand')
    assert_empty plan.breaking
    { 'yes' => [70.0, 'Wide feet'], 'no' => [30.0, 'All feet'] }.each do |wide, (pad, rule)|
      outcome = resolved(plan, 'wide' => wide)
      assert_equal [pad, pad], [outcome.value('base.pad'), outcome.value('one.foot.pad')]
      %w[base.pad one.foot.pad].each { |path| assert_includes outcome.because(path).chain.last.sentence, %(Rule "#{rule}"), path }
    end
  end

  # The components themselves are reached like that, too, wherever they are.
  def test_components_are_left_out_by_role_and_by_kind
    leg = LEG.merge('components' => [{ 'name' => 'foot', 'family' => 'Foot', 'role' => 'left', 'values' => { 'size' => 'height / 10' } }])
    own = { 'name' => 'Stand', 'parameters' => [{ 'name' => 'without', 'kind' => 'choice', 'choices' => %w[nothing left legs], 'default' => 'nothing' }],
            'components' => [{ 'name' => 'one', 'family' => 'Leg', 'rows' => { 'sizes' => 'none' } }, { 'name' => 'base', 'family' => 'Foot', 'role' => 'left' }],
            'rules' => [{ 'name' => 'Nothing left', 'when' => 'without = "left"', 'then' => [{ 'suppress' => 'role.left' }] },
                        { 'name' => 'No legs', 'when' => 'without = "legs"', 'then' => [{ 'suppress' => 'kind.Leg' }] }] }
    plan = Plan::Library.new([FOOT, leg, own].map { |tree| Family.from_tree(tree) }).plan('Stand')
    assert_empty plan.breaking
    { 'nothing' => [true, true, true], 'left' => [true, false, false], 'legs' => [false, true, true] }.each do |without, built|
      outcome = resolved(plan, 'without' => without)
      assert_equal(built, %w[one.built one.foot.built base.built].map { |path| outcome.value(path) }, without)
    end
    assert_includes resolved(plan, 'without' => 'left').because('base.built').sentence, 'Rule "Nothing left"'
  end

  # What is not yet read can be tried, on any level, and names what is known too late as that.
  def test_texts_that_read_something_new_are_tried
    plan = Plan::Library.new([FOOT, LEG, { 'name' => 'Stand', 'components' => [{ 'name' => 'leg', 'family' => 'Leg', 'rows' => { 'sizes' => 'none' } }] }].map { |tree| Family.from_tree(tree) }).plan('Stand')
    try = ->(text, like) { Checks::Trial.new(plan).run(text, like, Plan::Pick.new)['here'] }
    assert_equal '60 mm', try.call('leg.height / 10', 'any' => true)
    assert_equal 'yes', try.call('max(kind.Leg.height) = leg.height', 'condition' => true)
    assert_equal([%w[600]], Checks::LabelTrial.new(plan).run('part_number', '{leg.height}')['labels'].map { |_, label| [label] })
    assert_match(/measured on the finished shape/, assert_raises(Formula::Error) { try.call('leg.mass', 'any' => true) }.message)
  end

  # Rule 12: a parent's and a child's rule that differ are an error that names both.
  def test_rules_of_two_levels_that_differ_are_told_with_both_names
    leg = LEG.merge('rules' => [{ 'name' => 'Own load', 'when' => 'height > 0 mm', 'then' => [{ 'set' => 'load', 'to' => '20 kg' }] }])
    own = { 'name' => 'Stand', 'components' => [{ 'name' => 'leg', 'family' => 'Leg', 'rows' => { 'sizes' => 'none' } }],
            'rules' => [{ 'name' => 'Their load', 'when' => 'leg.height > 0 mm', 'then' => [{ 'set' => 'leg.load', 'to' => '30 kg' }] }] }
    plan = Plan::Library.new([FOOT, leg, own].map { |tree| Family.from_tree(tree) }).plan('Stand')
    told = resolved(plan).findings.find { |finding| finding.code == :rules_disagree }
    assert_equal %w[error leg], [told.level.to_s, told.place.component]
    assert_match(/Own load/, told.message)
    assert_match(/Their load/, told.message)
  end

  # None of them decides then: what is given stands, in every instance, and not the default there.
  def test_where_rules_of_two_levels_disagree_what_is_given_stands
    leg = LEG.merge('rules' => [{ 'name' => 'Own load', 'when' => 'height > 0 mm', 'then' => [{ 'set' => 'load', 'to' => '20 kg' }] }])
    own = { 'name' => 'Stand', 'rules' => [{ 'name' => 'Their load', 'when' => '1 < 2', 'then' => [{ 'set' => 'leg.load', 'to' => '30 kg' }] }],
            'components' => [{ 'name' => 'leg', 'family' => 'Leg', 'rows' => { 'sizes' => 'none' }, 'values' => { 'load' => 'index * 7 kg' },
                               'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => '2', 'pitch' => '1 m' } }] }
    outcome = resolved(Plan::Library.new([FOOT, leg, own].map { |tree| Family.from_tree(tree) }).plan('Stand'))
    assert_equal [7.0, 14.0], outcome.value('leg.load')
    assert_equal %i[rules_disagree rules_disagree], codes(outcome)
    assert_match(/given besides them stands: 14 kg/, outcome.because('leg.2.load').chain.map(&:sentence).join)
  end

  # A thousand stands of a thousand legs are a million: told before any is laid. Twenty of a thousand are laid.
  def test_instances_are_bounded_over_all_levels
    row = ->(count) { { 'kind' => 'linear', 'along' => 'x', 'count' => count.to_s, 'pitch' => '1 m' } }
    stand = { 'name' => 'Stand', 'components' => [{ 'name' => 'foot', 'family' => 'Foot', 'pattern' => row.call(1000) }] }
    hall = ->(count) { { 'name' => 'Hall', 'components' => [{ 'name' => 'stand', 'family' => 'Stand', 'pattern' => row.call(count) }] } }
    found = ->(count) { Result.new(Plan::Library.new([FOOT, stand, hall.call(count)].map { |tree| Family.from_tree(tree) }).plan('Hall')) }
    many = found.call(1000)
    assert_equal 1_001_000, many.outcome.instances_in_all
    assert_equal([[:too_many, 'component stand, at']], many.findings.select(&:error?).map { |finding| [finding.code, finding.place.to_s] })
    assert_empty many.model.bodies
    assert_equal 19_019, found.call(19).outcome.instances_in_all
    assert_empty found.call(19).findings.select(&:error?)
  end

  # A column that gives a component more than it allows: the family is looked through, told, and mended by what is offered.
  def test_a_column_into_a_component_beyond_a_limit
    leg = LEG.merge('parameters' => [LEG['parameters'].first.merge('most' => '700 mm'), LEG['parameters'].last])
    sizes = { 'name' => 'kinds', 'columns' => [{ 'target' => 'leg.height', 'unit' => 'mm' }], 'rows' => [{ 'name' => 'low', 'cells' => { 'leg.height' => '600' } }, { 'name' => 'high', 'cells' => { 'leg.height' => '900' } }] }
    own = { 'name' => 'Stand', 'tables' => [sizes], 'components' => [{ 'name' => 'leg', 'family' => 'Leg', 'rows' => { 'sizes' => 'none' } }] }
    library = Plan::Library.new([FOOT, leg, own].map { |tree| Family.from_tree(tree) })
    found = Checks::Review.new(library.plan('Stand')).to_tree
    assert_equal [2, 1], found.values_at('looked', 'valid')
    mend = found['findings'].filter_map { |one| one['mend'] }.first
    mended = mend['edits'].reduce(library.plan('Stand').family) { |family, edit| Family::Edits.apply(family, edit) }
    assert_equal '700 mm', mended.tables.first.row('high').cell('leg.height')
  end

  # What differs inside a component, where it stands and how often it is there, is told of variants and of what is kept.
  def test_what_differs_inside_components_is_told
    row = { 'kind' => 'linear', 'along' => 'x', 'count' => 'legs_wanted', 'pitch' => 'need' }
    plan = stand({}, leg: { 'pattern' => row, 'values' => { 'height' => 'need' }, 'at' => { 'y' => { 'offset' => 'need / 10' } } })
    picks = { 'one' => pick, 'two' => pick(answers: { 'need' => '500 mm', 'legs_wanted' => '2' }) }
    told = Variants::Comparison.new(plan, picks).to_tree['shapes'].to_h { |line| line.values_at('title', 'texts') }
    assert_equal [%w[4 2], ['45 mm', '50 mm'], ['450 mm', '500 mm'], ['45 mm', '50 mm']],
                 told.values_at('leg: how many', 'leg: y', 'leg: height', 'leg, foot: size')
    one, two = picks.values.map { |own| Exchange::FrozenOutcome.of(Result.new(plan, own)) }
    assert_equal ['45 mm', '50 mm'], one.differences(two)['leg, foot: size']
    assert_equal ['450 mm', '500 mm'], one.differences_from(Result.new(plan, picks['two']))['leg: height']
    assert_empty one.differences_from(Result.new(plan, picks['one']))
  end

  # Whoever gives it is named, also where something reads it: in reasons, tables and forms.
  def test_who_decides_what_a_component_is_given
    form = { 'name' => 'order', 'pages' => [{ 'title' => 'One', 'groups' => [{ 'fields' => [{ 'ask' => 'leg.sizes.row' }, { 'ask' => 'leg.load' }] }] }] }
    reading = { 'name' => 'text', 'kind' => 'text', 'formula' => 'leg.sizes.row + string(leg.load / 1 kg)' }
    rule = { 'name' => 'Heavy', 'when' => 'need > 400 mm', 'then' => [{ 'set' => 'leg.load', 'to' => '33 kg' }] }
    plan = stand({ 'forms' => [form], 'rules' => [rule] }, leg: { 'rows' => { 'sizes' => 'M' } }, parameters: [reading])
    assert_empty plan.errors.map(&:to_s)
    outcome = resolved(plan)
    assert_equal(['default', 'rule Heavy'], %w[leg.sizes.row leg.load].map { |name| outcome.decider(name).to_s })
    assert_equal([['M', 'default'], ['33 kg', 'rule Heavy']], Exchange::ResultTree.inside(outcome).values_at('leg.sizes.row', 'leg.load').map { |own| own.values_at('text', 'by') })
    locked = Guide::Filling.new(plan, plan.family.form('order'), {}).state.to_tree['items'].values.filter_map { |own| own['locked'] }
    assert_equal ['Decided by rule Heavy.'], locked
  end

  # How far apart they are says nothing about how many there are: it may follow from what they are.
  def test_a_pitch_that_reads_its_own_components_is_no_circle
    row = { 'kind' => 'linear', 'along' => 'x', 'count' => '3', 'pitch' => 'max(leg.height) + leg.load[1] / 1 kg * 1 mm + gap' }
    gap = { 'name' => 'gap', 'kind' => 'number', 'unit' => 'mm', 'default' => '0' }
    plan = stand({}, leg: { 'pattern' => row, 'values' => { 'height' => '200 mm + index * 100 mm' } }, parameters: [gap])
    refute(plan.findings.any? { |finding| finding.message.include?('gap') })
    result = Result.new(plan, pick)
    assert_empty result.findings.map(&:message)
    assert_equal([0.0, 550.0, 1100.0], result.model.bodies.select { |body| body.part.name == 'post' }.map { |body| body.frame.origin.first })
    fitted = row.merge('kind' => 'fitted', 'margin' => '1 mm', 'over' => '1 m').except('count')
    circle = stand({}, leg: { 'pattern' => fitted }, parameters: [gap])
    assert_equal [:cycle], circle.errors.map(&:code).uniq
    undefined = Result.new(stand({}, leg: { 'pattern' => row.merge('pitch' => 'max(leg.height[item > 1 km])') }), pick)
    assert_equal [%i[undefined], 0], [undefined.findings.map(&:code), undefined.model.bodies.size]
  end

  # Rule 15: what is not built can be read and weighs nothing.
  def test_what_is_not_built_can_be_read_and_weighs_nothing
    plan = stand({}, leg: { 'built_when' => 'need > 400 mm' })
    there, gone = %w[450 300].map { |need| Result.new(plan, Plan::Pick.new(answers: { 'need' => "#{need} mm" })) }
    assert_equal [600.0, false], [gone.outcome.value('leg.height'), gone.outcome.value('leg.built')]
    assert_operator there.facts['mass'], :>, 0
    assert_in_delta 0.0, gone.facts['mass']
    assert_empty Quantities::PartsList.new(gone.outcome).flat
    assert_includes gone.outcome.because('leg.built').sentence, 'need'
  end

  # Twins are of the same pick, whoever decides it; where, how often and whether they are there is their own.
  def test_twins_have_what_is_decided_for_the_other_until_they_are_independent
    other = { 'name' => 'other', 'family' => 'Leg', 'twin' => 'leg', 'built_when' => 'need > 400 mm',
              'pattern' => { 'kind' => 'linear', 'along' => 'x', 'count' => 'legs_wanted', 'pitch' => '300 mm' } }
    rules = [{ 'name' => 'Bare', 'when' => 'need < 500 mm', 'then' => [{ 'suppress' => 'leg.brace' }] },
             { 'name' => 'Sum', 'when' => 'sum(other.height) > 9 m', 'then' => [{ 'warn' => 'High.' }] }]
    plan = stand({ 'rules' => rules })
    leg = plan.family.components.first.with(values: { 'height' => 'need', 'foot.pad' => '15 mm' })
    plan = Plan.of(plan.family.with(components: [Family::Component.from_tree(other), leg]), library: plan.placed.library)
    assert_empty plan.breaking
    outcome = resolved(plan, 'need' => '450 mm', 'legs_wanted' => '3')
    assert_equal([[450.0] * 3, [15.0] * 3, [false] * 3], %w[height foot.pad brace.built].map { |path| outcome.value("other.#{path}") })
    assert_equal([1, 3], %w[leg other].map { |name| outcome.placing(name).instances.size })
    assert_includes outcome.because('other.2.height').chain.last.sentence, '450 mm'
    assert_equal(%w[Leg Leg], %w[other leg].map { |name| outcome.placing(name).instance.plan.family.name })
    assert_equal [4], Quantities::PartsList.new(outcome).indented.select { |one| one.level == 1 }.map(&:quantity)
    decided = plan.family.with(rules: plan.family.rules + [Family::Rule.from_tree('name' => 'No', 'then' => [{ 'set' => 'other.height', 'to' => '1 m' }], 'when' => 'need > 1 m')])
    assert_includes Plan.of(decided, before: plan).breaking.join, 'other.height is of a twin of leg, which decides for both'
    free = Family::Edits.apply(plan.family, 'do' => 'make_independent', 'components' => %w[other])
    assert_equal free.component('leg').values, free.component('other').values
    again = Family::Edits.apply(free, 'do' => 'make_same', 'components' => %w[other], 'like' => 'leg')
    assert_equal plan.family, again
    told = resolved(Plan.of(free, before: plan), 'need' => '450 mm', 'legs_wanted' => '3')
    assert_equal [false] * 3, told.value('other.brace.built'), 'the rule that reached both goes on doing so'
    { 'twin' => 'nobody', 'values' => { 'height' => '3 mm' }, 'family' => 'Foot' }.each do |key, value|
      wrong = plan.family.with(components: [leg, Family::Component.from_tree(other.merge(key => value))])
      assert_includes Plan.of(wrong, before: plan).breaking.map(&:code), :no_twin, key
    end
  end

  # Nothing of the product changes when a twin becomes independent, whatever decides its original: a table, a rule, a rule table
  # by priority, an override; nor when it becomes a twin again.
  def test_a_twin_that_becomes_independent_stays_what_it_was
    library = stand.placed.library
    plan = stand({ 'tables' => [{ 'name' => 'size', 'columns' => [{ 'target' => 'leg.height' }, { 'target' => 'stock', 'kind' => 'count' }],
                                  'rows' => [%w[A 400], %w[B 900]].map { |name, height| { 'name' => name, 'cells' => { 'leg.height' => height, 'stock' => '2' } } } }],
                   'rules' => [{ 'name' => 'Bare', 'when' => 'leg.height > 500 mm', 'then' => [{ 'suppress' => 'leg.brace' }, { 'warn' => 'Bare.' }] }],
                   'rule_tables' => [{ 'name' => 'Pads', 'outputs' => ['leg.foot.pad'], 'inputs' => ['leg.height'], 'policy' => 'priority',
                                       'priorities' => ['25 mm', '15 mm'], 'rows' => [{ 'tests' => ['> 100 mm'], 'values' => ['15 mm'] }, { 'tests' => ['> 600 mm'], 'values' => ['25 mm'] }] }] })
    twin = Family::Component.from_tree('name' => 'other', 'family' => 'Leg', 'twin' => 'leg')
    plan = Plan.of(plan.family.with(components: [plan.family.components.first, twin]), library: library)
    assert_empty plan.breaking
    free = Plan.of(Family::Edits.apply(plan.family, 'do' => 'make_independent', 'components' => %w[other]), before: plan)
    assert_empty free.breaking
    assert_equal 0, Variants::BlastRadius.new(plan, free).to_tree['changed']
    told = Variants::All.new(free).map { |variant| %w[height foot.pad brace.built].map { |path| variant.outcome.value("other.#{path}") } }
    assert_equal [[400.0, 15.0, true], [900.0, 25.0, false]], told
    assert_equal plan.family, Family::Edits.apply(free.family, 'do' => 'make_same', 'components' => %w[other], 'like' => 'leg')
    gone = Plan.of(Family::Edits.apply(plan.family.with(rules: [], rule_tables: []), 'do' => 'remove_components', 'components' => %w[leg]), before: plan)
    assert_equal([400.0, 900.0], Variants::All.new(gone).map { |variant| variant.outcome.value('other.height') })
  end

  def test_a_family_that_would_contain_itself_is_told_with_its_path
    inner = Family.from_tree(FOOT.merge('components' => [{ 'name' => 'again', 'family' => 'Stand' }]))
    plan = Plan::Library.new([inner, Family.from_tree(LEG), stand.family]).plan('Stand')
    assert_includes plan.breaking.map(&:message).join, 'Stand would contain itself: Stand → Leg → Foot → Stand'
  end

  # A person may decide inside: what the family around gives itself, and what it says nothing of; forms ask for it by its path.
  def test_a_person_decides_what_is_inside
    plan = stand({}, leg: { 'values' => { 'height' => 'need' } })
    free = plan.outcome(Plan::Pick.new(answers: { 'leg.height' => '50 cm', 'leg.load' => '20 kg', 'leg.foot.pad' => '5 mm' }, overrides: { 'leg.brace.built' => 'suppressed' }))
    assert_equal([500.0, 20.0, 5.0, false], %w[height load foot.pad brace.built].map { |path| free.value("leg.#{path}") })
    assert_equal 'A person answered 500 mm.', free.because('leg.height').chain.last.sentence
    refused(Plan::PickError) { plan.outcome(Plan::Pick.new(answers: { 'leg.hight' => '3 mm' })) }
    refused(Plan::PickError) { plan.outcome(Plan::Pick.new(answers: { 'leg.load' => 'heavy' })) }
    fields = [{ 'ask' => 'leg.height', 'control' => 'number' }, { 'ask' => 'leg.sizes.row', 'control' => 'rows' }]
    form = { 'name' => 'quick', 'pages' => [{ 'title' => 'One', 'groups' => [{ 'title' => 'Leg', 'fields' => fields }] }] }
    plan = stand({ 'forms' => [form] }, leg: { 'rows' => {} })
    assert_empty plan.errors
    filled = Guide::Filling.new(plan, plan.family.forms.first, { 'leg.sizes.row' => 'L' })
    assert_in_delta 800.0, filled.result.outcome.value('leg.height')
    items = Guide::FormState.new(filled.result.outcome, plan.family.forms.first, []).to_tree['items'].values
    assert_equal ['800 mm', %w[S M L]], [items.find { |item| item['ask'] == 'leg.height' }['text'], items.find { |item| item['ask'] == 'leg.sizes.row' }['choices'].map { |own| own['text'] }]
  end

  # Each fault of components, at its place. Twins and bases are above, and in basis_test.
  FAULTS = [
    [:unknown_name, { 'family' => 'Nobody' }, 'component leg, family'], [:computed, { 'values' => { 'reach' => '3 mm' } }, 'component leg, values, reach'],
    [:unknown_kind, { 'at' => { 'x' => { 'own' => 'top' } } }, 'component leg, at, x'], [:broken_component, { 'family' => 'Broken' }, 'component leg, family'],
    [:unknown_name, { 'at' => { 'x' => { 'own' => 'left', 'on' => 'nobody', 'side' => 'left' } } }, 'component leg, at, x'],
    [:nothing_to_lean_on, { 'at' => { 'x' => { 'own' => 'left', 'on' => 'gone', 'side' => 'left' } } }, 'component leg'],
    [:unknown_name, { 'values' => { 'heigt' => '3 mm' } }, 'component leg, values, heigt']
  ].freeze

  def test_faults_of_components_are_told_at_their_place
    leg = LEG.merge('parameters' => LEG['parameters'] + [{ 'name' => 'reach', 'kind' => 'number', 'unit' => 'mm', 'formula' => 'height / 2' }])
    broken = { 'name' => 'Broken', 'parameters' => [{ 'name' => 'a', 'kind' => 'number', 'unit' => 'mm', 'formula' => 'nobody' }] }
    FAULTS.each do |code, change, place|
      own = { 'name' => 'Stand', 'components' => [{ 'name' => 'leg', 'family' => 'Leg', 'rows' => { 'sizes' => 'none' } }.merge(change),
                                                  { 'name' => 'gone', 'family' => 'Foot', 'built_when' => '1 > 2' }] }
      plan = Plan::Library.new([FOOT, leg, broken, own].map { |tree| Family.from_tree(tree) }).plan('Stand')
      found = plan.runnable? ? Result.new(plan).findings : plan.breaking
      told = found.find { |finding| finding.code == code }
      assert told, "#{code}: #{found.join(' ')}"
      assert_equal :error, told.level
      assert_includes told.place.to_s, place.to_s, code
      refute_empty told.remedy.to_s, code
    end
  end

  # Rule 16: positions that lean on each other in a circle.
  def test_a_circle_of_positions_is_told_with_its_path
    own = { 'name' => 'Stand', 'components' => [
      { 'name' => 'one', 'family' => 'Foot', 'at' => { 'x' => { 'own' => 'left', 'on' => 'two', 'side' => 'right' } } },
      { 'name' => 'two', 'family' => 'Foot', 'at' => { 'x' => { 'own' => 'left', 'on' => 'one', 'side' => 'right' } } }
    ] }
    plan = Plan::Library.new([FOOT, own].map { |tree| Family.from_tree(tree) }).plan('Stand')
    told = Result.new(plan).findings.find { |finding| finding.message.include?('→') }
    assert_match(/one → two → one|two → one → two/, told&.message.to_s.gsub(/[“”"]/, ''))
  end
end
