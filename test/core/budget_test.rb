# frozen_string_literal: true

require_relative '../support/core'

# Shapes and pictures have a budget of work, counted and not timed; what is beyond it is a finding.
class BudgetTest < CoreCase
  def shaped(*features)
    lines = features.map { |feature| "      - {#{feature}}\n" }.join
    Result.new(plan("parts:\n  - name: p\n    stock: {kind: plate, width: 3000 mm, height: 2000 mm, thickness: 30 mm}\n    features:\n#{lines}"))
  end

  def codes(result) = result.findings.select(&:error?).map(&:code).uniq

  def test_forty_thousand_holes
    holes = Array.new(20) { |row| "name: h#{row}, kind: hole, diameter: 2 mm, vertical: {from: bottom, offset: #{(row + 1) * 60} mm}, pattern: {kind: grid, count: 400, pitch: 5 mm, rows: 5, row_pitch: 6 mm}" }
    result = shaped(*holes)
    assert_equal [:too_many], codes(result)
    assert_equal 4000, result.facts['instances']
    assert_empty result.scene['bodies']
    assert_equal %i[too_many too_much_work], codes(result).sort
    assert_match(/takes too much work/, result.findings.map(&:message).join)
  end

  # Overlapping holes of different depth, and countersunk holes in the floor of a pocket.
  def test_tangled_features
    deep = 'name: h, kind: hole, diameter: 40 mm, depth: 5 mm + index * 0.1 mm, horizontal: {from: left, offset: 100 mm}, pattern: {count: 240, pitch: 10 mm}'
    sunk = ['name: k, kind: pocket, width: 2000 mm, height: 1500 mm, corner_radius: 5 mm, depth: 5 mm',
            'name: h, kind: countersunk_hole, diameter: 10 mm, head_diameter: 25 mm, on: k, horizontal: {from: left, offset: 600 mm}, vertical: {from: bottom, offset: 400 mm}, pattern: {kind: grid, count: 15, pitch: 50 mm, rows: 15, row_pitch: 50 mm}']
    [[deep], sunk].each do |features|
      result = shaped(*features)
      assert_equal [:too_much_work], codes(result)
      refute_predicate result.facts['mass'], :finite?
      assert_nil result.front_view
      JSON.generate(Exchange::ResultTree.tree(result))
    end
  end

  def test_the_budget_is_counted_and_can_be_watched
    calls = 0
    2.times do
      calls = 0
      VastLattice::Watch.by(-> { calls += 1 }) do
        error = refused(Geometry::Work::Spent) { Geometry::Work.budget(200_000) { 100.times { Geometry::Work.take(5000) } } }
        assert_match(/too much work/, error.message)
      end
    end
    assert_equal 8, calls
    Geometry::Work.take(1_000_000_000) # Nobody counts outside of a budget.
  end
end
