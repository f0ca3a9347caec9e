# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/formula_maker'

# Conditions as trees of picks: whatever is typed comes back as it was, and whatever is changed changes that alone.
class PickedTest < CoreCase
  Picked = VastLattice::Formula::Picked

  # The tree without what it was written as, so that all of it is written anew.
  def bare(tree)
    case tree
    when Hash then tree.except('text').transform_values { |part| bare(part) }
    when Array then tree.map { |part| bare(part) }
    else tree
    end
  end

  def shape(text) = bare(Picked.read(text))

  def test_what_picks_can_say
    length = { 'name' => 'length', 'sign' => '>=', 'value' => '900 mm' }
    finish = { 'name' => 'finish', 'among' => ['"painted"', '"bare"'] }
    assert_equal length, shape('length >= 900 mm')
    assert_equal({ 'all' => [length, { 'any' => [finish, { 'name' => 'windows.built', 'is' => 'no' }] }] }, shape('length >= 900 mm and (finish in ("painted", "bare") or not(windows.built))'))
    assert_equal({ 'name' => 'length', 'from' => '1 m', 'till' => '2 m', 'open' => '(]' }, shape('length in (1 m..2 m]'))
    assert_equal({ 'name' => 'length', 'from' => '1 m', 'till' => 'depth * 2', 'open' => '[]' }, shape('length between 1 m and depth * 2'))
    assert_equal({ 'not' => { 'all' => [length, { 'typed' => 'odd(count)' }] } }, shape('not(length >= 900 mm and odd(count))'))
    assert_equal({ 'all' => [length, length, length] }, shape('length >= 900 mm and (length >= 900 mm and length >= 900 mm)'))
    assert_equal({ 'typed' => '(a + b) * 2 > c' }, shape('(a + b) * 2 > c'))
    assert_equal({ 'name' => 'size.row', 'sign' => '=', 'value' => '"SF-0500"' }, shape('size.row = "SF-0500"'))
  end

  # Changing one piece leaves the others as they were typed, blanks and all; brackets come where they are needed.
  def test_one_piece_is_changed
    tree = Picked.read('length  >=  900 mm and (finish="bare" or odd(count))')
    changed = tree.except('text').merge('all' => [tree['all'][0].except('text').merge('value' => '1'), tree['all'][1]])
    assert_equal 'length >= 1 mm and (finish="bare" or odd(count))', Picked.write(changed) { |_, text| text == '1' ? '1 mm' : text }
    any = { 'any' => [{ 'typed' => '(a) or (b)' }, { 'typed' => 'c' }] }
    assert_equal '((a) or (b) or c) and d', Picked.write('all' => [any, { 'typed' => 'd' }])
    assert_equal '((a) or (b)) and (d)', Picked.write('all' => [{ 'typed' => '(a) or (b)' }, { 'typed' => '(d)' }])
    assert_equal 'length > … and …', Picked.write('all' => [{ 'name' => 'length', 'sign' => '>', 'value' => ' ' }, { 'all' => [] }])
    assert_raises(VastLattice::Formula::Error) { Picked.write('all' => ['a']) }
  end

  SCOPE = <<~YAML
    parameters:
      - {name: n, kind: count, default: 3}
      - {name: length, kind: number, unit: mm, default: 100 mm}
      - {name: gap, kind: number, unit: mm, default: 3 mm}
      - {name: yes, kind: yes_no, default: true}
      - {name: unknown, kind: yes_no, formula: nothing > 1}
      - {name: nothing, kind: number, formula: 1 / (n - 3)}
      - {name: wood, kind: choice, choices: [oak, ash], default: oak}
  YAML

  # Text → picks → text: the same meaning, also when every piece is written anew. Conditions of every kind, at random.
  def test_random_conditions_keep_their_meaning
    plan = plan(SCOPE)
    values = plan.outcome.values
    read = 0
    seed = 0
    while read < (ENV['LATTICE_LONG'] ? 2000 : 200)
      text = FormulaMaker.new(seed += 1).send(:truth, 1 + (seed % 4))
      begin
        meaning = meaning(text, plan, values)
      rescue VastLattice::Formula::Error
        next
      end
      read += 1
      tree = Picked.read(text)
      assert_equal text.strip, Picked.write(tree).strip
      assert_equal meaning, meaning(Picked.write(bare(tree)), plan, values), text
    end
  end

  # What a condition says in several cases: nil where it is undefined.
  def meaning(text, plan, values)
    typed = VastLattice::Formula.type(text, plan.symbols.scope, expected: VastLattice::Formula::BOOLEAN)
    names = typed.variables.map { |variable| "v#{variable.index} = v[#{variable.index}]; " }.join
    run = VastLattice::Formula.compile(VastLattice::Formula::Emitter.lambda_of('v', "#{names}#{VastLattice::Formula::Emitter.settled(typed)}")).call(plan.lists)
    cases = [values, values.map { |value| value.is_a?(Float) ? value * 2 : value }, values.map { |value| [true, false].include?(value) ? !value : value }]
    cases.map { |given| run.call(given) }
  end
end
