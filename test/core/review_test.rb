# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_family'

# The health of a whole family: every fault once, with the variants that show it, and one count of what is valid.
class ReviewTest < CoreCase
  # Planted: a row with a negative length, two equal part numbers, two rules that fight in one row, a hole through the edge in
  # one row, a feature that no variant builds.
  FAULTY = <<~YAML
    vast_lattice: 1
    family: Faulty
    patterns: {part_number: 'P-{width}'}
    parameters:
      - {name: length, kind: number, unit: mm, default: 100 mm}
      - {name: width, kind: number, unit: mm, default: 50 mm}
      - {name: load, kind: count, default: 1}
    parts:
      - name: plate
        stock: {kind: plate, outline: rectangle, width: length, height: width, thickness: 3 mm}
        features:
          - {name: bore, kind: hole, diameter: 20 mm, horizontal: {from: left, offset: 30 mm}, vertical: {from: bottom, offset: 25 mm}}
          - {name: spare, kind: hole, diameter: 4 mm, built_when: load > 99, horizontal: {from: left, offset: 60 mm}, vertical: {from: bottom, offset: 10 mm}}
    tables:
      - name: size
        columns: [{target: length}, {target: width}, {target: load}]
        rows:
          - {name: A, cells: {length: 100 mm, width: 50 mm, load: 1}}
          - {name: B, cells: {length: -5 mm, width: 60 mm, load: 1}}
          - {name: C, cells: {length: 110 mm, width: 50 mm, load: 1}}
          - {name: D, cells: {length: 120 mm, width: 70 mm, load: 9}}
          - {name: E, cells: {length: 35 mm, width: 80 mm, load: 1}}
          - {name: F, cells: {length: 130 mm, width: 90 mm, load: 1}}
    rules:
      - {name: Heavy, when: load > 5, then: [{set: plate.colour, to: '"red"'}]}
      - {name: Long, when: length > 115 mm and width < 80 mm, then: [{set: plate.colour, to: '"blue"'}]}
  YAML

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
