# frozen_string_literal: true

require_relative '../support/core'

# Names of several segments, and where things stand in a file.
class NamesTest < CoreCase
  def test_names_are_lists_of_segments
    name = Name.read('leg.brace.built')
    assert_equal [%w[leg brace built], 'leg', 'built', 'brace.built'], [name.segments, name.first, name.last, name.rest.to_s]
    assert_equal 'leg.brace.built', Name.of('leg', 'brace', :built).to_s
    assert_equal name, Name.of(*name.segments)
    assert_nil Name.read('length').rest
    assert_equal ['LEG.Built', 'leg.built'], [Name.read('LEG.Built').to_s, Name.read('LEG.Built').key]
    assert name.of?('LEG')
    refute name.of?('brace')
    assert_equal 'foot.brace.built', name.under('foot').to_s
    assert_equal ['', nil], [Name.read('').first, Name.read('').rest]
  end

  # Every target of a plan is found by its path, its text, and its text in capitals.
  def test_targets_have_paths
    symbols = Plan.of(side_frame).symbols
    symbols.targets.each do |target|
      [target.path, target.name, target.name.upcase].each { |name| assert_same target, symbols[name] }
      assert_equal target.name, Name.read(target.name).to_s
      assert_equal target.subject.name, target.path.first
      assert_equal target.value? ? 1 : 2, target.path.segments.size
    end
    assert_nil symbols[Name.of('windows', 'gone')]
  end

  TEXT = <<~YAML
    vast_lattice: 1
    family: Lines
    parameters:
      - name: a
        kind: number
        default: 1
      - {name: b, kind: count,
         default: 2}
    tables:
      - name: t
        columns:
          - target: a
        rows:
          - name: r
            cells:
              a: 3
          - name: "0"
    forms:
      - name: f
        pages:
          - title: p
            groups:
              - fields:
                  - ask: a
  YAML

  def line(*path) = Exchange::FamilyFile.read(TEXT).line(Place.at(*path))

  # Lines by hand: by names, by what is nearest, of a list's item that is called like a number, and of a field of a form.
  def test_where_things_stand
    assert_equal [3, 4, 6, 7, 8], [line('parameters'), line('parameters', 'a'), line('parameters', 'a', 'default'), line('parameters', 'b'), line('parameters', 'b', 'default')]
    assert_equal [10, 12, 16], [line('tables', 't'), line('tables', 't', 'columns', 'a'), line('tables', 't', 'rows', 'r', 'cells', 'a')]
    assert_equal 17, line('tables', 't', 'rows', '0'), 'the one of that name'
    assert_equal [14, 3, nil], [line('tables', 't', 'rows', 'r', 'none'), line('parameters', 'none', 'default'), line('nothing')]
    assert_equal [24, 19], [line('forms', 'f', 'a'), line('forms', 'f', 'none')]
    lines = Exchange::SourceTree.read(TEXT).lines
    assert_equal [4, 7, 16], [lines.of_pointer(%w[parameters 0]), lines.of_pointer(%w[parameters 1]), lines.of_pointer(%w[tables 0 rows 0 cells a])]
    assert_equal 3, lines.of_pointer(%w[parameters 9 name])
  end

  # What a file cannot have, with the line where reading stopped.
  def test_what_is_refused_while_it_is_read
    head = "vast_lattice: 1\nfamily: X\n"
    { "#{head}note: a\nnote: b\n" => /line 4: "note" stands here twice/, "#{head}note: !x a\n" => /line 3: Tags such as !x/,
      "#{head}note: &a b\n" => /line 3: References/, "#{head}note: *a\n" => /line 3: References/, "#{head}? [a]\n: b\n" => /line 3: A key must be a text/,
      "#{head}---\nfamily: Y\n" => /line 3: The file holds more than one document/, '' => /The file is empty/, '7' => /line 1: The file holds a text/,
      '- a' => /line 1: The file holds a list/, "#{head}note: [#{'[' * 30}#{']' * 30}]" => /line 3: The file is nested too deeply/,
      "#{head}patterns:\n#{Array.new(1001) { |n| "  p#{n}: x\n" }.join}" => /line \d: More than 1000 keys/, "#{head}note: \"a" => /not well-formed/ }
      .each { |text, words| assert_match words, refused(Exchange::FamilyFile::Unreadable) { Exchange::FamilyFile.read(text) }.message, text[0, 40] }
  end

  # What is typed is taken as it was meant: = before a formula, a choice in another case, a yes or no that is named.
  def test_entries_as_people_type_them
    family = Exchange::FamilyFile.read(<<~YAML).family
      vast_lattice: 1
      family: Typed
      parameters:
        - {name: width, kind: number, unit: mm, default: '= 2 * 40 mm'}
        - {name: wood, kind: choice, choices: [oak, Ash, ELM, Elm], default: ASH}
        - {name: wide, kind: yes_no, default: '=width > 50 mm'}
      parts: [{name: board, stock: {kind: plate, outline: rectangle, width: width, height: '=width / 2', thickness: 3 mm}}]
    YAML
    outcome = Plan.of(family).outcome

    assert_equal(['80 mm', 'Ash', 'yes'], %w[width wood wide].map { |name| outcome.text(name) })
    named = Family::Edits.apply(family, 'do' => 'set_stock', 'part' => 'board', 'field' => 'height', 'text' => '= 25 mm as board_height')
    assert_equal '25 mm', named.parameter('board_height').default
    part = Family::Edits.apply(family, 'do' => 'set_part', 'part' => 'board', 'field' => 'built_when', 'text' => 'yes as has_board')
    assert_equal %w[yes_no yes], [part.parameter('has_board').kind, part.parameter('has_board').default]
    many = Family::Edits.apply(family, 'do' => 'put_feature', 'part' => 'board', 'feature' => { 'name' => 'bore', 'kind' => 'hole', 'diameter' => '5 mm' })
    many = Family::Edits.apply(many, 'do' => 'set_features', 'features' => %w[bore], 'field' => 'built_when', 'text' => 'width > 50 mm as is_wide')
    assert_equal ['yes_no', 'width > 50 mm', 'is_wide'], [many.parameter('is_wide').kind, many.parameter('is_wide').formula, many.feature('bore').built_when]
    refused { Plan.of(family).then { |plan| VastLattice::Plan::Entry.read('elm', type: plan.symbols['wood'].type, unit: nil, scope: plan.symbols.scope) } }
    wrong = refused { VastLattice::Plan::Entry.read('= 2 * lenght', type: Formula::NUMBER, unit: Units::PLAIN, scope: Plan.of(family).symbols.scope) }
    assert_equal 6, wrong.span.start
  end
end
