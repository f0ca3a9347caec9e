# frozen_string_literal: true

require_relative '../support/core'

# Look-ups by an index against looking at every row; why nothing was found, in words; names in formulas rewritten.
class LookUpTest < CoreCase
  Keys = Formula::KeyList

  def columns(random)
    keys = Array.new(random.rand(0..30)) { random.rand(6).zero? ? Float::NAN : (random.rand(12) / 2.0) }
    [keys, keys.each_index.map { |row| random.rand(9).zero? ? Float::NAN : row.to_f }]
  end

  # The first row of the best key, as the language says it, looking at all of them.
  def best(keys, results)
    rows = keys.each_index.reject { |row| keys[row].nan? }.select { |row| yield keys[row] }
    row = rows.min_by { |at| [block_given? ? @rank.call(keys[at]) : 0, at] }
    row ? results[row] : Float::NAN
  end

  def assert_same(wanted, found, label) = wanted.nan? ? assert_predicate(found, :nan?, label) : assert_equal(wanted, found, label)

  def test_an_index_finds_what_looking_at_every_row_finds
    random = Random.new(5)
    300.times do
      keys, results = columns(random)
      wanted = random.rand(14) / 2.0
      { lookup_of: [->(key) { key == wanted }, ->(_) { 0 }], lookup_at_least_of: [->(key) { key >= wanted }, ->(key) { key }],
        lookup_at_most_of: [->(key) { key <= wanted }, lambda(&:-@)] }.each do |name, (fits, rank)|
        @rank = rank
        expected = best(keys, results, &fits)
        [keys, Keys.new(keys)].each { |list| assert_same expected, Formula::Runtime.public_send(name, results, list, wanted, Float::NAN), "#{name} #{keys} #{wanted}" }
      end
    end
  end

  # Big enough in two measures and of one material, against looking at every row; lists filtered by another column.
  def test_several_keys_and_filtered_rows
    random = Random.new(12)
    200.times do
      rows = Array.new(random.rand(1..15)) { [random.rand(1..9).to_f, random.rand(5).zero? ? Float::NAN : random.rand(1..9).to_f, %w[steel oak].sample(random: random)] }
      wide, high, stuff = rows.transpose
      wanted = [random.rand(1..9).to_f, random.rand(1..9).to_f, 'steel']
      results = rows.each_index.map(&:to_f)
      { lookup_at_least_of: :>=, lookup_at_most_of: :<= }.each do |name, sign|
        fits = rows.each_index.select { |at| rows[at][0].public_send(sign, wanted[0]) && rows[at][1].public_send(sign, wanted[1]) && rows[at][2] == 'steel' }
        best = sign == :>= ? fits.min_by { |at| [wide[at], at] } : fits.min_by { |at| [-wide[at], at] }
        [:itself, Keys.method(:new)].each do |listed|
          found = Formula::Runtime.public_send(name, results, listed.to_proc.call(wide), wanted[0], listed.to_proc.call(high), wanted[1], listed.to_proc.call(stuff), 'steel', Float::NAN)
          assert_same best ? best.to_f : Float::NAN, found, name
        end
      end
      assert_equal rows.each_index.select { |at| stuff[at] == 'oak' }.map(&:to_f), Formula::Runtime.where_of(results, Keys.new(stuff), 'oak')
    end
    assert_in_delta(70.0, evaluate('max(where([50 mm, 70 mm, 90 mm], ["a", "a", "b"], "a"))'))
    assert_in_delta(90.0, evaluate('lookup_at_least([50, 70, 90], [5, 7, 9], 4, [1, 2, 3], 2.5, ["a", "b", "b"], "b")'))
    assert_nil(evaluate('where([1], ["a"], "a")[2]').then { |value| value.nan? ? nil : value })
  end

  def test_two_keys_at_once
    sizes = Keys.new(['M5', 'M6', nil, 'M6'])
    fits = Keys.new(%w[fine fine fine coarse])
    results = [5.3, 6.4, 9.9, 7.0]
    assert_in_delta(7.0, Formula::Runtime.lookup_of(results, sizes, 'M6', fits, 'coarse', Float::NAN))
    assert_predicate Formula::Runtime.lookup_of(results, sizes, 'M5', fits, 'coarse', Float::NAN), :nan?
    assert_predicate Formula::Runtime.lookup_of(results, Keys.new(%w[a b]), 'a', Float::NAN), :nan?, 'lists of different lengths'
  end

  # Why a formula has no value: the words, and the part of the text that they are about.
  WHY = {
    '2 + 1 / (2 - 2)' => ['This divides by zero', '1 / (2 - 2'], 'sqrt(1 - 5)' => ['A negative number, -4, has no root', 'sqrt(1 - 5)'],
    'log(2 - 2)' => ['0 has no logarithm', 'log(2 - 2)'], 'asin(1 + 1)' => ['asin needs a number from -1 to 1, not 2', 'asin(1 + 1)'],
    'round_up(5, 1 - 1)' => ['A step must be above zero; it is 0', 'round_up(5, 1 - 1)'], 'modulo(5, 0)' => ['This divides by zero', 'modulo(5, 0)'],
    '1 + [5, 6][3]' => ['A list of 2 items has no item 3', '[5, 6][3]'], 'max([1, 2][item > 5])' => ['The list for max is empty', 'max([1, 2][item > 5])'],
    'lookup([1], [50 mm], 60 mm)' => ['lookup finds nothing for 60 mm in the list; the nearest is 50 mm', 'lookup([1], [50 mm], 60 mm)'],
    'lookup_at_least([1, 2], [50, 80], 90)' => ['Nothing is at least 90 in the list; the largest is 80', nil],
    'lookup_at_most([1, 2], [50, 80], 40)' => ['Nothing is at most 40 in the list; the smallest is 50', nil],
    'lookup([1, 2], ["oak"], "ash")' => ['The lists of lookup have different lengths', nil],
    'substring("oak", 7)' => ['"oak" has no such place: 7', nil], '1e99 ** 9' => ['This power has no value, or one that is too large', nil],
    'if 1 / (2 - 2) > 3 then 1 else 2' => ['This divides by zero', '1 / (2 - 2'], 'count([1, 2][1 / (item - 2) > 0])' => ['This divides by zero', '1 / (item - 2'],
    '5 in (1 / (2 - 2), 6)' => ['This divides by zero', '1 / (2 - 2'], '3 in [1..[4][2]]' => ['A list of 1 item has no item 2', '[4][2]'], 'tan(90 deg)' => ['90 deg has no tangent', nil]
  }.freeze

  def test_reasons_in_words
    WHY.each do |text, (words, part)|
      origin = Formula::Origin.of(Formula.type(text, Formula::Scope.new([])), [])
      assert_equal words, origin.words.to_s, text
      span = origin.part.span
      assert_equal part, text[span.start, span.length], text if part
    end
    assert_nil Formula::Origin.of(Formula.type('1 + 1', Formula::Scope.new([])), [])
  end

  # Only texts that are compared with the name change, with all else as it was typed.
  def test_texts_that_are_compared_with_a_name
    { 'size.row = "A"  and note = "A"' => 'size.row = "B \"2\""  and note = "A"', '"A" = SIZE.ROW' => '"B \"2\"" = SIZE.ROW',
      'size.row in ("A", "C")' => 'size.row in ("B \"2\"", "C")', 'size.row != "A" or not(size.row = "A")' => 'size.row != "B \"2\"" or not(size.row = "B \"2\"")',
      'other.row = "A"' => 'other.row = "A"', 'size.row = "A' => 'size.row = "A' }.each do |text, wanted|
      assert_equal(wanted, Formula::Rewrite.compared(text, 'size.row') { |word| 'B "2"' if word == 'A' })
    end
  end

  # A chain that is longer than calls can be nested is put into order all the same.
  def test_long_chains
    names = (1..6000).map { |n| { 'name' => "p#{n}", 'kind' => 'count', 'formula' => n == 6000 ? '1' : "p#{n + 1} + 1" } }
    family = Family.from_tree('name' => 'Chain', 'parameters' => names)
    symbols = Plan::Symbols.new(family)
    order = Plan::Order.new(Plan::Binder.new(family, Plan::Reader.new(symbols)).bind, symbols.placed)
    assert_equal %w[p6000 p5999], order.steps.first(2).map(&:name)
    assert_nil order.circle
  end
end
