# frozen_string_literal: true

require_relative '../support/core'
require 'open3'
require 'tmpdir'

# Cut lists: which pieces, and which bars they are cut from, against an exact solver (glpsol, Debian: glpk-utils).
class CutListTest < CoreCase
  SAW = 3.0

  # What glpsol finds least for all patterns that there are (whole bars), or for fractions of them: mm of stock.
  def least(lengths, stock, whole: true)
    kinds = lengths.tally
    patterns = stock.flat_map { |own| patterns(kinds.keys, kinds, own + SAW).map { |counts| [own, counts] } }
    names = patterns.each_index.map { |at| "x#{at}" }
    needs = kinds.each_with_index.map do |(_, count), kind|
      " #{names.zip(patterns).filter_map { |name, (_, counts)| "#{counts[kind]} #{name}" if counts[kind].positive? }.join(' + ')} >= #{count}"
    end
    program = ['Minimize', " #{names.zip(patterns).map { |name, (own, _)| "#{own} #{name}" }.join(' + ')}", 'Subject To', *needs, *(if whole
                                                                                                                                      ['General', " #{names.join(' ')}"]
                                                                                                                                    end), 'End']
    Dir.mktmpdir do |folder|
      File.write(File.join(folder, 'p.lp'), "#{program.join("\n")}\n")
      told, status = Open3.capture2e('glpsol', '--lp', 'p.lp', *('--nomip' unless whole), '-o', 'p.out', chdir: folder)
      assert_predicate status, :success?, told
      Float(File.read(File.join(folder, 'p.out'))[/Objective:.*?=\s*([\d.e+]+)/, 1])
    end
  end

  # Counts of each kind that fit, all of them but the empty one.
  def patterns(lengths, kinds, room, at = 0)
    return [[]] if at == lengths.size

    most = [((room + 1e-6) / (lengths[at] + SAW)).floor, kinds[lengths[at]]].min
    (0..most).flat_map { |count| patterns(lengths, kinds, room - (count * (lengths[at] + SAW)), at + 1).map { |rest| [count, *rest] } }
             .then { |all| at.zero? ? all.reject { |counts| counts.all?(&:zero?) } : all }
  end

  def list(random, pieces, kinds, least)
    lengths = Array.new(kinds) { random.rand(least..2900).to_f }
    Array.new(pieces) { lengths.sample(random: random) }
  end

  # Of small lists nothing less is bought than must be; of large ones next to nothing more than if bars could be cut in fractions.
  def test_waste
    random = Random.new(27)
    stocks = [[6000.0], [4000.0, 6000.0], [3000.0, 6500.0]]
    (ENV['LATTICE_LONG'] ? 100 : 15).times do |number|
      stock = stocks[number % 3]
      small = list(random, random.rand(3..14), random.rand(2..4), 400)
      assert_in_delta least(small, stock), nested(small, stock).bought, 1e-3, "#{small} of #{stock}"
      large = list(random, random.rand(40..150), random.rand(2..5), 500)
      nesting = nested(large, stock)
      bound = least(large, stock, whole: false)
      assert_operator nesting.bound, :>=, bound - 1e-3
      assert_operator nesting.bound, :<=, least(large, stock) + 1e-3 if number < 5
      assert_operator nesting.bought, :<=, [1.02 * bound, bound + stock.last].max + 1e-3, "#{large} of #{stock}"
    end
  end

  # All pieces are cut, and no bar is longer than it is.
  def nested(lengths, stock)
    nesting = Quantities::Nesting.new(lengths, stock, SAW)
    assert_equal lengths.sort, nesting.bars.flat_map(&:pieces).sort
    nesting.bars.each do |bar|
      taken = bar.pieces.sum + (SAW * (bar.pieces.size - 1))
      assert_operator taken, :<=, bar.stock + 1e-6
      assert_in_delta [bar.stock - taken - SAW, 0.0].max, bar.offcut, 1e-6
      assert_includes stock, bar.stock
    end
    nesting
  end

  # Of the demo's module: sections, lengths, mitres; what is longer than any bar is told.
  def test_the_list_of_the_module
    result = Result.new(demo_plans.fetch('Straight module'))
    subject = Results::Subject.new(plan: result.plan)
    rows = CSV.parse(Results.write('cut_list.csv', subject), headers: true)
    bodies = result.model.bodies.select { |body| %w[bar turned].include?(body.part.stock.kind) }
    assert_equal(bodies.size, rows.sum { |row| row['Quantity'].to_i })
    brace = bodies.find { |body| body.part.name == 'brace' }
    row = rows.find { |own| own['Parts'].include?('Brace') }
    assert_equal ['Angle 30 × 30 × 3 × 3.5', 'Steel', '45', '45'], row.values_at('Section', 'Material', 'Left end (°)', 'Right end (°)')
    assert_in_delta brace.numbers['length'], row['Length (mm)'].to_f, 1e-3
    short = Quantities::CutList.new(result.model.bodies, stock: [500.0], saw: SAW).groups.find { |group| group.section.start_with?('Hollow 50') }
    assert_equal short.lines.sum(&:quantity), short.nesting.too_long.size
    assert_empty short.nesting.bars
    { { 'stock' => '6 m' } => /"6 m" is no length for stock/, { 'stock' => '6000, -1' } => /"-1"/, { 'saw' => 'wide' } => /saw/ }.each do |options, words|
      assert_match words, refused(VastLattice::Error) { Results.write('cut_list.xlsx', subject, options) }.message
    end
  end
end
