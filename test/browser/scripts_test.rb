# frozen_string_literal: true

require_relative '../support/browser'
require 'csv'

# What the scripts of the pages work out by themselves, held against Ruby or worked out by hand: the clipboard, sorting and
# filtering, the query of a pick, the words of a blast radius.
class ScriptsTest < BrowserCase
  PIECES = ['a', '12.5', '"', "\n", "\t", ' ', ',', 'ö½', '', '=x'].freeze

  def setup
    super
    visit '/families'
  end

  # The value of an expression that may use a module of the page.
  def script(file, names, expression, *given)
    page.evaluate_async_script(<<~JS, *given)
      const done = arguments[arguments.length - 1];
      const given = arguments;
      import('/js/#{file}').then(({ #{names} }) => done(#{expression})).catch((error) => done(String(error)));
    JS
  end

  def random_block(random)
    width = random.rand(1..4)
    Array.new(random.rand(1..5)) { Array.new(width) { Array.new(random.rand(0..4)) { PIECES.sample(random: random) }.join } }
  end

  # A block goes to the clipboard and comes back; and what Ruby's CSV writes with tabs, as spreadsheets do, is read the same.
  def test_blocks_of_the_clipboard
    random = Random.new(11)
    blocks = Array.new(200) { random_block(random) }.reject { |rows| rows.last == [''] }
    assert_equal blocks, script('grid-keys.js', 'readBlock, writeBlock', 'given[0].map((block) => readBlock(writeBlock(block)))', blocks)

    texts = blocks.map { |rows| CSV.generate(col_sep: "\t", row_sep: "\r\n") { |csv| rows.each { |row| csv << row } } }
    assert_equal blocks, script('grid-keys.js', 'readBlock', 'given[0].map(readBlock)', texts)
    written = script('grid-keys.js', 'writeBlock', 'given[0].map(writeBlock)', blocks.reject { |rows| rows.any? { |row| row.join.empty? } })
    assert_equal(blocks.reject { |rows| rows.any? { |row| row.join.empty? } }, written.map { |text| CSV.parse(text, col_sep: "\t").map { |row| row.map(&:to_s) } })
  end

  # Numbers by size, then texts, open cells last, both ways.
  def test_the_order_of_cells
    random = Random.new(5)
    cells = (['', '', 'oak', 'Ash', 'depth / 2', 'elm 10', 'elm 9'] + Array.new(40) { random.rand(-500.0..500.0).round(2).to_s }).shuffle(random: random)
    number = ->(text) { text[/\A-?\d+(\.\d+)?/]&.to_f }
    up, down = [1, -1].map { |way| script('grid-cells.js', 'compare', "given[0].slice().sort((one, other) => compare(one, other, #{way}))", cells) }

    numbers = cells.select(&number).map(&number).sort
    assert_equal numbers, up.first(numbers.size).map(&number)
    assert_equal numbers.reverse, down.filter_map(&number)
    assert_equal [['', ''], ['', '']], [up.last(2), down.last(2)]
    assert_operator up.index('elm 9'), :<, up.index('elm 10')
    assert_equal cells.sort, up.sort
  end

  def test_filters
    { ['500', '500', ''] => true, ['500', '1500', ''] => true, ['= 500', '1500', ''] => false, ['> 500', '500', ''] => false, ['>= 500', '500', ''] => true,
      ['<= 3', '2.5', ''] => true, ['< 3', '3', ''] => false, ['oak', 'Oak, oiled', ''] => true, ['open', '', '12 mm'] => true, ['open', '12', ''] => false,
      ['> 10', '', '12 mm'] => true, ['> 10', 'oak', ''] => false, ['= oak', 'oak', ''] => true, ['= oak', 'oak tree', ''] => false }.each do |(wanted, value, text), passes|
      assert_equal passes, script('grid-cells.js', 'passes', 'passes(given[0], given[1], given[2])', wanted, value, text), [wanted, value, text].inspect
    end
  end

  # Any names and texts survive the way from the page into a pick.
  def test_the_query_of_a_pick
    given = { 'rows' => { 'size' => 'A & B=1', 'größe' => '½ "x"' }, 'answers' => { 'length' => '1/2 in + 3 mm' }, 'overrides' => { 'windows.built' => 'no' } }
    query = script('pick.js', 'query', 'query(given[0])', given)
    read = Web::PickParams.read(Rack::Utils.parse_nested_query(query))

    assert_equal given, { 'rows' => read.rows, 'answers' => read.answers, 'overrides' => read.overrides }
  end

  def test_the_words_of_a_blast_radius
    plain = { 'variants' => 8, 'changed' => 0, 'new' => 0, 'gone' => 0, 'values' => {}, 'states' => {}, 'labels' => {}, 'masses' => nil, 'unweighed' => 0, 'broken' => 0,
              'mended' => 0, 'partly' => false }
    { {} => 'No variant changes.',
      { 'changed' => 1, 'variants' => 1, 'values' => { 'depth' => 1 } } => '1 of 1 variant changes: values: depth.',
      { 'changed' => 2, 'values' => { 'roller_pitch' => 2 }, 'states' => { 'tie_holes' => 1 }, 'labels' => { 'part_number' => 1 }, 'masses' => 2, 'heavier' => [-0.3612, 0.15] } =>
        '2 of 8 variants change: values: roller pitch; states: tie holes; 1 part number; mass of 2 by -0.361 to +0.15 kg.',
      { 'new' => 1, 'gone' => 2 } => '1 variant new, 2 variants gone.',
      { 'changed' => 3, 'broken' => 1, 'mended' => 2, 'unweighed' => 4, 'partly' => true } =>
        '3 of 8 variants change, with the default rows of other tables: 4 not weighed; 1 no longer valid; 2 valid again.' }.each do |change, words|
      assert_equal words, script('blast.js', 'blastWords', 'blastWords(given[0])', plain.merge(change))
    end
  end

  # Components stand within the workspace and call its methods: none may hide one of them by the same name, unless it is meant.
  HIDDEN = <<~JS
    const done = arguments[0];
    (async () => {
      const files = ['rule-finding', 'rule-tables', 'adding', 'build-scale', 'combine', 'compare', 'condition', 'entry', 'gallery', 'grid', 'guide', 'health', 'interference', 'lattice', 'naming', 'numbers', 'parameters', 'placing', 'recipe', 'rules', 'tables', 'uses'];
      const own = ['init', 'destroy', 'timer', 'listener'];
      const keys = (made) => Object.keys(Object.getOwnPropertyDescriptors(made)).filter((key) => !own.includes(key));
      const outer = new Set(keys((await import('/js/workspace.js')).workspace()));
      const found = [];
      for (const file of files) {
        const makers = Object.values(await import(`/js/${file}.js`)).filter((maker) => typeof maker === 'function' && maker.length === 0 && String(maker).includes('return {'));
        makers.forEach((maker) => keys(maker()).filter((key) => outer.has(key)).forEach((key) => found.push(`${file}: ${key}`)));
      }
      done(found);
    })().catch((error) => done([String(error)]));
  JS

  def test_no_component_hides_what_the_workspace_calls_so
    open_stage('shape')
    # These call their own, and nothing else of that name.
    meant = ['build-scale: key', 'combine: busy', 'combine: ask', 'combine: look', 'compare: show', 'entry: keep', 'health: look', 'naming: keep', 'placing: keep', 'rules: parts', 'uses: look']
    assert_empty run_script(HIDDEN).uniq - meant
  end
end
