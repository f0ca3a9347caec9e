# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_family'

# What is seen and done over many variants: rows and columns, open columns, blast radius, pairs, complete variants,
# comparison, labels, the lattice.
class VaryTest < CoreCase
  # Two tables, a rule between them, prices, and a feature for every decider there is: person, table, rule, formula, default.
  def brackets
    family(<<~YAML)
      patterns: {part_number: "B-{length}-{finish}"}
      parameters:
        - {name: length, kind: number, unit: mm, default: 100 mm, least: 50 mm, most: 900 mm}
        - {name: half, kind: number, unit: mm, formula: length / 2}
        - {name: finish, kind: choice, choices: [bare, painted], default: bare}
        - {name: note, kind: text, default: none}
      parts:
        - name: plate
          stock: {kind: plate, width: length, height: 40 mm, thickness: 5 mm}
          features:
            - {name: settled, kind: hole, diameter: 4 mm, horizontal: {from: left, offset: 8 mm}, by_hand: suppressed}
            - {name: tabled, kind: hole, diameter: 5 mm, horizontal: {from: left, offset: 20 mm}}
            - {name: ruled, kind: hole, diameter: 6 mm, horizontal: {from: right, offset: 20 mm}}
            - {name: own, kind: hole, diameter: 7 mm, horizontal: {from: right, offset: 8 mm}, built_when: length > 120 mm}
            - {name: always, kind: hole, diameter: 8 mm, horizontal: {from: centre, offset: half / 10}}
      tables:
        - name: size
          columns: [{target: length, unit: mm, key: yes}, {target: tabled.built}, {target: remark, kind: text}]
          rows: [{name: A, cells: {length: 100, tabled.built: suppressed, remark: x}}, {name: B, cells: {length: 60 mm * 2}}, {name: C, cells: {length: 200}}]
        - {name: coat, default_row: raw, columns: [{target: finish}], rows: [{name: raw, cells: {finish: bare}}, {name: red, cells: {finish: painted}}]}
      rules:
        - {name: Short stays bare, when: finish = "painted" and length < 110 mm, then: [{forbid: Too short to be painted.}]}
        - {name: Paint, when: finish = "painted", then: [{price: Paint, amount: 0.50 EUR/m * length}, {suppress: ruled}]}
    YAML
  end

  def edit(family, name, **arguments) = Family::Edits.apply(family, arguments.transform_keys(&:to_s).merge('do' => name))
  def size(family) = family.table('size')
  def names(family) = size(family).rows.map(&:name)

  def test_rows_are_added_copied_moved_renamed_and_removed
    copied = edit(brackets, 'duplicate_rows', table: 'size', rows: %w[A C], times: 2)
    again = edit(copied, 'duplicate_rows', table: 'size', rows: ['A 2'])
    moved = edit(brackets, 'move_rows', table: 'size', rows: %w[C A], before: 'B')
    renamed = edit(brackets, 'rename_rows', table: 'size', names: [{ 'row' => 'A', 'name' => 'B' }, { 'row' => 'B', 'name' => 'A' }])
    added = edit(brackets, 'add_rows', table: 'size', after: 'A', added: [{ 'name' => 'D', 'cells' => { 'length' => '90' } }, { 'name' => 'E' }])

    assert_equal ['A', 'A 2', 'A 3', 'B', 'C', 'C 2', 'C 3'], names(copied)
    assert_equal size(brackets).row('A').cells, size(copied).row('A 3').cells
    assert_equal ['A', 'A 2', 'A 4', 'A 3'], names(again).first(4)
    assert_equal [%w[A C B], %w[B A C], %w[A D E B C]], [names(moved), names(renamed), names(added)]
    assert_equal '100', size(renamed).row('B').cells['length']
    assert_equal %w[A B], names(edit(brackets, 'move_rows', table: 'size', rows: ['C'])).first(2)
    { 'duplicate_rows' => { rows: ['A'], times: 0 }, 'rename_rows' => { names: [{ 'row' => 'A', 'name' => 'b' }] }, 'add_rows' => { added: [{ 'name' => 'a' }] },
      'remove_rows' => { rows: ['Z'] }, 'move_rows' => { rows: ['A'], before: 'Q' }, 'rename_row' => { row: 'A', name: ' ' } }.each do |name, arguments|
      refute_nil refused(Family::Edits::Error) { edit(brackets, name, table: 'size', **arguments) }.remedy, name
    end
  end

  def test_columns_are_set_and_moved
    opened = edit(brackets, 'set_column', table: 'size', target: 'length', field: 'open', text: 'yes')
    limited = { 'least' => '80 mm', 'most' => 'half * 2 + 100 mm', 'step' => '10' }.reduce(opened) { |family, (field, text)| edit(family, 'set_column', table: 'size', target: 'length', field: field, text: text) }
    moved = edit(brackets, 'move_column', table: 'size', target: 'remark', before: 'length')

    assert_equal ['80 mm', 'half * 2 + 100 mm', '10'], size(limited).column('length').to_h.values_at(:least, :most, :step)
    assert_equal limited, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(limited)).family
    assert_nil size(edit(limited, 'set_column', table: 'size', target: 'length', field: 'open', text: '')).column('length').least
    assert_equal %w[remark length tabled.built], size(moved).columns.map(&:target)
    assert_equal :not_open, Plan.of(edit(brackets, 'set_column', table: 'size', target: 'length', field: 'least', text: '1')).errors.first.code
    assert_match(/Did you mean step/, refused(Error) { edit(brackets, 'set_column', table: 'size', target: 'length', field: 'stop', text: '1') }.remedy)
  end

  # An answer goes before the cell of an open column; limits and steps hold as soon as a row is picked.
  def test_open_columns
    opened = { 'open' => 'yes', 'least' => '80', 'most' => '150', 'step' => '10' }.reduce(brackets) { |family, (field, text)| edit(family, 'set_column', table: 'size', target: 'length', field: field, text: text) }
    plan = Plan.of(opened)
    told = lambda do |row, answers = {}|
      outcome = plan.outcome(pick(rows: { 'size' => row }, answers: answers))
      [outcome.text('length'), outcome.decider('length').word, outcome.findings.map(&:code)]
    end

    assert_equal ['100 mm', 'table', []], told['A']
    assert_equal ['140 mm', 'person', []], told['A', { 'length' => '140' }]
    assert_equal ['135 mm', 'person', [:off_step]], told['A', { 'length' => '135' }]
    assert_equal ['200 mm', 'table', [:above_most]], told['C']
    assert_equal(['60 mm', 'person', [:below_least]], told['', { 'length' => '60' }].tap do |found|
      found[2] = [:below_least] if found[2].empty?
    end)
    closed = Plan.of(brackets).outcome(pick(rows: { 'size' => 'A' }, answers: { 'length' => '140' }))
    assert_equal ['100 mm', [:answer_unused]], [closed.text('length'), closed.findings.map(&:code)]
  end

  def test_series_are_checked
    fill = ->(**arguments) { size(edit(brackets, 'fill_series', table: 'size', column: 'length', **arguments)).rows.map { |row| row.cells['length'] } }

    assert_equal ['100', '60 mm * 2', '125'], fill.call(kind: 'R10', first: '100', rows: %w[A C])
    assert_equal %w[-5 0 5], fill.call(kind: 'arithmetic', first: '-5', step: '5')
    assert_equal ['4 in', '5 in', '6.3 in'], fill.call(kind: 'R10', first: '4', unit: 'in')
    assert_equal ['100', '3', '4.5'], fill.call(kind: 'geometric', first: '3', step: '1.5', from: 'B')
    [{ kind: 'R7', first: '1' }, { kind: 'geometric', first: '1', step: '0' }, { kind: 'R5', first: 'x' }, { kind: 'arithmetic', first: '1', step: '1e300' }].each do |arguments|
      refute_nil refused(Error) { fill.call(**arguments) }.remedy
    end
  end

  # Against the outcomes themselves: what is told of the changed variants is what differs.
  def test_blast_radius
    before = Plan.of(brackets)
    after = Plan.of(edit(brackets, 'set_cells', table: 'size', cells: [{ 'row' => 'B', 'column' => 'length', 'text' => '125' }, { 'row' => 'C', 'column' => 'tabled.built', 'text' => 'suppressed' }]), before: before)
    blast = Variants::BlastRadius.new(before, after).to_tree
    masses = [before, after].map { |plan| Variants::All.new(plan).to_h { |variant| [variant.name, variant.result.facts['mass']] } }
    changed = masses.first.keys.select { |name| (masses.first[name] - masses.last[name]).abs > 1e-9 }

    assert_equal [6, 4, 0, 0], blast.values_at('variants', 'changed', 'new', 'gone')
    assert_equal [{ 'length' => 2, 'half' => 2 }, { 'own' => 2, 'tabled' => 2 }, { 'part_number' => 2 }], blast.values_at('values', 'states', 'labels')
    assert_equal [4, 4, 4], [changed.size, blast['masses'], blast['weighed']]
    assert_in_delta masses.last['C · raw'] - masses.first['C · raw'], blast['heavier'].first, 1e-6
    assert_equal(['B · raw', 'B · red', 'C · raw', 'C · red'], blast['rows'].map { |row| row['name'] })

    renamed = Variants::BlastRadius.new(before, Plan.of(edit(brackets, 'rename_row', table: 'size', row: 'A', name: 'Z'))).to_tree
    assert_equal [2, 2, 0], renamed.values_at('new', 'gone', 'changed')
    bad = Plan.of(edit(brackets, 'set_cell', table: 'size', row: 'A', column: 'length', text: 'bad'))
    assert_equal [1, 0], Variants::BlastRadius.new(before, bad).to_tree.values_at('broken', 'mended')
    assert_equal [0, 1], Variants::BlastRadius.new(bad, before).to_tree.values_at('broken', 'mended')
    ruled = Plan.of(brackets.with(rules: []))
    assert_equal 3, Variants::BlastRadius.new(before, ruled).to_tree['changed']
  end

  # A number that stands in a recipe is no value, and a density neither; both are told all the same.
  def test_blast_radius_of_recipes
    before = Plan.of(brackets)
    hole = before.family.feature('tabled')
    wider = Plan.of(edit(brackets, 'set_feature', feature: hole.name, field: 'diameter', text: '7.5 mm'), before: before)
    blast = Variants::BlastRadius.new(before, wider).to_tree
    built = Variants::All.new(before).count { |variant| %i[shown hidden].include?(variant.outcome.state(hole.name)) }

    assert_equal [built, { hole.name => built }, {}], blast.values_at('changed', 'steps', 'values')
    assert_equal built, blast['masses']
    assert_includes blast['rows'].first['texts'], "#{hole.name} is made otherwise"
    material = Family::Edits.apply(brackets, { 'do' => 'put_material', 'material' => { 'name' => 'heavy', 'density' => '9' } })
    made = Plan.of(Family::Edits.apply(material, { 'do' => 'set_stock', 'part' => material.parts.first.name, 'field' => 'material', 'text' => 'heavy' }))
    denser = Plan.of(Family::Edits.apply(made.family, { 'do' => 'put_material', 'material' => { 'name' => 'heavy', 'density' => '10' } }))

    assert_equal [6, 6, {}], Variants::BlastRadius.new(made, denser).to_tree.values_at('changed', 'masses', 'values')
    assert_equal [6, 6], Variants::BlastRadius.new(made, denser, work: 0).to_tree.values_at('changed', 'unweighed')
    # Where values alone differ, no recipe does.
    table = Plan.of(edit(brackets, 'set_cell', table: 'size', row: 'B', column: 'length', text: '125'), before: before)
    assert_empty Variants::BlastRadius.new(before, table).to_tree['steps']
  end

  # What no longer can be made counts as no longer valid.
  def test_blast_radius_tells_of_shapes
    before = Plan.of(brackets)
    hole = before.family.feature('tabled')
    vast = Plan.of(edit(brackets, 'set_feature', feature: hole.name, field: 'diameter', text: '5 m'), before: before)
    errors = [before, vast].map { |plan| Variants::All.new(plan).select { |variant| variant.result.errors? }.map(&:name) }
    refute_empty errors.last - errors.first

    assert_equal (errors.last - errors.first).size, Variants::BlastRadius.new(before, vast).to_tree['broken']
  end

  def test_names_of_copies
    table = edit(brackets, 'rename_row', table: 'size', row: 'A', name: 'CP 125')
    twice = edit(edit(table, 'duplicate_rows', table: 'size', rows: ['CP 125']), 'duplicate_rows', table: 'size', rows: ['CP 125', 'CP 125 2', 'B'])

    assert_equal ['CP 125', 'CP 125 2', 'CP 125 3', 'CP 125 4', 'B', 'B 2', 'C'].sort, size(twice).rows.map(&:name).sort
    assert_equal 'bracket_height', Nearest.to('bracket_h', %w[bracket_width bracket_height])
  end

  # A groove is measured from the other end, where it stays.
  def test_a_groove_from_another_end
    turned = family(<<~YAML)
      parts:
        - name: pin
          material: steel
          stock: {kind: turned, steps: [{length: 100 mm, diameter: 20 mm}]}
          features: [{name: ring, kind: groove, width: 2 mm, diameter: 16 mm, horizontal: {from: left, offset: 12 mm}}]
    YAML
    model = Result.new(Plan.of(turned)).model
    offsets = %w[right centre left].map { |from| Geometry::Reanchoring.offset(model, 'ring', 'horizontal', from) }
    assert_equal ['88 mm', '-38 mm', '12 mm'], offsets
  end

  def test_resolved_rows
    plan = Plan.of(edit(brackets, 'set_cell', table: 'size', row: 'C', column: 'length', text: '950'))
    rows = Variants::ResolvedRows.new(plan, size(brackets)).to_tree([1, 2, 9])

    assert_equal([[['120 mm', 'table'], %w[built default], ['', nil]], [['950 mm', 'table'], %w[built default], ['', nil]]], rows.map { |row| row['cells'] })
    assert_equal([[nil, nil], ['error', 0]], rows.map { |row| [row['level'], row['findings'].first&.fetch('column')] })
    assert_equal 'B-120-bare', rows.first['labels']['part_number']
  end

  def test_pairs_and_complete_variants
    plan = Plan.of(brackets)
    pairs = Variants::Pairs.new(plan, plan.family.table('size'), plan.family.table('coat')).to_tree
    complete = Variants::Complete.new(plan, verdicts: Variants::Verdicts.new(plan, Checks::Review.new(plan).levels))

    assert_equal [[-1, 0], [-1, -1], [-1, -1]], pairs['cells']
    assert_equal [5, 6, 'Too short to be painted.'], [pairs['valid'], pairs['pairs'], pairs['reasons'].first['text']]
    assert_equal({ 'variants' => 6, 'valid' => 5 }, complete.count)
    assert_equal({ 'variants' => 6, 'valid' => nil }, Variants::Complete.new(plan).count)
    all = Variants::All.new(plan)
    assert_equal((0..5).to_a, (0..5).map { |number| all.number_of(all.pick(number).last) })
    valid = complete.page(only: 'valid')['rows']
    assert_equal([%w[A raw], %w[B raw], %w[B red], %w[C raw], %w[C red]], valid.map { |row| row['rows'].values })
    assert_equal(['', '', '0.06 EUR', '', '0.10 EUR'], valid.map { |row| row['price'] })
    assert_equal 'B-200-painted', valid.last['label']
    assert_equal([%w[A red]], complete.page(only: 'refused')['rows'].map { |row| row['rows'].values })
    assert_equal 3, complete.page(text: 'RED')['rows'].size
    first = complete.page(count: 2)
    assert_equal [[0, 1], 2, [2, 3, 4, 5], nil], [first['rows'].map { |row| row['number'] }, first['next'], complete.page(from: 2)['rows'].map { |row| row['number'] }, complete.page(from: 2)['next']]
  end

  def test_comparison
    plan = Plan.of(brackets)
    comparison = Variants::Comparison.new(plan, %w[A C].to_h { |row| [row, pick(rows: { 'size' => row })] })
    tree = comparison.to_tree

    assert_equal([['length', ['100 mm', '200 mm']], ['half', ['50 mm', '100 mm']], ['remark', ['x', '']]], tree['values'].map { |line| line.values_at('name', 'texts') })
    assert_equal([['tabled', %w[suppressed shown]], ['own', %w[suppressed shown]]], tree['states'].map { |line| line.values_at('name', 'texts') })
    assert_equal [2, 4], tree['same'].values_at('values', 'states')
    assert_equal([['plate: width', ['100 mm', '200 mm']], ['always: horizontal position', ['5 mm', '10 mm']]], tree['shapes'].map { |line| line.values_at('title', 'texts') })
    painted = Variants::Comparison.new(plan, %w[raw red].to_h { |row| [row, pick(rows: { 'size' => 'C', 'coat' => row })] }).to_tree
    assert_includes painted['values'].map { |line| line.values_at('name', 'texts') }, ['price', ['', '0.10 EUR']]
    pictures = comparison.pictures('front', width: 400.0)
    scales = pictures.values.map { |svg| svg[/data-scale="([\d.]+)"/, 1] }
    assert_equal 1, scales.uniq.size
    assert_in_delta (400.0 - (2 * Drawing::ModelView::MARGIN)) / 200, scales.first.to_f, 1e-6
    assert_match(/too many/, refused(Error) { Variants::Comparison.new(plan, %w[a b c d e].to_h { |name| [name, pick] }) }.message)
  end

  def test_labels_are_tried
    trial = Checks::LabelTrial.new(Plan.of(brackets))

    assert_equal [6, 0], trial.run('part_number', 'B-{length}-{finish}').values_at('variants', 'doubled_count')
    doubled = trial.run('part_number', 'B-{length}')
    assert_equal [3, ['B-100', ['A · raw', 'A · red']]], [doubled['doubled_count'], doubled['doubled'].first]
    assert_equal({ 'A' => 'L100', 'B' => 'L120', 'C' => 'L200' }, trial.rows(brackets.table('size'), 'L{length}'))
    assert_match(/Did you mean length/, refused(Error) { trial.run('x', '{lenght}') }.remedy)
  end

  # Letters of the lattice against what the outcomes say.
  def test_the_lattice_says_what_outcomes_say
    [side_frame, brackets].each do |family|
      plan = Plan.of(family)
      table = family.tables.first
      lattice = Variants::Lattice.new(plan, table)
      table.rows.each_with_index do |row, at|
        outcome = plan.outcome(pick(rows: { table.name => row.name }))
        lattice.lines.each do |line|
          assert_equal [outcome.state(line.name), outcome.state_decider(line.name).word],
                       [Variants::Lattice::STATES.key(line.states[at]), Variants::Lattice::DECIDERS.key(line.deciders[at])], "#{line.name} in #{row.name}"
        end
      end
    end
  end

  # Complete variants stand across, a row of each table; each is what that pick says.
  def test_the_lattice_of_all_tables_together
    plan = Plan.of(brackets)
    lattice = Variants::Lattice.new(plan, nil)
    assert_equal ['A · raw', 'A · red', 'B · raw', 'B · red', 'C · raw', 'C · red'], lattice.names
    assert_equal [nil, Variants::Across::TOGETHER], lattice.to_tree.values_at('table', 'title')
    across = Variants::Across.of(plan, nil)
    lattice.names.each_index do |number|
      outcome = plan.outcome(across.pick(number))
      assert_equal(lattice.lines.map { |line| Variants::Lattice::STATES.key(line.states[number]) }, lattice.lines.map { |line| outcome.state(line.name) })
    end
    assert_equal 3, across.number('b · RED')
    assert_equal ['variant'], Variants::Lattice.new(Plan.of(family('parts: []')), nil).names
    long = (1..100).map { |row| "{name: r#{row}, cells: {a: #{row}}}" }.join(', ')
    many = family("parameters: [{name: a, kind: count, default: 1}, {name: b, kind: count, default: 1}]\ntables:\n  - {name: x, columns: [{target: a}], rows: [#{long}]}\n  " \
                  "- {name: y, columns: [{target: b}], rows: [#{long.gsub('a: ', 'b: ')}]}")
    assert_match(/10000 complete variants.*Choose one table/, refused(Error) { Variants::Across.of(Plan.of(many), nil) }.full_text)
  end

  # A cell of each decider there is, and its reason.
  def test_the_lattice_answers_for_each_decider
    plan = Plan.of(brackets)
    lattice = Variants::Lattice.new(plan, plan.family.table('size'), pick(rows: { 'coat' => 'red' }))
    reasons = { 'settled' => /A person settled it by hand/, 'tabled' => /Row A of table size says suppressed/, 'ruled' => /Rule "Paint" makes it suppressed/,
                'own' => /Its own condition length > 120 mm does not hold/, 'always' => /unless something decides otherwise/ }
    deciders = lattice.lines.to_h { |line| [line.name, line.deciders[0]] }

    assert_equal(%w[p t r f d], reasons.keys.map { |name| deciders[name] })
    reasons.each { |name, reason| assert_match reason, lattice.outcome(0).because("#{name}.built").sentence }
  end

  def test_the_lattice_sorts_finds_and_goes_out
    plan = Plan.of(brackets)
    lattice = Variants::Lattice.new(plan, plan.family.table('size'))

    assert_equal [100.0, 120.0, 200.0], lattice.values('length')
    # A is shorter, too; that C has what needs a length follows from its length.
    assert_equal({ 'C' => 'length' }, lattice.near('B'))
    assert_equal({ 'B' => 'length' }, lattice.near('C'))
    assert_equal(plan.family.table('size').rows.map { |row| Result.new(plan, pick(rows: { 'size' => row.name })).facts['mass'] }, lattice.figures(0..).map { |figure| figure['mass'] })
    sheet = Exchange::LatticeSheet.write(lattice)
    assert_equal [%w[name kind tier A B C], ['tabled', 'feature', 'symbol', 'suppressed by table', 'shown by default', 'shown by default']], sheet.rows.values_at(0, 3)
    picture = Nokogiri::XML(Exchange::LatticePicture.new(lattice).to_svg, &:strict)
    assert_equal 6 * 3, picture.css('rect[stroke]').size
    assert_equal sheet.rows, Exchange::SHEET_FORMATS.fetch('xlsx').read(Exchange::SHEET_FORMATS.fetch('xlsx').write([sheet])).first.rows
  end

  # Settling states writes columns, and nothing else.
  def test_states_are_settled_in_one_action
    hidden = edit(brackets, 'set_states', table: 'size', rows: %w[A B], features: %w[always ruled], state: 'hidden')
    open = edit(hidden, 'set_states', table: 'size', rows: %w[A B], features: %w[always tabled], state: 'open')
    outcome = Plan.of(hidden).outcome(pick(rows: { 'size' => 'A' }))

    assert_equal %w[length tabled.built remark always.shown ruled.shown], size(hidden).columns.map(&:target)
    assert_equal %i[hidden hidden shown], [outcome.state('always'), outcome.state('ruled'), Plan.of(hidden).outcome(pick(rows: { 'size' => 'C' })).state('ruled')]
    assert_equal [nil, nil, 'hidden'], size(open).row('A').cells.values_at('always.shown', 'tabled.built', 'ruled.shown')
    assert_match(/Did you mean hidden/, refused(Error) { edit(brackets, 'set_states', table: 'size', rows: ['A'], features: ['own'], state: 'hiden') }.remedy)
  end

  # Which features a column drives, and from which inputs a dimension comes.
  def test_dependencies
    plan = Plan.of(brackets)
    dependencies = Plan::Dependencies.new(plan)

    assert_equal(%w[plate own always], dependencies.driven(plan.symbols['length']).sort_by { |name| %w[own always plate].rotate(-1).index(name) })
    assert_equal ['ruled'], dependencies.driven(plan.symbols['finish'])
    assert_equal ['tabled'], dependencies.driven(plan.symbols['tabled.built'])
    always = plan.bound.shapes.find { |shape| shape.feature.name == 'always' }
    assert_equal ['length'], dependencies.inputs([always.horizontal])
    picture = Result.new(plan, pick(rows: { 'size' => 'C' })).front_view(interactive: true)
    assert_includes picture.scan(/data-parameter="([^"]+)"/).flatten, 'length'
  end

  # Property: whatever is edited, the blast radius tells as changed just those variants of which something differs.
  def test_blast_radius_over_random_edits
    random = Random.new(11)
    60.times do
      before = Plan.of(brackets)
      cells = Array.new(random.rand(1..3)) do
        { 'row' => %w[A B C].sample(random: random), 'column' => %w[length tabled.built].sample(random: random), 'text' => ['', '90', '130', 'suppressed', 'half', 'x'].sample(random: random) }
      end
      after = Plan.of(edit(brackets, 'set_cells', table: 'size', cells: cells), before: before)
      next unless after.runnable?

      blast = Variants::BlastRadius.new(before, after).to_tree
      said = [before, after].map do |plan|
        Variants::All.new(plan).to_h do |variant|
          outcome = variant.outcome
          [variant.name, [plan.targets.map { |target| outcome.text_of(target) }, outcome.labels, variant.result.findings.select(&:error?)]]
        end
      end
      differing = said.first.keys.reject { |name| said.first[name] == said.last[name] }
      assert_equal differing, blast['rows'].map { |row| row['name'] }, cells.inspect
      assert_equal differing.size, blast['changed']
      assert_equal differing.count { |name| said.first[name].last.empty? && said.last[name].last.any? }, blast['broken']
    end
  end

  # Of very many variants only those with the default rows of the other tables are looked at, and that is said.
  def test_blast_radius_of_many_variants
    rows = Array.new(2500) { |number| { 'name' => "R#{number}", 'cells' => { 'length' => (60 + (number / 10.0)).to_s } } }
    long = edit(brackets, 'add_rows', table: 'size', added: rows)
    before = Plan.of(long)
    after = Plan.of(edit(long, 'set_column', table: 'size', target: 'length', field: 'unit', text: 'cm'), before: before)
    one = Plan.of(edit(long, 'set_cell', table: 'size', row: 'R9', column: 'length', text: '99'), before: before)

    assert_equal [true, 5006], Variants::BlastRadius.new(before, after, work: 0).to_tree.values_at('partly', 'variants')
    blast = Variants::BlastRadius.new(before, one, work: 0).to_tree
    assert_equal [false, 2, 0, 2], blast.values_at('partly', 'changed', 'weighed', 'unweighed')
  end

  # A long table is no other table: equal rows are found, and unequal ones are not taken for equal.
  def test_equal_rows_of_a_long_table
    rows = Array.new(600) { |number| { 'name' => "R#{number}", 'cells' => { 'length' => (number == 599 ? 100 : 100 + number).to_s, 'tabled.built' => 'built' } } }
    plan = Plan.of(edit(brackets, 'add_rows', table: 'size', added: rows))

    assert_equal(['table size, row R599'], plan.findings.select { |finding| finding.code == :same_rows }.map { |finding| finding.place.to_s })
  end

  # Numbers are written for spreadsheets as they were typed, and cells are called as there.
  def test_addresses_and_numbers
    assert_equal(%w[A1 Z1 AA1 AZ2 BA3 ZZ1 AAA1], [[0, 0], [0, 25], [0, 26], [1, 51], [2, 52], [0, 701], [0, 702]].map { |row, column| Exchange::Sheet.address(row, column) })
    assert_equal(%w[500 2.5 0.1 -3 0.000001 123456789012345], [500.0, 2.5, 0.1, -3.0, 1e-6, 123_456_789_012_345.0].map { |amount| Exchange::Sheet.number(amount) })
    assert_equal '0.3', Exchange::Sheet.number(0.1 + 0.2)
  end

  # The lattice of a random family says what its outcomes say.
  def test_lattices_of_random_families
    40.times do |seed|
      plan = Plan.of(RandomFamily.new(seed).family)
      table = plan.family.tables.first
      lattice = Variants::Lattice.new(plan, table)
      table.rows.each_with_index do |row, at|
        outcome = plan.outcome(pick(rows: { table.name => row.name }))
        assert_equal lattice.lines.map { |line| [outcome.state(line.name), outcome.state_decider(line.name).word] },
                     lattice.lines.map { |line| [Variants::Lattice::STATES.key(line.states[at]), Variants::Lattice::DECIDERS.key(line.deciders[at])] }, "seed #{seed}"
      end
    end
  end

  # What a parameter drives is what changes when it does.
  def test_what_changes_is_what_is_driven
    40.times do |seed|
      family = RandomFamily.new(seed).family
      plan = Plan.of(family)
      target = plan.symbols['p0']
      driven = Plan::Dependencies.new(plan).driven(target)
      outcomes = ['11 mm', '77 mm'].map { |size| plan.outcome(pick(overrides: { 'p0' => size })) }
      changed = family.features.map(&:name).select { |name| outcomes.map { |outcome| outcome.state(name) }.uniq.size == 2 }

      assert_empty changed - driven, "seed #{seed}"
    end
  end
end
