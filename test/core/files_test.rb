# frozen_string_literal: true

require_relative '../support/core'
require 'tempfile'
require 'stringio'

# The family file, the CSV of a table, edits, and the command line.
class FilesTest < CoreCase
  DEMO = File.join(ROOT, 'demo/side-frame.yaml')
  # Small, with one of everything, to be spoilt.
  SMALL = <<~'YAML'
    parameters: [{name: a, kind: number, unit: mm, default: 3 mm}, {name: c, kind: choice, choices: [x, "`id`"], default: x}]
    parts: [{name: p, stock: {kind: plate, width: a * 3, height: 9, thickness: 1}, features: [{name: h, kind: hole, diameter: 2, built_when: a > 2 mm}]}]
    tables: [{name: t, columns: [{target: a}], rows: [{name: r, cells: {a: "5' 6\""}}]}]
    rules: [{name: u, when: c = "x", then: [{set: a, to: 4}, {warn: "#{1 + 1}"}]}]
  YAML

  def test_what_was_typed_is_kept
    text = "parameters:\n  - {name: a, kind: number, unit: in, default: 1/2 in}\n  - {name: b, kind: number, unit: mm, default: 0.50}\n"
    family = family(text)

    assert_equal ['1/2 in', '0.50'], family.parameters.map(&:default)
    assert_equal family, read_family(Exchange::FamilyFile.yaml(family))
    assert_equal '0.5 in', Plan.of(family).outcome.text('a')
    assert_equal family.with(note: 'Größe 😀'),
                 read_family(JSON.generate(JSON.parse(Exchange::FamilyFile.json(family.with(note: 'Größe 😀'))), ascii_only: true))
  end

  # Line and reason of every problem, all at once.
  def test_broken_files_are_reported_by_line
    broken = File.read(DEMO).sub('kind: choice', 'kind: chioce').sub('default: 300 mm', 'defualt: 300 mm').sub('when: load_class', 'whne: load_class')
                 .sub('set: gauge', 'sett: gauge')
    lines = broken.lines
    problems = refused(Exchange::FamilyFile::Unreadable) { Exchange::FamilyFile.read(broken) }.problems

    { 'chioce' => /kind must be one of number, count/, 'defualt' => /Did you mean default/, 'whne' => /Did you mean when/,
      'sett' => /not an effect/ }
      .each do |word, message|
      number = lines.index { |line| line.include?(word) } + 1

      assert(problems.any? { |line, text| line == number && text.match?(message) }, "#{word} in line #{number}: #{problems}")
    end
  end

  # Wrong keys and wrong formulas in one go, each with its line.
  def test_check_tells_every_problem_at_once
    broken = File.read(DEMO).sub('default: 300 mm', 'defualt: 300 mm').sub('kind: yes_no', 'kind: yesno').sub('length > 1500 mm', 'lenght > 1500 mm')
                 .sub('sett', 'set').sub('diameter: 4 mm', 'diameter: 4 kg').sub('{suppress: windows}', '{suppress: window}')
    with_file(broken) do |path|
      code, _, err = lattice('check', path)

      assert_equal 2, code
      ['line 22: "defualt" does not belong here', 'kind must be one of', 'no name "lenght". Did you mean length', 'gives a mass, but a length is expected',
       'no feature "window". Did you mean windows'].each do |problem|
        assert_includes err, problem
      end
      refute_includes err, 'no name \"neighbour_follows\"'
      assert_equal(err.lines.map { |line| line[/line (\d+)/, 1].to_i }.sort, err.lines.map { |line| line[/line (\d+)/, 1].to_i })
    end
  end

  def test_hostile_files_are_refused_in_words
    ["a: &a [*a]\n", "a: !ruby/object:Object {}\n", '', "- 1\n", "vast_lattice: 1\nfamily: x\nfamily: y\n", "a: [\n", "\xff\xfe", "a: \0",
     '{"vast_lattice": 1', '[' * 300, "vast_lattice: 2\nfamily: x\n", "---\na: 1\n---\nb: 2\n", "vast_lattice: 1\nfamily: ' '\n",
     'x' * 9_000_000]
      .each { |text| refute_empty refused(Exchange::FamilyFile::Unreadable) { Exchange::FamilyFile.read(text) }.problems, text[0, 40] }
    random = Random.new(5)
    original = "vast_lattice: 1\nfamily: x\n#{SMALL}"
    5000.times do
      text = original.dup
      random.rand(1..4).times do
        text[random.rand(text.size), random.rand(1..8)] = ['{', '"', ':', "\n", '- ', '}', 'x', "\t"].sample(random: random)
      end
      Plan.of(Exchange::FamilyFile.read(text).family)
    rescue Exchange::FamilyFile::Unreadable => e
      refute_empty e.problems
    end
  end

  def edit(family, name, **arguments) = Family::Edits.apply(family, arguments.transform_keys(&:to_s).merge('do' => name))

  def test_edits_are_functions_and_differences_are_readable
    family = side_frame
    edited = edit(family, 'set_cell', table: 'size', row: 'SF-0500', column: 'length', text: '510')
    edited = edit(edited, 'add_row', table: 'size', name: 'SF-0501', like: 'SF-0500', after: 'SF-0500')
    edited = edit(edited, 'set_feature', feature: 'windows', field: 'height', text: '40 mm as window_height')
    edited = edit(edited, 'switch_rule', name: 'Heavy loads', active: false)

    assert_equal ['parameter window_height: added', 'part frame, feature windows, height: depth - 58 mm → window_height',
                  'table size, row SF-0501: added', 'table size, row SF-0500, column length: 500 → 510', 'rule Heavy loads, active:  → false'].sort,
                 Family::Difference.between(family, edited).map { |change| change.to_s.sub('active: added', 'active:  → false') }.sort
    assert_equal '40 mm', Plan.of(edited).outcome.text('window_height')
    assert_equal side_frame, family
  end

  def test_renames_follow_everywhere_and_leave_texts_alone
    family = edit(side_frame, 'rename_parameter', name: 'LENGTH', to: 'span')
    family = edit(family, 'rename_feature', name: 'windows', to: 'openings')

    assert_equal ['floor((span - 2 * end_margin) / roller_pitch) + 1', 'span > 600 mm', 'span', 'tie_holes.built'],
                 [family.parameter('shaft_count').formula, family.feature('openings').built_when, family.tables.first.columns.first.target,
                  family.tables.first.columns.last.target]
    assert_includes family.rules.first.branches.first.effects.map(&:to_tree), { 'suppress' => 'openings' }
    assert_equal side_frame.rules[1].branches, family.rules[1].branches
    assert_equal 'span', family.forms.first.fields.first.ask
    assert_empty Plan.of(family).findings
    assert_equal '1/2 in + "length"', Formula::Rewrite.names('1/2 in + "length"') { 'x' }
  end

  def test_renames_of_parts_tables_and_forms
    family = edit(side_frame.with(rules: [side_frame.rules.last.with(name: 'R')]), 'put_parameter', name: 'x',
                                                                                                    fields: { 'kind' => 'yes_no', 'formula' => 'size.row = "SF-0500"' })
    family = edit(edit(edit(family, 'rename_table', name: 'size', to: 'sizes'), 'rename_part', name: 'frame', to: 'side'), 'rename_form',
                  name: 'quick', to: 'short')

    assert_equal ['sizes.row = "SF-0500"', 'side', 'short'],
                 [family.parameter('x').formula, family.parts.first.name, family.forms.first.name]
    assert_empty Plan.of(family).errors
  end

  def test_edits_that_cannot_be_done_say_why
    { ['set_cell', { table: 'sise', row: 'A', column: 'b', text: '' }] => /Did you mean size/,
      ['set_cell', { table: 'size', row: 'SF-050', column: 'length', text: '1' }] => /Did you mean SF-0500/,
      ['set_cells', { table: 'size' }] => /needs cells/, ['frobnicate', {}] => /no edit/,
      ['set_feature', { feature: 'windows', field: 'width', text: '3 mm as length' }] => /already/,
      ['set_feature', { feature: 'windows', field: 'horizontal.from', text: 'top' }] => /neither an edge/,
      ['name_value', { text: '3 mm as two words' }] => /cannot be a name/, ['add_row', { table: 'size', name: 'sf-0500' }] => /already/,
      ['rename_parameter', { name: 'length', to: 'Windows' }] => /is taken/, ['rename_feature', { name: 'windows', to: 'a b' }] => /cannot be a name/,
      ['put_rule', { rule: { 'name' => 'x', 'when' => 'length > 1', 'then' => [] } }] => /no effect/ }
      .each { |(name, arguments), message| assert_match message, refused(Error) { edit(side_frame, name, **arguments) }.full_text }
  end

  def with_file(text)
    Tempfile.create(['family', '.yaml']) do |file|
      file.write(text)
      file.flush
      yield file.path
    end
  end

  def test_command_line
    code, out, = lattice('resolve', DEMO, '--row', 'size=SF-0500', '--set', 'shaft_diameter=15')
    assert_equal 0, code
    assert_match(/^shaft_bore +15.5 mm +formula$/, out)
    assert_match(/^windows +suppressed +formula$/, out)

    code, out, = lattice('resolve', DEMO, '--row', 'size=', '--set', 'length=1 m', '--json')
    assert_equal [0, 1000.0, 'mm', '1000 mm'], [code, *JSON.parse(out).dig('values', 'length').values_at('value', 'base_unit', 'text')]
    assert_match(/^length +1250 mm/, lattice('resolve', DEMO, '--key', 'size.length=1250')[1])
    assert_match(/No row of size has length 7. The nearest is SF-0500 with 500 mm./, lattice('resolve', DEMO, '--key', 'size.length=7')[2])
    assert_equal 9, lattice('table', DEMO)[1].lines.size
    assert_equal 0, lattice('check', DEMO).first
    assert_match(/\A<svg/, lattice('draw', DEMO)[1])
    assert_equal JSON.parse(lattice('convert', DEMO)[1]), JSON.parse(Exchange::FamilyFile.json(side_frame))
  end

  def test_command_line_errors_have_one_clear_message_and_the_right_code
    { ['resolve', DEMO, '--set', 'lenght=3'] => [2, /\AThere is no parameter "lenght". Did you mean length\?\n\z/],
      ['resolve', '/nowhere.yaml'] => [2, /cannot be read: No such file/], ['dance', DEMO] => [2, /no command/],
      ['resolve', DEMO, '--set', 'length'] => [2, /NAME=VALUE/], ['resolve', DEMO, '--wat'] => [2, /invalid option/] }
      .each do |arguments, (code, message)|
      actual, _, err = lattice(*arguments)

      assert_equal code, actual
      assert_match message, err
    end
    code, out, = lattice('resolve', DEMO, '--row', 'size=', '--set', 'length=9 m')
    assert_equal 1, code
    assert_match(/line 12: error: parameter length: length is 9000 mm, above the most allowed, 3000 mm/, out)
  end

  # A cycle, and a length added to a count: one message each, with its line.
  def test_command_line_on_broken_families
    with_file(File.read(DEMO).sub('default: 120 mm', 'formula: length / 10 + 3')) do |path|
      code, out, = lattice('check', path)
      assert_equal 1, code
      assert_match(/\Aline 13: error: parameter depth, formula: a length and a plain number cannot be added. Write 3 mm. \[dimension\]$/, out)
      code, _, err = lattice('resolve', path)
      assert_equal [2, 1], [code, err.lines.size]
    end
    with_file(File.read(DEMO).sub('default: 2000 mm', 'formula: end_margin * 8')) do |path|
      broken = File.read(path).sub('default: roller_pitch / 2', 'default: length / 8')
      File.write(path, broken)
      code, out, = lattice('check', path)
      assert_equal 1, code
      assert_match(/circle: length → end_margin → length/, out)
      code, _, err = lattice('resolve', path)
      assert_equal [2, 1], [code, err.lines.size]
      assert_match(/\Aline 12: error: parameter length: These depend on each other in a circle/, err)
    end
  end

  # Numbers are texts in files: what was moved on a drawing sheet is there again.
  def test_what_was_moved_on_a_sheet_is_read_again
    edits = [{ 'do' => 'add_drawing_sheet', 'name' => 'shop' }, { 'do' => 'set_sheet_view', 'sheet' => 'shop', 'view' => 'top', 'field' => 'place', 'text' => '0.25 1.0' },
             { 'do' => 'set_sheet_dimension', 'sheet' => 'shop', 'feature' => 'windows', 'dimension' => 'row', 'field' => 'away', 'text' => '12.5' }]
    family = edits.reduce(side_frame) { |own, edit| Family::Edits.apply(own, edit) }
    [Exchange::FamilyFile.yaml(family), Exchange::FamilyFile.json(family)].each { |text| assert_equal family, Exchange::FamilyFile.read(text).family }
    assert_match(/place/, refused(VastLattice::Error) { Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(family).sub('- 0.25', '- 2.5')) }.problems.to_s)
  end
end
