# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/known_family'

# The program against a second, independent reading of the design: over many random families whose meaning is known, every
# value, state, decider and broken limit is what the ladder of deciders says.
class KnownMeaningTest < CoreCase
  # A fifth of them is always defined; bin/test --long takes 1,250.
  COUNT = ENV['LATTICE_LONG'] ? 1250 : 70
  # Made and compiled once, by seed.
  CASES = Hash.new do |cases, seed|
    known = KnownFamily.new(seed, undefined: seed % 5 != 0)
    cases[seed] = [known, VastLattice::Plan.of(known.family)]
  end

  def each_case
    COUNT.times do |seed|
      known, plan = CASES[seed]
      assert_predicate plan, :runnable?, "seed #{seed}: #{plan.errors.join("\n")}"
      known.picks.each { |pick| yield known, known.meaning(pick), plan.outcome(pick), seed }
    end
  end

  def told(outcome, name)
    value = outcome.value(name)
    return value unless value.is_a?(Float)

    value.nan? ? nil : value / millimetre(outcome)
  end

  # What the program holds for one millimetre.
  def millimetre(outcome) = @millimetre ||= outcome.plan.symbols['p0'].unit.factor.to_f

  def test_values_and_deciders
    kinds = Hash.new(0)
    each_case do |known, meaning, outcome, seed|
      names = known.numbers.map(&:name) + ['wood']
      names.each do |name|
        value, kind = meaning.decided(name)
        kinds[kind] += 1
        same?(value, told(outcome, name)) or flunk "seed #{seed}, #{name}: #{value} expected, #{outcome.text(name)} told"
        assert_equal kind, outcome.decider(name).kind, "seed #{seed}, #{name}"
      end
    end
    assert_equal %i[answer default formula override rule table], kinds.keys.sort
    assert_operator kinds.values.min, :>, COUNT / 3, 'each decider is met often'
  end

  def same?(expected, told) = expected.is_a?(Float) ? !told.nil? && (expected - told).abs < 1e-6 * [1, expected.abs].max : expected == told

  def test_states
    states = Hash.new(0)
    each_case do |known, meaning, outcome, seed|
      known.features.each do |feature|
        state = meaning.state_of(feature)
        states[state] += 1
        assert_equal state, outcome.state(feature.name), "seed #{seed}, #{feature.name}"
        next if feature.under && !meaning.built?(known.features.find { |one| one.name == feature.under })

        assert_equal meaning.kind("#{feature.name}.built"), outcome.decider("#{feature.name}.built").kind, "seed #{seed}, #{feature.name}"
      end
    end
    assert_operator states.values.min, :>, COUNT / 3, states
    assert_equal %i[hidden shown suppressed undefined], states.keys.sort
  end

  # What is undefined is an error where it arises, and nothing else is: each undefined value is told, or follows from one.
  def test_what_is_undefined_is_told
    told = 0
    each_case do |known, meaning, outcome, seed|
      lost = known.numbers.map(&:name).select { |name| meaning.value(name).nil? }
      findings = outcome.findings.select { |finding| %i[undefined follows].include?(finding.code) }
      lost.each { |name| assert findings.any? { |finding| finding.to_s.match?(/\b#{name}\b/) }, "seed #{seed}, #{name}: #{findings.map(&:to_s)}" }
      assert findings.any? { |finding| finding.code == :undefined && finding.error? }, "seed #{seed}" if lost.any?
      told += lost.size
    end
    assert_operator told, :>, COUNT / 2
  end

  # A limit that is broken, and two rules that disagree, are found; nothing else of the kind is.
  def test_broken_limits_and_rules_that_disagree
    met = Hash.new(0)
    each_case do |_, meaning, outcome, seed|
      findings = outcome.findings
      limits = findings.select { |finding| %i[below_least above_most].include?(finding.code) }
      assert_equal meaning.beyond.sort, limits.map { |finding| [finding.code.to_s, finding.place.path.last] }.sort, "seed #{seed}"
      assert_equal meaning.disputed.sort, findings.select { |finding|
        finding.code == :rules_disagree
      }.map { |finding| disputed(finding) }.sort, "seed #{seed}"
      met[:beyond] += limits.size
      met[:disputed] += meaning.disputed.size
    end
    assert_operator met.values.min, :>, COUNT / 6, met
  end

  # The target that the finding is about.
  def disputed(finding) = finding.message[/\ARules disagree on ([\w.]+):/, 1]
end
