# frozen_string_literal: true

require_relative '../support/core'

# Which branches of a rule can be taken: against enumeration of all that is allowed, on random rules; and what mends findings
# about rules.
class ReachTest < CoreCase
  PARAMETERS = <<~YAML
    parameters:
      - {name: n, kind: count, default: 1, least: 0, most: 6}
      - {name: x, kind: number, unit: mm, default: 1 mm, least: 0 mm, most: 8 mm, step: 0.5 mm}
      - {name: wood, kind: choice, choices: [oak, ash, elm], default: oak}
      - {name: drilled, kind: yes_no, default: no}
      - {name: y, kind: number, unit: mm, default: 1 mm}
  YAML

  def condition(random, depth = 0)
    if depth < 2 && random.rand(2).zero?
      return [condition(random, depth + 1), condition(random, depth + 1)].join([' and ', ' or '].sample(random: random)).then { |text| "(#{text})" }
    end

    one = random.rand(-1..7)
    ["n = #{one}", "n > #{one}", "n <= #{one}", "x < #{one} mm", "x >= #{one} mm", "x in (#{one} mm..#{one + 2} mm]", "x between #{one} mm and #{one + 1} mm", "n in (#{one}, #{one + 1})", 'wood = "oak"',
     'wood in ("oak", "ash")', 'not(wood != "elm")', 'drilled', 'not(drilled)', "not(n < #{one})"].sample(random: random)
  end

  # Every allowed value, half a millimetre apart and just beside, in every combination.
  def taken(plan, rule)
    bound = plan.bound.rules.find { |own| own.rule.name == rule }
    numbers = (0..16).flat_map { |half| [half / 2.0, (half / 2.0) + 0.25] }.select { |value| value <= 8 }
    (0..6).to_a.product(numbers, %w[oak ash elm], [true, false]).to_h do |n, x, wood, drilled|
      values = { 'n' => n.to_f, 'x' => x, 'wood' => wood, 'drilled' => drilled }
      evaluator = Formula::Evaluator.new(plan.lists) { |variable| values.fetch(variable.name) }
      [values, bound.conditions.index { |own| evaluator.settled(own) } || bound.conditions.size]
    end.values.uniq
  end

  def test_what_is_never_taken_is_found_and_nothing_else
    random = Random.new(6)
    dead = 0
    (ENV['LATTICE_LONG'] ? 200 : 30).times do
      otherwise = random.rand(2).zero? ? [{ 'set' => 'y', 'to' => '9 mm' }] : []
      branches = Array.new(random.rand(1..3)) { |number| { 'when' => condition(random), 'then' => [{ 'set' => 'y', 'to' => "#{number} mm" }] } }
      rule = { 'name' => 'R', **branches.first, 'else_when' => branches.drop(1), 'otherwise' => otherwise }
      plan = Plan.of(Family::Edits.apply(family(PARAMETERS), { 'do' => 'put_rule', 'rule' => rule }))
      never = (0...(branches.size + otherwise.size)).to_a - taken(plan, 'R')
      found = Checks::Reach.new(plan, plan.bound.rules.first).findings
      always = branches.one? && otherwise.empty? && taken(plan, 'R') == [0]
      assert_equal always ? [:always_fires] : never.map { :never_fires }, found.map(&:code), rule.inspect
      dead += never.size
    end
    assert_operator dead, :>, 5, 'the rules are worth looking at'
  end

  def test_contradictions_are_told_in_the_review_and_the_trial
    plan = Plan.of(Family::Edits.apply(family(PARAMETERS), { 'do' => 'put_rule', 'rule' => { 'name' => 'R', 'when' => 'n = 2 and n = 3', 'then' => [{ 'set' => 'y', 'to' => '2 mm' }] } }))
    found = Checks::Review.new(plan).to_tree['findings'].find { |finding| finding['code'] == 'never_fires' }
    assert_equal ['rule R, when', 'Remove the rule R'], [found['place'], found['mend']['title']]
    without = Plan.of(family(PARAMETERS))
    assert_equal ['When: This condition can never hold, whatever is allowed.'], Checks::RuleTrial.new(plan, without, 'R').to_tree(pick)['reach']
  end

  # Each remedy leads to a family without the finding.
  def test_remedies_of_rules
    rule = ->(name, condition, effects, **others) { { 'name' => name, 'when' => condition, 'then' => effects, **others.transform_keys(&:to_s) } }
    set = ->(name, text) { [{ 'set' => name, 'to' => text }] }
    { [rule.call('A', 'n > 2', set.call('y', '2 mm')), rule.call('B', 'n > 4', set.call('y', '3 mm'))] => ['can_disagree', 'Join them in one chain: A, else B'],
      [rule.call('A', 'nn > 2', set.call('y', '2 mm'))] => ['unknown_name', 'Type n for nn'],
      [rule.call('A', 'n > 2', set.call('y', 'xx + 2 mm'))] => ['unknown_name', 'Type x for xx'],
      [rule.call('A', 'n > 2', set.call('wod', 'oak'))] => ['unknown_name', 'Type wood for wod'],
      [rule.call('A', 'n > 2', set.call('y', '2 mm'), else_when: [{ 'when' => 'n > 3', 'then' => set.call('y', '4 mm') }])] => ['never_fires', 'Remove that branch of A'],
      [rule.call('A', 'n >= 0', set.call('y', '2 mm'), otherwise: set.call('y', '4 mm'))] => ['never_fires', 'Remove the otherwise of A'],
      [rule.call('A', 'n > 2', set.call('z', '2 mm'))] => ['no_default', 'Add an otherwise to A: z 2 mm'] }.each do |rules, (code, title)|
      with_z = "#{PARAMETERS}  - {name: z, kind: number, unit: mm}\n"
      plan = Plan.of(rules.reduce(family(code == 'no_default' ? with_z : PARAMETERS)) { |own, tree| Family::Edits.apply(own, { 'do' => 'put_rule', 'rule' => tree }) })
      found = Checks::Review.new(plan).to_tree['findings'].find { |finding| finding['code'] == code }
      assert_equal title, found.dig('mend', 'title'), rules.inspect
      mended = found['mend']['edits'].reduce(plan.family) { |own, edit| Family::Edits.apply(own, edit) }
      left = Checks::Review.new(Plan.of(mended)).found.map { |one| one.finding.code.to_s }
      refute_includes left - (code == 'no_default' ? [code] : []), code, title
    end
  end
end
