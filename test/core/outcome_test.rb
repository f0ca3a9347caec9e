# frozen_string_literal: true

require_relative '../support/core'

# The meaning of a family: deciders, states, limits, rules, reasons.
class OutcomeTest < CoreCase
  LADDER = <<~YAML
    parameters:
      - {name: load, kind: count, default: 1}
      - {name: gauge, kind: number, unit: mm, default: 1 mm}
    tables:
      - name: size
        columns: [{target: gauge}]
        rows: [{name: A, cells: {gauge: 3 mm}}, {name: open}]
    rules:
      - {name: Heavy, when: load > 5, then: [{set: gauge, to: 4 mm}]}
  YAML

  # Weakest to strongest: default, answer, row, rule, override.
  def test_deciders_from_weakest_to_strongest
    plan = plan(LADDER)
    [[{}, { 'size' => 'open' }, {}, '1 mm', 'default'], [{ 'gauge' => '2' }, { 'size' => 'open' }, {}, '2 mm', 'person (answer)'],
     [{ 'gauge' => '2' }, { 'size' => 'A' }, {}, '3 mm', 'table size'], [{ 'load' => '6' }, { 'size' => 'A' }, {}, '4 mm', 'rule Heavy'],
     [{ 'load' => '6' }, { 'size' => 'A' }, { 'gauge' => '1/4 in' }, '6.35 mm', 'person (override)']]
      .each do |answers, rows, overrides, text, decider|
      outcome = plan.outcome(pick(rows: rows, answers: answers, overrides: overrides))

      assert_equal [text, decider], [outcome.text('gauge'), outcome.decider('gauge').to_s]
    end
    unused = plan.outcome(pick(rows: { 'size' => 'A' }, answers: { 'gauge' => '2' })).findings.first
    assert_equal %i[answer_unused warning], [unused.code, unused.level]
  end

  # Exact at its boundary, without memory, hidden is not suppressed, and the reasons name the numbers.
  def test_conditions_at_their_boundary
    plan = Plan.of(side_frame)
    at = ->(length) { Result.new(plan, pick(rows: { 'size' => '' }, answers: { 'length' => "#{length} mm" })) }

    assert_equal(%i[suppressed shown suppressed], [600, 601, 600].map { |length| at[length].outcome.state('windows') })
    assert_equal(%i[hidden shown], [799, 800].map { |length| at[length].outcome.state('label_hole') })
    assert_equal 'Its own condition length > 600 mm does not hold, where length is 600 mm.',
                 at[600].outcome.because('windows.built').sentence
    refute_includes at[799].front_view, 'data-feature="label_hole"'
    assert_includes at[800].front_view, 'data-feature="label_hole"'
    shown = at[799].plan.outcome(pick(rows: { 'size' => '' }, answers: { 'length' => '799 mm' },
                                      overrides: { 'label_hole.shown' => 'yes' }))
    assert_in_delta Geometry::Model.of(shown).mass, at[799].model.mass, 1e-12
  end

  def test_rules_decide_with_their_reason_and_fall_back_when_they_do_not_apply
    plan = Plan.of(side_frame)
    heavy = plan.outcome(pick(rows: { 'size' => 'SF-2500' }))
    medium = plan.outcome(pick(rows: { 'size' => 'SF-2000' }))

    assert_equal 'Rule "Heavy loads" makes it 3 mm because load_class = "heavy", where load_class is heavy.',
                 heavy.because('gauge').sentence
    assert_equal(['rule Heavy loads', 'formula'], [heavy, medium].map { |outcome| outcome.decider('windows.built').to_s })
    assert_equal([100.0, 200.0], [heavy, medium].map { |outcome| outcome.limit('roller_pitch')[1] })
    assert_match(/"Heavy loads" could, but not here/, medium.because('gauge').over.first)
  end

  # A parameter that does not apply has no value, breaks no limit, and says why.
  def test_conditional_relevance
    plan = plan(<<~YAML)
      parameters:
        - {name: painted, kind: yes_no, default: "no"}
        - {name: coats, kind: count, default: 2, least: 3, applies_when: painted}
        - {name: colour, kind: choice, choices: [red, blue], default: red, applies_when: painted}
        - {name: work, kind: count, formula: if painted then coats * 2 else 0}
    YAML
    bare, painted = %w[no yes].map { |word| plan.outcome(pick(answers: { 'painted' => word })) }

    assert_equal([['does not apply', 'does not apply', '0'], ['2', 'red', '4']],
                 [bare, painted].map { |outcome| %w[coats colour work].map { |name| outcome.text(name) } })
    assert_equal([[], [:below_least]], [bare, painted].map { |outcome| outcome.findings.map(&:code) })
    assert_equal 'It does not apply now: painted does not hold, where painted is no.', bare.because('coats').sentence
    unused = plan.outcome(pick(answers: { 'coats' => '5' })).findings.first
    assert_match(/is not used: it does not apply now/, unused.message)
  end

  # Suppression is inherited, hiding is not; alternatives exclude each other; tiers only draw less.
  def test_inherited_suppression_alternatives_and_tiers
    plan = plan(<<~YAML)
      alternatives: [{name: plate position, features: [lying, standing]}]
      parameters: [{name: lie, kind: yes_no, default: "yes"}, {name: boss, kind: yes_no, default: "yes"}]
      parts:
        - name: plate
          stock: {kind: plate, width: 90 mm, height: 60 mm, thickness: 3 mm}
          features:
            - {name: deep, kind: hole, diameter: 3 mm, on: bore, vertical: {from: top, offset: 5}, tier: full}
            - {name: bore, kind: hole, diameter: 5 mm, on: pad}
            - {name: pad, kind: hole, diameter: 8 mm, horizontal: {from: left, offset: 9}, built_when: boss, shown_when: "no"}
            - {name: lying, kind: hole, diameter: 4 mm, horizontal: {from: right, offset: 9}, built_when: lie}
            - {name: standing, kind: hole, diameter: 4 mm, horizontal: {from: right, offset: 20}, built_when: not(lie)}
    YAML
    on, off = %w[yes no].map { |word| Result.new(plan, pick(answers: { 'boss' => word })) }

    assert_equal([%i[shown shown hidden], %i[suppressed suppressed suppressed]],
                 [on, off].map { |result| %w[deep bore pad].map { |name| result.outcome.state(name) } })
    assert_equal 'It sits on bore, which is suppressed.', off.outcome.because('deep.built').sentence
    assert_equal 'formula', off.outcome.decider('deep.built').word
    assert_includes on.front_view, 'data-feature="deep"'
    refute_includes on.front_view(tier: 'working'), 'data-feature="deep"'
    both = plan.outcome(pick(overrides: { 'standing.built' => 'yes' })).findings
    assert_equal ['Exactly one of lying, standing may be built; built: lying, standing.'], both.map(&:message)
    assert_match(/circle: a.built → b.built → a.built/,
                 plan("parts:\n  - name: p\n    stock: {kind: plate, width: 9, height: 6, thickness: 3}\n    features: [{name: a, kind: hole, diameter: 1, on: b}, {name: b, kind: hole, diameter: 1, on: a}]\n").errors.first.message)
  end

  def test_two_rules_that_disagree_are_an_error_that_names_both
    outcome = plan(<<~YAML).outcome
      parameters: [{name: a, kind: count, default: 1}, {name: b, kind: count, default: 1}]
      rules:
        - {name: One, when: a = 1, then: [{set: b, to: 2}]}
        - {name: Two, when: a < 5, then: [{set: b, to: 3}]}
        - {name: Three, when: a < 6, then: [{set: b, to: 2}]}
    YAML

    assert_equal [:rules_disagree], outcome.findings.map(&:code)
    assert_equal %w[1 default], [outcome.text('b'), outcome.decider('b').to_s]
    assert_match(/"One" says 2, "Three" says 2, "Two" says 3/, outcome.findings.first.message)
  end

  def test_else_chains_take_the_first_branch_that_holds
    plan = plan(<<~YAML)
      parameters: [{name: a, kind: count, default: 1}, {name: b, kind: count, default: 0}]
      rules:
        - name: Steps
          when: a > 10
          then: [{set: b, to: 3}]
          else_when: [{when: a > 5, then: [{set: b, to: a / 2}]}]
          otherwise: [{set: b, to: 1}]
    YAML

    assert_equal(%w[3 4 1], %w[11 8 5].map { |a| plan.outcome(pick(answers: { 'a' => a })).text('b') })
    assert_equal 'Rule "Steps" makes it 1 otherwise, as a > 10 and a > 5 do not hold, where a is 5.',
                 plan.outcome(pick(answers: { 'a' => '5' })).because('b').sentence
  end

  # A value out of limits is told with the nearest allowed one, and never clamped.
  def test_limits_steps_and_choices
    plan = Plan.of(side_frame)
    free = ->(answers) { plan.outcome(pick(rows: { 'size' => '' }, answers: answers)) }
    { { 'length' => '400' } => [:below_least, /nearest allowed value is 500 mm/], { 'length' => '4 m' } => [:above_most, /is 3000 mm/],
      { 'depth' => '122' } => [:off_step, /is 120 mm/], { 'gauge' => '2.2' } => [:not_offered, /Choose 2 mm or 2.5 mm or 3 mm/],
      { 'finish' => 'painted', 'colour' => 'plain zinc' } => [:not_offered, /Choose ink blue or/],
      { 'roller_pitch' => '150' } => [:forbidden, /Three rollers/] }
      .each do |answers, (code, remedy)|
      finding = free[answers].findings.first

      assert_equal code, finding.code
      assert_match remedy, finding.remedy
    end
    assert_equal '400 mm', free['length' => '400'].text('length')
  end

  def test_values_that_cannot_be_had_are_named_where_they_arise
    outcome = plan(<<~YAML).outcome
      parameters:
        - {name: gap, kind: number, unit: mm, default: 0 mm}
        - {name: ratio, kind: number, formula: 5 mm / gap}
        - {name: half, kind: count, formula: 3 / 2}
        - {name: lost, kind: number}
    YAML

    assert_equal [%w[no_value lost], %w[not_whole half], %w[undefined formula]],
                 outcome.findings.map { |finding| [finding.code.to_s, finding.place.path.last] }.sort
    assert_equal 'undefined', outcome.text('ratio')
  end

  # Everything wrong with a definition is told at once, each with its place.
  def test_definition_findings
    found = plan(<<~YAML).findings.to_h { |finding| [finding.code, finding.place.to_s] }
      parameters:
        - {name: length, kind: number, unit: mm, default: 2 kg}
        - {name: Length, kind: number, unit: mm, default: 2 mm}
        - {name: odd, kind: number, unit: furlong, default: 1}
        - {name: c, kind: choice}
        - {name: if, kind: count, default: 1}
        - {name: t, kind: text, default: hello, least: 3}
      parts:
        - name: plate
          stock: {kind: plate, width: 900 mm, height: 300 mm, thickness: 3 mm}
          features: [{name: h, kind: hole}, {name: k, kind: hole, diamter: 3, diameter: 3}]
      tables:
        - {name: s, columns: [{target: lenght}], rows: [{name: A}, {name: a}]}
      forms: [{name: f, pages: [{title: x, groups: [{fields: [{ask: nope}, {ask: t, control: slider}]}]}]}]
    YAML

    %i[dimension duplicate_name unknown_unit missing_choices reserved_name not_a_number missing_dimension unknown_name unsuitable_control]
      .each { |code| assert_includes found.keys, code }
    assert_equal 'part plate, feature h, diameter', found[:missing_dimension]
  end

  def test_a_cycle_is_named_with_its_whole_path
    broken = plan(<<~YAML)
      parameters:
        - {name: a, kind: count, formula: b + 1}
        - {name: b, kind: count, formula: c * 2}
        - {name: c, kind: count, default: 1}
      rules: [{name: Round, when: a > 3, then: [{set: c, to: 5}]}]
    YAML

    assert_match(/a → b → c → rule Round → a/, broken.errors.first.message)
    refute_predicate broken, :runnable?
    assert_match(/has errors/, refused(Plan::Broken) { broken.outcome }.message)
  end

  def test_a_pick_that_does_not_fit_is_refused
    plan = Plan.of(side_frame)
    { { answers: { 'lenght' => '1' } } => /Did you mean length/, { answers: { 'shaft_count' => '3' } } => /computed by its formula/,
      { answers: { 'length' => '3 kg' } } => /a length is expected/, { rows: { 'size' => 'SF-20000' } } => /Did you mean SF-2000/,
      { rows: { 'sise' => 'A' } } => /Did you mean size/, { overrides: { 'window.built' => 'no' } } => /Did you mean windows/,
      { answers: { 'length' => 'depth * 2' } } => /no name/ }
      .each { |given, message| assert_match message, refused(Plan::PickError) { plan.outcome(pick(**given)) }.full_text }
  end
end
