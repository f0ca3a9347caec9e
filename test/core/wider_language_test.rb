# frozen_string_literal: true

require_relative '../support/core'

# What families can say besides: braces in labels, steps by rules, a finish for each part, units of display, opting out of sets of
# rules, what waits for the number of an instance.
class WiderLanguageTest < CoreCase
  def edited(*edits, family: side_frame) = edits.reduce(family) { |own, edit| Family::Edits.apply(own, edit) }
  def rule(**rule) = { 'do' => 'put_rule', 'rule' => { 'name' => 'R', 'when' => 'true', **rule.transform_keys(&:to_s) } }

  def test_doubled_braces_are_braces
    family = edited({ 'do' => 'set_pattern', 'name' => 'tag', 'text' => '{{L}} {length} {"{"} {{{depth}}}' })
    assert_equal '{L} 2000 { {120}', Plan.of(edited({ 'do' => 'set_pattern', 'name' => 'tag', 'text' => '{{L}} {length} {{ {{{depth}}}' })).outcome.label('tag')
    assert_equal '{{L}} {long} {"{"} {{{depth}}}', edited({ 'do' => 'rename_parameter', 'name' => 'length', 'to' => 'long' }, family: family).patterns['tag']
  end

  # A rule narrows the step; of steps the coarsest counts, from the parameter's own least on.
  def test_rules_narrow_steps
    plan = Plan.of(edited(rule(when: 'load_class = "heavy"', then: [{ 'limit' => 'depth', 'step' => '20 mm' }]), rule(then: [{ 'limit' => 'length', 'step' => '50 mm' }]).tap { |edit| edit['rule']['name'] = 'S' }))
    { %w[light 95] => true, %w[heavy 95] => false, %w[heavy 110] => true, %w[heavy 130] => true, %w[light 96] => false }.each do |(load, depth), fits|
      outcome = plan.outcome(pick(answers: { 'load_class' => load, 'depth' => depth }, rows: { 'size' => '' }))
      assert_equal fits, outcome.findings.none? { |finding| finding.code == :off_step && finding.message.start_with?('depth') }, "#{load} #{depth}"
    end
    assert_in_delta(50.0, plan.outcome.limit('length')[2])
    bad = Plan.of(edited(rule(then: [{ 'limit' => 'depth', 'step' => '20 kg' }]), { 'do' => 'put_rule', 'rule' => { 'name' => 'M', 'when' => 'true', 'then' => [{ 'limit' => 'frame.mass', 'step' => '1 kg' }] } }))
    assert_equal %i[dimension not_a_number], bad.errors.map(&:code)
    assert_includes Plan.of(edited(rule(then: [{ 'limit' => 'depth', 'step' => '5 mm / (gauge - 2.5 mm) * 1 mm' }]))).outcome(pick(overrides: { 'gauge' => '2.5' })).findings.map(&:code), :undefined
  end

  # A rule writes a label or a property otherwise; where two do it differently, that is told, and nobody guesses.
  def test_rules_write_labels_and_properties
    column = { 'do' => 'add_column', 'table' => 'size', 'target' => 'remark', 'kind' => 'text' }
    one = rule(when: 'load_class = "heavy"', then: [{ 'label' => 'description', 'text' => 'Heavy frame {length} {{x}}' }, { 'label' => 'remark', 'text' => '{gauge} thick' }])
    plan = Plan.of(edited(column, one))
    assert_empty plan.errors
    heavy, light = %w[SF-2500 SF-1000].map { |row| plan.outcome(pick(rows: { 'size' => row })) }
    assert_equal ['Heavy frame 2500 {x}', '3 thick', 'Side frame 1000 × 100 × 2, plain zinc', ''], [heavy.label('description'), heavy.properties['remark'], light.label('description'), light.properties['remark']]
    table = { 'do' => 'put_rule_table', 'rule_table' => { 'name' => 'Long', 'inputs' => ['length'], 'outputs' => ['label description'], 'rows' => [{ 'tests' => ['> 2 m'], 'values' => ['Long {depth}'] }] } }
    both = Plan.of(edited(column, one, table))
    found = both.outcome(pick(rows: { 'size' => 'SF-2500' })).findings.find { |finding| finding.code == :rules_disagree }
    assert_equal ['patterns, description', 'Rule "R" and rule table "Long" write the description differently.'], [found.place.to_s, found.message]
    renamed = edited({ 'do' => 'rename_parameter', 'name' => 'depth', 'to' => 'deep' }, { 'do' => 'rename_parameter', 'name' => 'gauge', 'to' => 'sheet' }, family: both.family)
    assert_equal ['{sheet} thick', 'Long {deep}'], [renamed.rules.last.branches.first.effects.last.arguments['text'], renamed.rule_tables.last.rows.first.values.first]
    assert_equal([[:unknown_name, 'rule R, then, no. 1']], Plan.of(edited(rule(then: [{ 'label' => 'descripton', 'text' => 'x' }]))).errors.map { |finding| [finding.code, finding.place.to_s] })
  end

  # A part that states a finish has it decided by rows, rules and persons; it is compared, listed and told why.
  def test_a_finish_for_each_part
    family = edited({ 'do' => 'set_part', 'part' => 'frame', 'field' => 'finish', 'text' => 'galvanised' }, rule(when: 'length > 2 m', then: [{ 'set' => 'frame.finish', 'to' => 'painted' }]),
                    { 'do' => 'put_override', 'target' => 'frame.finish', 'value' => 'bare', 'reason' => 'Sample', 'rows_of' => { 'size' => 'SF-0500' } })
    plan = Plan.of(family)
    assert_equal(%w[bare galvanised painted], %w[SF-0500 SF-2000 SF-2500].map { |row| plan.outcome(pick(rows: { 'size' => row })).text('frame.finish') })
    assert_equal 'The part says so: galvanised.', plan.outcome(pick(rows: { 'size' => 'SF-2000' })).because('frame.finish').sentence
    csv = CSV.parse(Exchange::VariantsCSV.new(plan).to_csv, headers: true)
    assert_equal %w[bare painted], csv.map { |row| row['frame.finish'] }.values_at(0, 7)
    assert_nil Plan.of(side_frame).symbols['frame.finish']
    assert_equal family, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(family)).family
  end

  # A row may say in which unit it is shown; values stay what they are.
  def test_a_unit_of_display_for_each_row
    cells = ->(unit) { { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-1000', 'column' => 'shown_in', 'text' => unit } }
    column = { 'do' => 'add_column', 'table' => 'size', 'target' => 'shown_in', 'kind' => 'display_unit' }
    plan = Plan.of(edited(column, cells.call('in')))
    imperial = plan.outcome(pick(rows: { 'size' => 'SF-1000' }))
    assert_equal ['39.3701 in', 1000.0, '2000 mm'], [imperial.text('length'), imperial.value('length'), plan.outcome(pick(rows: { 'size' => 'SF-2000' })).text('length')]
    assert_includes imperial.because('shaft_count').sentence, 'length is 39.3701 in'
    wrong = Plan.of(edited(column, cells.call('inch')))
    assert_equal([[:unknown_unit, 'table size, row SF-1000, column shown_in']], wrong.errors.map { |finding| [finding.code, finding.place.to_s] })
    assert_equal '1000 mm', wrong.outcome(pick(rows: { 'size' => 'SF-1000' })).text('length')
  end

  def heavy(*edits)
    sets = side_frame.rules.find { |one| one.name == 'Heavy loads' }.to_tree.merge('set' => 'Loads', 'when' => 'length > 600 mm')
    Plan.of(edited({ 'do' => 'put_rule', 'rule' => sets }, *edits))
  end

  # A feature that opts out is decided by what else decides it, a variant takes no branch of any rule of the set; both are told.
  def test_opting_out_of_a_set_of_rules
    plain = heavy
    assert_equal [false, '3 mm'], [plain.outcome.value('windows.built'), plain.outcome.text('gauge')]
    plan = heavy({ 'do' => 'put_opt_out', 'set' => 'loads', 'subject' => 'windows', 'reason' => 'Weight' }, { 'do' => 'put_opt_out', 'set' => 'Loads', 'reason' => 'Tested', 'rows_of' => { 'size' => 'SF-2500' } })
    assert_empty plan.errors
    outcome = plan.outcome
    assert_equal [true, '3 mm'], [outcome.value('windows.built'), outcome.text('gauge')]
    assert_includes outcome.because('windows.built').over, 'Rule "Heavy loads" could, but windows opts out of loads. The reason: Weight'
    out = plan.outcome(pick(rows: { 'size' => 'SF-2500' }))
    assert_equal ['2.5 mm', []], [out.text('gauge'), out.lines.map(&:text) & ['Thicker sheet', 'Deburr both edges']]
    assert_includes out.because('gauge').over, 'Rule "Heavy loads" could, but this variant opts out of Loads.'
    assert_equal '3 mm', plan.outcome(pick(rows: { 'size' => 'SF-2000' })).text('gauge')
    assert_equal plan.family, Family::Elements.of(plan.family).family

    renamed = edited({ 'do' => 'rename_feature', 'name' => 'windows', 'to' => 'openings' }, { 'do' => 'rename_row', 'table' => 'size', 'row' => 'SF-2500', 'name' => 'LONG' }, family: plan.family)
    assert_equal ['openings from loads', 'Loads, size LONG'], renamed.opt_outs.map(&:name)
    part = heavy({ 'do' => 'put_opt_out', 'set' => 'Loads', 'subject' => 'frame', 'reason' => 'All of it' })
    assert part.outcome.value('windows.built')
    gone = edited({ 'do' => 'put_override', 'target' => 'windows.built', 'value' => 'no', 'reason' => 'x' },
                  { 'do' => 'put_rule_table', 'rule_table' => { 'name' => 'W', 'inputs' => ['depth'], 'outputs' => %w[windows.built tie_bore], 'rows' => [{ 'tests' => ['-'], 'values' => ['yes', '9 mm'] }] } },
                  { 'do' => 'remove_feature', 'feature' => 'windows' }, family: plan.family)
    assert_equal [['Loads, size SF-2500'], [], ['tie_bore'], ['9 mm']], [gone.opt_outs.map(&:name), gone.overrides, gone.rule_tables.last.outputs, gone.rule_tables.last.rows.first.values]
    assert_empty Plan.of(gone).errors
  end

  def test_bad_opting_out_is_refused_in_words
    { { 'set' => 'Lods' } => 'no set of rules "Lods"', { 'reason' => '' } => 'needs a reason', { 'subject' => '' } => 'Nothing opts out', { 'subject' => 'windws' } => 'no part or feature "windws"' }.each do |other, words|
      edit = { 'do' => 'put_opt_out', 'set' => 'Loads', 'subject' => 'windows', 'reason' => 'So', **other }
      assert_includes refused(Family::Edits::Error) { Family::Edits.apply(heavy.family, edit) }.message, words
    end
  end

  # Each instance has its own place; what the pattern has once cannot depend on the instance.
  def test_instances_and_their_number
    holes = [['horizontal.offset', '20 mm + index ** 2 * 10 mm'], %w[pattern.kind linear], %w[pattern.count 3], ['pattern.pitch', '0 mm']].map { |field, text| { 'do' => 'set_feature', 'feature' => 'label_hole', 'field' => field, 'text' => text } }
    family = edited(*holes)
    assert_equal [30.0, 60.0, 110.0], Result.new(Plan.of(family)).model.feature('label_hole').centres.map(&:first)
    pitch = edited({ 'do' => 'set_feature', 'feature' => 'label_hole', 'field' => 'pattern.pitch', 'text' => 'index * 1 mm' }, family: family)
    assert_equal([[:too_late, 'part frame, feature label_hole, pattern, pitch']], Plan.of(pitch).errors.map { |finding| [finding.code, finding.place.to_s] })
  end
end
