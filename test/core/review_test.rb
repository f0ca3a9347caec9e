# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_family'

# The health of a whole family: every fault once, with the variants that show it, and one count of what is valid.
class ReviewTest < CoreCase
  FAULTY = File.read(File.expand_path('../data/faulty.yaml', __dir__))

  def review(family) = Checks::Review.new(Plan.of(family))

  def test_every_planted_fault_once_and_no_wrong_row_is_valid
    found = review(Exchange::FamilyFile.read(FAULTY).family).found
    by_code = found.group_by { |one| one.finding.code }

    assert_equal 1, by_code.fetch(:label_collides).size
    assert_match(/A, C have the same part number, P-50/, by_code[:label_collides].first.finding.message)
    assert_equal([{ 'size' => 'D' }], by_code.fetch(:rules_disagree).map(&:rows))
    assert_equal(1, by_code.fetch(:never_built).size)
    assert_includes by_code.values.flatten.map(&:names), %w[B]
    assert_includes by_code.values.flatten.map(&:names), %w[E]
    assert_equal({ 'variants' => 6, 'looked' => 6, 'valid' => 2 }, review(Exchange::FamilyFile.read(FAULTY).family).counts)
  end

  # What is known of one variant after the other, without any of the checks, comes to the same count.
  def test_the_count_is_that_of_the_variants_one_by_one
    60.times do |seed|
      plan = Plan.of(RandomFamily.new(seed).family)
      results = Checks::Variants.new(plan).map(&:result)
      shared = results.map { |result| result.outcome.label('part_number') }.tally.select { |label, count| label && count > 1 }.keys
      valid = results.count { |result| !result.errors? && !shared.include?(result.outcome.label('part_number')) }
      assert_equal [results.size, valid], review(plan.family).counts.values_at('looked', 'valid'), seed
    end
  end

  # Without a plan that runs, nothing is valid, and what is wrong is told.
  def test_a_family_that_cannot_run
    broken = Exchange::FamilyFile.read(FAULTY.sub('width: length, height', 'width: lenght, height')).family
    looked = review(broken)

    assert_equal({ 'variants' => 6, 'looked' => 0, 'valid' => 0 }, looked.counts)
    assert_match(/Did you mean length/, looked.found.first.finding.remedy)
  end

  def test_the_command_tells_the_same
    Dir.mktmpdir do |folder|
      path = File.join(folder, 'faulty.yaml')
      File.write(path, FAULTY)
      out = StringIO.new
      VastLattice::CommandLine.new(['check', path], out: out, err: StringIO.new).run
      assert_includes out.string, '2 of 6 variants are valid.'
      assert_includes out.string, 'B: '
    end
  end
end
