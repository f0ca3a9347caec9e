# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_form'

# Filling in a form, against trying everything: which choices are possible now, and the nearest valid products.
class GuideTest < CoreCase
  TIMES = ENV['LATTICE_LONG'] ? 300 : 10

  def each_filling
    TIMES.times do |seed|
      maker = RandomForm.new(seed)
      family = maker.family
      plan = Plan.of(family)
      next unless plan.runnable?

      (maker.large? ? 1 : 3).times { yield Guide::Filling.new(plan, family.forms.first, maker.answers(family)), seed }
    end
  end

  # All values that each field can have, as entries.
  def entries(filling)
    filling.fields.to_h do |field|
      numbers = field.order.empty? ? (10..60).step(10).map { |amount| "#{amount} mm" } : nil
      [field, numbers || field.order.map { |value| field.answer(value) }]
    end
  end

  # What is wrong with other answers, by code and place, and whether those hold that are wanted.
  def looked(filling, answers, wanted)
    other = Guide::Filling.new(filling.plan, filling.form, filling.answers.merge(answers))
    holds = wanted.all? { |field, entry| field.answer(other.result.outcome.values[field.target.index]) == entry }
    [other.findings.select(&:error?).map { |finding| [finding.code, finding.place&.path] }, holds]
  end

  def test_impossible_choices_are_those_that_enumeration_finds
    found = 0
    each_filling do |filling, seed|
      told = Guide::Choices.new(filling).to_tree
      present, = looked(filling, {}, {})
      expected = {}
      entries(filling).each do |field, list|
        next if field.order.empty? || !filling.state.seen?(field)

        now = field.answer(filling.result.outcome.values[field.target.index])
        (list - [now]).each do |entry|
          errors, holds = looked(filling, { field.target.name => entry }, { field => entry })
          (expected[field.at] ||= []) << entry unless holds && (errors - present).empty?
        end
      end
      found += expected.size
      assert_equal expected, told.transform_values(&:keys), "family #{seed}"
    end
    assert_operator found, :>, TIMES / 4
  end

  # Changes of a large family that are tried one by one.
  MOST = 2

  # The least number of answers to change, by trying all products; nil where there is none (of a large family: none with so few).
  def least(filling)
    lists = entries(filling)
    fields = lists.keys
    most = fields.size > 6 ? MOST : fields.size
    now = fields.map { |field| field.answer(filling.result.outcome.values[field.target.index]) }
    (0..most).find do |size|
      fields.each_index.to_a.combination(size).any? do |at|
        at.map { |index| lists[fields[index]] - [now[index]] }.then { |first, *rest| first ? first.product(*rest) : [[]] }.any? do |values|
          changed = at.map { |index| fields[index] }.zip(values).to_h
          errors, holds = looked(filling, changed.transform_keys { |field| field.target.name }, changed)
          holds && errors.empty? && stands?(filling, changed)
        end
      end
    end
  end

  # Whether all else that is answered, and holds now, still holds.
  def stands?(filling, changed)
    other = Guide::Filling.new(filling.plan, filling.form, filling.answers.merge(changed.transform_keys { |field| field.target.name }))
    now = ->(one, field) { one.result.outcome.values[field.target.index] }
    filling.given.all? { |field, value| changed.key?(field) || now.call(filling, field) != value || now.call(other, field) == value }
  end

  def test_proposals_are_valid_and_of_least_size
    sizes = Hash.new(0)
    each_filling do |filling, seed|
      next if filling.valid?

      proposals = Guide::Proposals.new(filling)
      wanted = least(filling)
      next few(filling, proposals, seed) if wanted.nil? && filling.fields.size > 6

      assert_equal [wanted], [proposals.all.first&.changes&.size], "family #{seed} #{filling.answers}"
      proposals.all.each do |proposal|
        assert_predicate proposals.filled(proposal), :valid?
        assert_equal wanted, proposal.changes.size
      end
      assert_equal proposals.all.sort_by(&:cost).map(&:cost), proposals.all.map(&:cost)
      sizes[wanted] += 1
      solved(filling, proposals, seed)
    end
    assert_operator sizes.fetch(1), :>, 3
  end

  # Where few changes do not do, none is proposed with so few.
  def few(_filling, proposals, seed)
    assert(proposals.all.all? { |proposal| proposal.changes.size > MOST && proposals.filled(proposal).valid? }, "family #{seed}")
  end

  # The solver alone finds the same as trying everything.
  def solved(filling, proposals, seed)
    trying, domains = %i[@trying @domains].map { |name| proposals.instance_variable_get(name) }
    solver = Guide::Solver.new(trying, domains, {})
    found = []
    # Without a process of its own, of which one is enough to be tried (test_numbers_that_depend_on_each_other).
    solver.send(:search, 0, domains.size, 3) { |changes| found << Guide::Proposal.of(changes.to_h { |index, value| [domains[index], value] }, Guide::Importance.new(trying)) }
    assert_equal proposals.all.map { |one| one.cost.first(2) }, found.map { |one| one.cost.first(2) }, "family #{seed} #{filling.answers}"
    proposals.all.zip(found).each { |one, other| assert_in_delta one.cost.last, other.cost.last, 1e-6, "family #{seed}" }
  end

  # Choices stand in an order: of those that do, the nearest is proposed. Heavy with a pitch of 100 is forbidden; medium is nearer than light.
  def test_no_nearer_choice_is_skipped
    body = <<~YAML
      parameters:
        - {name: load, kind: choice, choices: [light, medium, heavy], default: light}
        - {name: pitch, kind: number, unit: mm, default: 75 mm, least: 50 mm, most: 200 mm, step: 25 mm}
      rules:
        - {name: Dense, when: load = "heavy" and pitch > 75 mm, then: [{forbid: Too wide.}]}
      forms:
        - {name: f, pages: [{title: P, groups: [{fields: [{ask: pitch}, {ask: load}]}]}]}
    YAML
    plan = plan(body)
    filling = Guide::Filling.new(plan, plan.family.form('f'), { 'load' => 'heavy', 'pitch' => '100 mm' })
    tried = Guide::Proposals.new(filling).all.map { |one| one.changes.transform_keys { |field| field.target.name } }
    assert_equal [{ 'load' => 'medium' }, { 'pitch' => 75.0 }], tried.sort_by(&:keys)
    trying = Guide::Trying.new(filling)
    domains = trying.fields.map { |field| Guide::Domain.new(plan, field, trying.now(field)) }
    solved = Guide::Solver.new(trying, domains, {}).proposals(1, 1, 3).map { |one| one.changes.to_h { |field, value| [field.target.name, value] } }
    assert_equal tried.to_set(&:to_a), solved.to_set(&:to_a)
  end
end
