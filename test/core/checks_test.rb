# frozen_string_literal: true

require_relative '../support/core'

# What looks at a whole family: the lattice, trials of formulas, previews of imports.
class ChecksTest < CoreCase
  # Every cell of the lattice says what the outcome of its variant says.
  def test_the_lattice_shows_the_outcomes
    plan = Plan.of(side_frame)
    table = side_frame.tables.first
    lattice = Checks::Lattice.new(plan, table)

    assert_equal table.rows.map(&:name), lattice.columns.map(&:name)
    lattice.columns.each_with_index do |column, index|
      outcome = plan.outcome(pick(rows: { 'size' => column.name }))
      lattice.features.each do |feature|
        assert_equal outcome.state(feature.name), lattice.cell(feature, index).state
      end
    end
    constant = lattice.features.select { |feature| lattice.constant?(feature) }.map(&:name)
    assert_equal %w[upper_flange lower_flange shaft_holes left_leg_slot right_leg_slot guide_holes], constant
    windows = side_frame.feature('windows')
    assert_equal(%w[formula formula rule], [0, 1, 7].map { |index| lattice.cell(windows, index).decider })
    assert_equal(2, Checks::Lattice.new(plan, table, range: 3..4).columns.size)
  end

  # A cell with a finding about its feature is marked.
  def test_the_lattice_marks_what_is_wrong
    family = Family::Edits.apply(side_frame, 'do' => 'set_feature', 'feature' => 'label_hole',
                                             'field' => 'horizontal.offset', 'text' => '1 mm')
    lattice = Checks::Lattice.new(Plan.of(family), family.tables.first)
    marked = lattice.features.select { |feature| lattice.cell(feature, 0).wrong }.map(&:name)

    assert_equal ['label_hole'], marked
  end

  def test_trials_tell_the_value_here_and_over_all_variants
    trial = Checks::Trial.new(Plan.of(side_frame))
    here = pick(rows: { 'size' => 'SF-1000' })

    assert_equal({ 'here' => '500 mm', 'variants' => 8, 'unit' => 'mm', 'least' => '250 mm', 'most' => '1250 mm' },
                 trial.run('length / 2', { 'parameter' => 'depth' }, here).except('rows'))
    assert_equal({ 'here' => 'no', 'variants' => 8, 'unit' => nil, 'holds' => 3 },
                 trial.run('length > 1500 mm', { 'condition' => true }, here).except('rows'))
    assert_equal(%w[no no no no no yes yes yes], trial.run('length > 1500 mm', { 'condition' => true }, here)['rows'].map { |row| row['value'] })
    assert_equal 'mm2', trial.run('length * depth', { 'any' => true }, here)['unit']
    assert_equal '3', trial.run('3', { 'unit' => '' }, here)['here']
    assert_match(/Did you mean length/, refused { trial.run('lenght', { 'any' => true }, here) }.remedy)
    assert_equal :dimension, refused { trial.run('2 kg', { 'unit' => 'mm' }, here) }.code
  end

  def test_previews_tell_changes_and_their_effects
    old = Plan.of(side_frame)
    units = Exchange::TableCSV.units(old)
    csv = Exchange::TableCSV.write(side_frame.tables.first, units).sub('SF-0800,800,', 'SF-0800,590,')
                            .sub(/^SF-2500.*\n/, "SF-3000,3000,160,3,light,100,,\n")
    table = Exchange::TableCSV.read(csv, side_frame.tables.first, units)
    preview = Checks::ImportPreview.new(old, Plan.of(side_frame.with(tables: [table]))).to_tree
    changes = preview['changes'].map { |change| change.values_at('kind', 'row', 'column', 'before', 'after') }

    assert_includes changes, %w[changed SF-0800 length 800 590]
    assert_equal %w[changed gone new], changes.map(&:first).sort
    assert_includes preview['effects'], 'SF-0800: Windows shown → suppressed'
    assert(preview['effects'].any? { |text| text.match?(/\ASF-0800: mass .* kg → .* kg\z/) })
  end
end
