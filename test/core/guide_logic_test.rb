# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_form'

# A plan in the language of the solver: it never misses a product that is valid, and what it is sure of is what the plan computes.
class GuideLogicTest < CoreCase
  TIMES = ENV['LATTICE_LONG'] ? 60 : 6

  def satisfiable?(filling)
    trying = Guide::Trying.new(filling)
    domains = filling.fields.reject { |field| field.target.type.text? && field.order.empty? }.map { |field| Guide::Domain.new(filling.plan, field, trying.now(field)) }
    encoding = Guide::FormLogic.new(trying, domains, {})
    solver = Z3::Solver.new
    [*encoding.facts, *encoding.changes.values.map { |change| ~change.changed }].each { |fact| solver.assert(fact) }
    solver.satisfiable?
  end

  # Answers at random that a form takes.
  def answers(filling, random)
    filling.fields.select { random.rand < 0.5 }.to_h do |field|
      domain = Guide::Domain.new(filling.plan, field, nil)
      [field.target.name, domain.any? ? field.answer(domain.at(random.rand(domain.size))) : 'x']
    end
  end

  def test_nothing_valid_is_missed
    random = Random.new(21)
    looked = Hash.new(0)
    %w[side-frame roller].each do |name|
      plan = Plan.of(read_family(File.read(File.join(ROOT, "demo/#{name}.yaml"))))
      plan.family.forms.each do |form|
        empty = Guide::Filling.new(plan, form)
        TIMES.times do
          filling = Guide::Filling.new(plan, form, answers(empty, random))
          found = satisfiable?(filling)
          looked[[filling.valid?, found]] += 1
          assert found, "#{name} #{filling.answers}" if filling.valid?
        end
      end
    end
    # And most of what is not valid is known to be so.
    assert_operator looked[[true, true]], :>, 2
    assert_operator looked[[false, false]], :>, looked[[false, true]]
  end

  FORMULAS = ['2 * a + b', '(a - b) / 2', 'a * 3 - b * 0.5', 'if a > b then a - b else b - a', 'min(a, b, 30 mm)', 'max(a, 2 * b)', 'abs(a - b)', 'round_up(a, 7 mm)', 'round_down(b, 7 mm)', 'round_to(a + b, 4 mm)',
              'modulo(a, 9 mm)', 'floor(a / b) * 1 mm', 'ceiling(a / 7 mm) * 1 mm', 'sum(a, b, a)', 'if a between 15 mm and 40 mm then 1 mm else 2 mm', 'if a in (20 mm, 30 mm) then 1 mm else 2 mm',
              'if a in [20 mm..b] then 1 mm else 2 mm', 'if c = "x" and not(d) then a else b', 'if c in ("x", "z") or d then a else b', 'lookup([1 mm, 2 mm, 3 mm], ["x", "y", "z"], c)',
              'lookup_at_least([10 mm, 25 mm, 60 mm], [10 mm, 25 mm, 60 mm], a)', 'lookup_at_most([10 mm, 25 mm, 60 mm], [10 mm, 25 mm, 60 mm], b)', '(a / 1 mm) ** 2 * 1 mm', '-a + 100 mm', 'if any(d, a > b) then 5 mm else 6 mm'].freeze

  def computing(formulas)
    tree = { 'vast_lattice' => 1, 'family' => 'Computing', 'forms' => [{ 'name' => 'f', 'pages' => [{ 'title' => 'P', 'groups' => [{ 'fields' => %w[a b c d].map { |name| { 'ask' => name } } }] }] }],
             'parameters' => [*%w[a b].map { |name| { 'name' => name, 'kind' => 'number', 'unit' => 'mm', 'default' => '20 mm', 'least' => '10 mm', 'most' => '60 mm', 'step' => '0.5 mm' } },
                              { 'name' => 'c', 'kind' => 'choice', 'choices' => %w[x y z], 'default' => 'x' }, { 'name' => 'd', 'kind' => 'yes_no', 'default' => 'no' },
                              *formulas.each_with_index.map { |formula, index| { 'name' => "f#{index}", 'kind' => 'number', 'unit' => 'mm', 'formula' => formula } }] }
    Plan.of(read_family(JSON.generate(tree))).tap { |plan| assert_empty plan.errors }
  end

  # With all answers given, every formula has one value for the solver: that of the plan.
  def test_the_solver_computes_what_the_plan_computes
    plan = computing(FORMULAS)
    random = Random.new(3)
    10.times do
      given = { 'a' => "#{10 + (random.rand(100) * 0.5)} mm", 'b' => "#{10 + (random.rand(100) * 0.5)} mm", 'c' => %w[x y z].sample(random: random), 'd' => %w[yes no].sample(random: random) }
      filling = Guide::Filling.new(plan, plan.family.forms.first, given)
      encoding = Guide::FormLogic.new(Guide::Trying.new(filling), [], {})
      values = encoding.instance_variable_get(:@values)
      solver = Z3::Solver.new
      encoding.facts.each { |fact| solver.assert(fact) }
      assert_predicate solver, :satisfiable?
      FORMULAS.each_with_index do |formula, index|
        expected = filling.result.outcome.value("f#{index}")
        solver.push
        # No other value is possible, but for what numbers are rounded to.
        solver.assert(~Z3.And(values[plan.symbols["f#{index}"].index] >= Logic.real(expected - 1e-6), values[plan.symbols["f#{index}"].index] <= Logic.real(expected + 1e-6)))
        assert_predicate solver, :unsatisfiable?, "#{formula} with #{given} is #{expected}"
        solver.pop
      end
    end
  end

  # A seventh of most numbers is rounded, so that seven of it are not quite the number: only where they are, at 7 and at 14, is it
  # forbidden. The solver must not miss the others, and finds the nearest.
  def test_rounding_at_exact_limits
    tree = { 'vast_lattice' => 1, 'family' => 'Seventh', 'forms' => [{ 'name' => 'f', 'pages' => [{ 'title' => 'P', 'groups' => [{ 'fields' => [{ 'ask' => 'width' }] }] }] }],
             'parameters' => [{ 'name' => 'width', 'kind' => 'number', 'unit' => 'mm', 'default' => '7 mm', 'least' => '1 mm', 'most' => '20 mm', 'step' => '1 mm' },
                              { 'name' => 'part', 'kind' => 'number', 'unit' => 'mm', 'formula' => 'width / 7' }],
             'rules' => [{ 'name' => 'Exactly', 'when' => 'part * 7 = width', 'then' => [{ 'forbid' => 'It comes out even.' }] }] }
    plan = Plan.of(read_family(JSON.generate(tree)))
    valid = (1..20).reject { |width| plan.outcome(pick(answers: { 'width' => width.to_s })).findings.any?(&:error?) }
    assert_equal [*1..20] - [7, 14], valid

    trying = Guide::Trying.new(Guide::Filling.new(plan, plan.family.forms.first, { 'width' => '7' }))
    domains = trying.fields.map { |field| Guide::Domain.new(plan, field, trying.now(field)) }
    found = Guide::Solver.new(trying, domains, {}).proposals(1, 1, 1).map { |proposal| proposal.changes.values }
    assert_includes [[[6.0]], [[8.0]]], found
  end

  # Numbers far apart, where trying everything would take too long: the nearest by the solver is as near as can be.
  def test_numbers_that_depend_on_each_other
    plan = computing(['a + b'])
    rules = [{ 'name' => 'Sum', 'when' => 'f0 < 90.5 mm', 'then' => [{ 'forbid' => 'Too small.' }] }, { 'name' => 'Apart', 'when' => 'abs(a - b) < 7 mm', 'then' => [{ 'forbid' => 'Too near.' }] }]
    made = Plan.of(plan.family.with(rules: rules.map { |rule| Family::Rule.from_tree(rule) }))
    filling = Guide::Filling.new(made, made.family.forms.first, { 'a' => '20', 'b' => '21' })
    proposals = Guide::Proposals.new(filling)
    found = proposals.all.first
    assert_equal [2, true], [found.changes.size, proposals.filled(found).valid?]
    values = [10.0].product([10.0]).then { (20..120).map { |half| half / 2.0 } }
    least = values.product(values).select { |a, b| a + b >= 90.5 && (a - b).abs >= 7 }.map { |a, b| ((a - 20).abs + (b - 21).abs) / 50 }.min
    assert_in_delta least, found.cost.last, 1e-9
  end
end
