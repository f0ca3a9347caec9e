# frozen_string_literal: true

require_relative '../support/core'

# Overrides of a family: the strongest decider but for the pick's own, with the reason; they follow names.
class OverridesTest < CoreCase
  def with(*overrides)
    overrides.reduce(side_frame) do |own, (target, value, rows)|
      Family::Edits.apply(own, { 'do' => 'put_override', 'target' => target, 'value' => value, 'reason' => "Because of #{value}", 'rows_of' => rows.to_h })
    end
  end

  # Of every value, state, material and colour: what is overridden has that value in just those variants, decided by a
  # person, whatever decides it otherwise; what does not depend on it stays.
  def test_each_target_can_be_overridden_in_one_variant_and_in_all
    plain = Plan.of(side_frame)
    plain.symbols.column_names.each do |name|
      target = plain.symbols[name]
      value = if target.type.boolean?
                { true => 'no', false => 'yes' }[plain.outcome_at([2]).value(name)]
              else
                target.type.number? ? '7' : target.type.choices&.last || 'ivory'
              end
      one, all = [{ 'size' => 'SF-1000' }, {}].map { |rows| Plan.of(with([name, value, rows])) }
      row = one.family.table('size').rows.index { |own| own.name == 'SF-1000' }
      [[one, [row]], [all, (0..7).to_a]].each do |plan, rows|
        assert_empty plan.errors.map(&:to_s)
        (0..7).each { |at| check_overridden(plan.outcome_at([at]), target, value, rows.include?(at), plain.outcome_at([at])) }
      end
    end
  end

  def check_overridden(outcome, target, value, here, before)
    return assert_equal(before.values.inspect, outcome.values.inspect) unless here

    parent = outcome.decider(target.name).kind == :inherited
    assert_equal [target], outcome.overridden unless parent
    wanted = Formula.value(Plan::Entry.read(value, type: target.type, unit: target.unit, scope: Formula::Scope.new([])))
    assert_equal wanted, outcome.value(target.name) unless parent || (target.value? && before.decider(target.name).kind == :idle)
    assert_includes outcome.because(target.name).sentence, "The reason: Because of #{value}" unless parent
  end

  def test_the_narrower_counts_and_contradictions_are_told
    plan = Plan.of(with(['gauge', '4 mm', {}], ['gauge', '5 mm', { 'size' => 'SF-1000' }]))
    assert_equal(['4 mm', '5 mm'], %w[SF-2000 SF-1000].map { |row| plan.outcome(pick(rows: { 'size' => row })).text('gauge') })
    assert_equal '6 mm', plan.outcome(pick(rows: { 'size' => 'SF-1000' }, overrides: { 'gauge' => '6 mm' })).text('gauge')

    two = family(<<~YAML)
      parameters: [{name: x, kind: count, default: 1}]
      tables:
        - {name: a, columns: [{target: x}], rows: [{name: A}, {name: B}]}
        - {name: b, columns: [], rows: [{name: C}]}
      overrides:
        - {target: x, value: 2, reason: one, rows: {a: A}}
        - {target: x, value: 3, reason: two, rows: {b: C}}
    YAML
    assert_equal [:decided_twice], Plan.of(two).errors.map(&:code)
    assert_empty Plan.of(two.with(overrides: two.overrides.map { |own| own.with(value: '2') })).errors
  end

  def test_what_is_over_it_is_told
    family = with(['gauge', '4 mm', {}])
    outcome = Plan.of(family).outcome(pick(rows: { 'size' => 'SF-2000' }, answers: {}, overrides: { 'load_class' => 'heavy' }))
    assert_includes outcome.because('gauge').over, 'Rule "Heavy loads" decides it, but is overridden.'
    assert_equal ['person', '4 mm'], [outcome.decider('gauge').word, outcome.text('gauge')]
  end

  def test_names_follow_and_what_is_gone_is_told
    family = with(['windows.built', 'no', { 'size' => 'SF-2000' }])
    [{ 'do' => 'rename_row', 'table' => 'size', 'row' => 'SF-2000', 'name' => 'LONG' }, { 'do' => 'rename_table', 'name' => 'size', 'to' => 'measures' },
     { 'do' => 'rename_feature', 'name' => 'windows', 'to' => 'openings' }].each { |edit| family = Family::Edits.apply(family, edit) }
    assert_equal([['openings.built, measures LONG', 'openings.built', { 'measures' => 'LONG' }]], family.overrides.map { |own| [own.name, own.target, own.rows] })
    assert_empty Plan.of(family).errors
    assert_equal family, Family::Elements.of(family).family
    gone = Family::Edits.apply(family, { 'do' => 'remove_rows', 'table' => 'measures', 'rows' => ['LONG'] })
    assert_equal(['override openings.built, measures LONG'], Plan.of(gone).errors.map { |finding| finding.place.to_s })
  end

  def test_bad_overrides_are_refused_in_words
    { { 'reason' => ' ' } => 'needs a reason', { 'value' => '' } => 'needs a value', { 'rows_of' => { 'sizes' => 'A' } } => 'no table "sizes"' }.each do |other, words|
      edit = { 'do' => 'put_override', 'target' => 'gauge', 'value' => '4 mm', 'reason' => 'So', **other }
      assert_includes refused(Family::Edits::Error) { Family::Edits.apply(side_frame, edit) }.message, words
    end
    { %w[gage 1] => :unknown_name, %w[gauge length] => :not_constant, ['gauge', '1 kg'] => :dimension, ['length.built', 'no'] => :unknown_name, ['size.row', 'A'] => :unknown_name }.each do |given, code|
      assert_equal [code], Plan.of(with(given)).errors.map(&:code), given.inspect
    end
  end
end
