# frozen_string_literal: true

require_relative '../support/core'

# What looks at a whole family: the lattice, trials of formulas, previews of imports.
class ChecksTest < CoreCase
  # A cell with a finding about its feature is marked.
  def test_the_lattice_marks_what_is_wrong
    family = Family::Edits.apply(side_frame, 'do' => 'set_feature', 'feature' => 'label_hole',
                                             'field' => 'horizontal.offset', 'text' => '1 mm')
    lattice = Variants::Lattice.new(Plan.of(family), family.tables.first)

    assert_equal(['label_hole'], lattice.figures(0..0).first['wrong'])
    assert_empty(Variants::Lattice.new(Plan.of(side_frame), side_frame.tables.first).figures(0..).flat_map { |figure| figure['wrong'] })
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

  # Worked by hand: lengths are 500 to 2500 mm; of a mass there is the product in view alone.
  def test_a_base_price_is_tried
    plan = Plan.of(side_frame)
    try = ->(text) { Checks::Trial.new(plan).run(text, { 'base_price' => true }, pick(rows: { 'size' => 'SF-1000' })) }
    assert_equal({ 'here' => '15.00 EUR', 'variants' => 8, 'least' => '12.50 EUR', 'most' => '22.50 EUR' }, try.call('10 EUR + 5 EUR/m * length'))
    mass = Result.new(plan, pick(rows: { 'size' => 'SF-1000' })).facts['mass']
    assert_equal({ 'here' => format('%.2f EUR', 2 * mass), 'variants' => 0 }, try.call('2 EUR/kg * product.mass'))
    assert_equal '7.00 EUR', try.call('7')['here']
    assert_equal :dimension, refused { try.call('5 kg') }.code
    assert_match(/Did you mean length/, refused { try.call('5 EUR/m * lenght') }.remedy)
  end
end
