# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_family'
require_relative '../support/planted_faults'

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
      results = Variants::All.new(plan).map(&:result)
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

  def planted(tree) = Exchange::FamilyFile.read(YAML.dump(tree)).family

  # Every code that a stored family can have: told once, at its place, and no row that shows it counts as valid.
  def test_every_code_once_at_its_place
    assert_equal [[], 4], [review(planted(YAML.safe_load(PlantedFaults::FAMILY))).found, 4]
    PlantedFaults.all.each_value do |fault|
      looked = review(planted(fault.tree))
      found = looked.found.map(&:finding).select { |finding| finding.code == fault.code }
      assert_equal [fault.place], found.map { |finding| finding.place.to_s }, fault.code
      assert_equal fault.valid, looked.counts['valid'], fault.code
    end
  end

  # Nobody adds a code without saying where it is planted, or why it is not.
  def test_all_codes_are_planted
    source = Dir[File.expand_path('../../lib/**/*.rb', __dir__)].map { |path| File.read(path) }.join
    codes = source.scan(/code: :(\w+)|(?:finding|find|error|report|note|notice|tell)\((?:[\w.]+ == :error \? )?:(\w+),/).flatten.compact.map(&:to_sym).uniq - %i[error warning note name code]
    told_elsewhere = PlantedFaults::ELSEWHERE.values.flatten + %i[flange_overlap]
    assert_empty codes - PlantedFaults.all.keys - told_elsewhere
    assert_operator codes.size, :>, 30
  end

  # A remedy that is offered takes its fault away and brings no other error.
  def test_remedies_mend
    mended = PlantedFaults.all.values.select do |fault|
      plan = Plan.of(planted(fault.tree))
      found = Checks::Review.new(plan).to_tree['findings'].find { |one| one['code'] == fault.code.to_s }
      next unless found['mend']

      changed = found['mend']['edits'].reduce(plan.family) { |family, edit| Family::Edits.apply(family, edit) }
      left = Checks::Review.new(Plan.of(changed)).found.map(&:finding)
      refute_includes left.map(&:code), fault.code
      assert_empty left.select(&:error?).map(&:code) - Checks::Review.new(plan).found.map { |one| one.finding.code }, fault.code
    end
    assert_equal %i[rules_disagree can_disagree unknown_name unknown_choice row_refused same_rows never_fires unused_parameter never_built].sort, mended.map(&:code).sort
  end
end
