# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/known_family'

# An outcome as data says what the outcome said, without the plan that made it.
class FrozenOutcomeTest < CoreCase
  Frozen = Exchange::FrozenOutcome

  def frozen(family, pick = Plan::Pick.new, **options)
    result = Result.new(Plan.of(family), pick)
    [result, Frozen.read(Frozen.of(result, **options).to_json)]
  end

  def test_it_says_what_the_outcome_said
    picks = [Plan::Pick.new, Plan::Pick.new(rows: { 'size' => 'SF-0500' }), Plan::Pick.new(rows: { 'size' => '' }, answers: { 'length' => '2.4 m' })]
    picks.each do |pick|
      result, kept = frozen(side_frame, pick, views: %w[front end flat])
      outcome = result.outcome
      outcome.plan.targets.each do |target|
        assert_equal JSON.parse(JSON.generate(outcome.because(target.name).to_tree)), kept.because(target.name)
        next unless target.value?

        assert_equal [outcome.text(target.name), outcome.decider(target.name).to_s], [kept.text(target.name), kept.decider(target.name)]
      end
      side_frame.features.each { |feature| assert_equal outcome.state(feature.name).to_s, kept.state(feature.name) }
      assert_equal outcome.labels['part_number'], kept.label('part_number')
      assert_equal result.fact_texts['mass'], kept.fact('mass')
      %w[front end flat].each { |view| assert_equal result.view(view), kept.picture(view) }
      assert_equal result.errors?, kept.errors?
      assert_equal 'Side frame', kept.family
    end
  end

  # Also of families in which much is undefined: what has no value is told so, and nothing breaks the JSON.
  def test_undefined_values_are_kept
    40.times do |seed|
      known = KnownFamily.new(seed, undefined: true)
      result, kept = frozen(known.family, known.picks.first)
      result.outcome.plan.targets.select(&:value?).each { |target| assert_equal result.outcome.text(target.name), kept.text(target.name), "seed #{seed}" }
      assert_equal result.errors?, kept.errors?, "seed #{seed}"
    end
  end

  def test_what_differs_between_two
    _, one = frozen(side_frame, Plan::Pick.new(rows: { 'size' => 'SF-0500' }))
    _, other = frozen(side_frame, Plan::Pick.new(rows: { 'size' => 'SF-2000' }))
    differing = one.differences(other)
    assert_equal ['500 mm', '2000 mm'], differing['length']
    assert_equal %w[suppressed shown], differing['windows']
    assert_equal(%w[SF-500 SF-2000], differing['part_number'].map { |number| number[/\A\w+-\d+/] })
    assert_equal %w[5 26], differing['Shaft holes: how many']
    assert_empty one.differences(one)
    assert_nil one.text('nothing')
    assert_nil one.because('nothing')
  end

  def test_what_is_none_is_refused
    _, kept = frozen(side_frame)
    tree = JSON.parse(kept.to_json)
    { 'x' => /not well-formed/, '[]' => /no frozen outcome/, '{}' => /no frozen outcome/, '{"vast_lattice_outcome": 7}' => /Version 7 is not known/,
      ('[' * 5000) => /not well-formed/, JSON.generate(tree.except('values')) => /values is missing/,
      JSON.generate(tree.merge('reasons' => 7)) => /reasons is missing or of another kind/ }
      .each { |text, words| assert_match(words, refused(Exchange::Unreadable) { Frozen.read(text) }.problems.first.message, text[0, 60]) }
    assert_equal kept.to_tree, Frozen.read(JSON.generate(tree.merge('stray' => 1))).to_tree
  end
end
