# frozen_string_literal: true

require_relative '../support/core'

# Forms: moved about at random against lists that are moved plainly; conditions against what they say.
class FormsTest < CoreCase
  def form(pages)
    tree = pages.each_with_index.map do |groups, one|
      { 'title' => "P#{one}", 'groups' => groups.each_with_index.map { |fields, two| { 'title' => "G#{one}#{two}", 'fields' => fields.map { |ask| { 'ask' => ask } } } } }
    end
    side_frame.with(forms: [Family::Form.from_tree({ 'name' => 'f', 'pages' => tree })])
  end

  def edited(family, name, **arguments) = Family::Edits.apply(family, { 'do' => name, 'form' => 'f', **arguments.transform_keys(&:to_s) })
  def asked(family) = family.form('f').pages.map { |page| page.groups.map { |group| group.fields.map(&:ask) } }

  # A place that an item of such a depth can be moved to.
  def place(random, lists, depth)
    return [random.rand(0..lists.size)] if depth == 1

    page = random.rand(lists.size)
    return [page, random.rand(0..lists[page].size)] if depth == 2 || lists[page].empty?

    group = random.rand(lists[page].size)
    [page, group, random.rand(0..lists[page][group].size)]
  end

  # Moves within nested lists, by marking the place before the item is taken away.
  def moved(lists, from, till)
    lists = Marshal.load(Marshal.dump(lists))
    holder = ->(numbers) { numbers[0...-1].reduce(lists) { |list, number| list[number] } }
    item = holder.call(from)[from.last]
    holder.call(till).insert(till.last, :mark)
    gone = holder.call(from)
    gone.delete_at(gone.index { |one| one.equal?(item) })
    put = lambda { |list|
      list.map do |one|
        if one == :mark
          item
        else
          (one.is_a?(Array) ? put.call(one) : one)
        end
      end
    }
    put.call(lists)
  end

  def test_items_move_within_and_between_lists
    random = Random.new(3)
    names = side_frame.parameters.map(&:name)
    80.times do
      lists = Array.new(random.rand(1..3)) { Array.new(random.rand(1..3)) { names.sample(random.rand(0..3), random: random) } }
      depth = random.rand(1..3)
      from = [random.rand(lists.size)]
      from << random.rand(lists[from[0]].size) if depth > 1
      depth > 2 && (lists.dig(*from).empty? ? depth = 2 : from << random.rand(lists.dig(*from).size))
      till = place(random, lists, depth)
      next if till.size != depth || till[0...-1].first(from.size) == from

      family = edited(form(lists), 'move_form_item', place: from.join('/'), to: till.join('/'))
      assert_equal moved(lists, from, till), asked(family), "#{lists} #{from} #{till}"
    end
  end

  # Fields become groups and pages, groups pages; pages and groups join others.
  def test_items_move_between_levels
    family = form([[%w[length depth], %w[gauge]], [%w[finish]]])
    moved = ->(from, till) { asked(edited(family, 'move_form_item', place: from, to: till)) }
    assert_equal [[%w[depth], %w[length], %w[gauge]], [%w[finish]]], moved.call('0/0/0', '0/1')
    assert_equal [[%w[depth], %w[gauge]], [%w[length]], [%w[finish]]], moved.call('0/0/0', '1')
    assert_equal [[%w[length depth]], [%w[gauge]], [%w[finish]]], moved.call('0/1', '1')
    assert_equal [[%w[length depth gauge]], [%w[finish]]], moved.call('0/1', '0/0/2')
    assert_equal [[%w[length depth], %w[gauge], %w[finish]]], moved.call('1', '0/2')
    assert_equal [[%w[length depth], %w[gauge finish]]], moved.call('1', '0/1/1')
    assert_equal [[%w[finish length depth gauge]]], moved.call('0', '1/0/1')
    titles = edited(family, 'move_form_item', place: '0/1', to: '2').form('f').pages.map { |page| [page.title, page.groups.map(&:title)] }
    assert_equal [['P0', ['G00']], ['P1', ['G10']], ['G01', ['']]], titles
    # Nothing is lost, wherever it goes.
    random = Random.new(7)
    200.times do
      places = family.form('f').placed.map { |numbers, _| numbers.join('/') }
      from = places.sample(random: random)
      till = [*places, '2', '0/2', '0/0/2'].sample(random: random)
      made = begin
        edited(family, 'move_form_item', place: from, to: till)
      rescue Family::Edits::Error
        next
      end
      assert_equal %w[depth finish gauge length], made.form('f').fields.map(&:ask).sort, "#{from} to #{till}"
    end
  end

  def test_items_are_added_set_and_removed
    family = form([[%w[length depth]], [[]]])
    family = edited(family, 'add_form_item', title: 'Third')
    family = edited(family, 'add_form_item', title: 'Load', within: '1')
    family = edited(family, 'add_field', ask: 'gauge', within: '1/1')
    assert_equal [[%w[length depth]], [[], %w[gauge]], [[]]], asked(family)
    family = edited(family, 'set_form_item', place: '0/0', field: 'columns', text: '2')
    family = edited(family, 'set_form_item', place: '0/0/1', field: 'shown_when', text: 'length > 1 m')
    family = edited(family, 'set_form_item', field: 'label', text: 'Frames')
    assert_equal [2, 'length > 1 m', 'Frames'], [family.form('f').pages[0].groups[0].columns, family.form('f').fields[1].shown_when, family.form('f').title]
    assert_equal family, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(family)).family
    renamed = Family::Edits.apply(family, { 'do' => 'rename_parameter', 'name' => 'length', 'to' => 'long' })
    assert_equal ['long > 1 m', 'long'], [renamed.form('f').fields[1].shown_when, renamed.form('f').fields[0].ask]
    assert_nil edited(family, 'set_form_item', place: '0/0/1', field: 'shown_when', text: '').form('f').fields[1].shown_when
    assert_equal [[%w[depth]], [[], %w[gauge]], [[]]], asked(edited(family, 'remove_form_item', place: '0/0/0'))
    assert_empty Family::Edits.apply(family, { 'do' => 'remove_form', 'name' => 'f' }).forms
  end

  def test_bad_places_are_refused_in_words
    family = form([[%w[length]]])
    { ['set_form_item', { place: '0/5', field: 'title', text: 'x' }] => 'There is no "5" in this form.', ['set_form_item', { place: '0/0', field: 'titel', text: 'x' }] => 'That has no titel.',
      ['move_form_item', { place: '0/0', to: '0/0/0' }] => 'cannot stand in itself', ['remove_form_item', { place: '' }] => 'There is no ""', ['remove_form_item', { place: 'a/b' }] => 'There is no "a/b"',
      ['set_form_item', { place: '0/0', field: 'columns', text: '7' }] => '1 to 3 columns', ['add_form_item', { title: ' ' }] => 'needs a name' }.each do |(name, arguments), words|
      assert_includes refused(Family::Edits::Error) { edited(family, name, **arguments) }.message, words
    end
  end

  # What is there and what is locked follows the values; an undefined condition hides nothing.
  def test_conditions
    family = form([[%w[length depth gauge]], [%w[finish]]])
    [['1', 'shown_when', 'length > 1 m'], ['0/0/1', 'shown_when', 'load_class = "heavy"'], ['0/0/2', 'locked_when', 'load_class = "heavy"'], ['0/0/0', 'shown_when', '1 mm / (gauge - 2 mm) > 0']]
      .each { |item, field, text| family = edited(family, 'set_form_item', place: item, field: field, text: text) }
    plan = Plan.of(family)
    assert_empty plan.errors
    flags = ->(row) { plan.form_program.call(plan.outcome(pick(rows: { 'size' => row })).values)['f'].to_h }
    assert_equal({ '1' => { 'shown' => false }, '0/0/1' => { 'shown' => false } }, flags.call('SF-0500').except(:undefined))
    # Design rule 11: it is told, and what is filled in so is not valid.
    told = ->(row) { Guide::FormState.new(plan.outcome(pick(rows: { 'size' => row })), family.form('f'), []).findings.map { |finding| [finding.code, finding.place.to_s, finding.message] } }
    assert_equal [[:undefined, 'form f, page 1, group 1, field 1, shown when',
                   'Whether "Frame length" is shown is undefined: this divides by zero, where gauge is 2 mm.']], told.call('SF-0500')
    assert_empty told.call('SF-2500')
    assert_equal({ '0/0/2' => { 'locked' => true } }, flags.call('SF-2500'))
    wrong = Plan.of(edited(family, 'set_form_item', place: '1', field: 'shown_when', text: 'lenght > 1 m'))
    assert_equal([[:unknown_name, 'form f, page 2, shown when']], wrong.errors.map { |finding| [finding.code, finding.place.to_s] })
    assert_nil Plan.of(form([[%w[length]]])).form_program
  end

  # The proposal asks for all that can be answered and nothing else, in forms that the plan accepts.
  def test_a_form_to_begin_with
    %w[side-frame roller support-leg end-stop].each do |name|
      family = read_family(File.read(File.join(ROOT, "demo/#{name}.yaml")))
      tree = Guide::FormProposal.new(Plan.of(family)).to_tree('begin')
      made = Plan.of(Family::Edits.apply(family, { 'do' => 'put_form', 'form' => tree }))
      assert_empty made.errors
      form = made.family.form('begin')
      asked = form.fields.reject { |field| field.control == 'readout' }.map(&:ask)
      assert_equal family.parameters.reject(&:computed?).map(&:name), family.parameters.map(&:name) & asked
      assert_equal asked, asked.uniq
      outcome = made.outcome(pick(rows: family.tables.to_h { |table| [table.name, ''] }))
      assert(asked.select { |ask| outcome.applies?(made.symbols[ask]) }.all? { |ask| (outcome.limit(ask) && %i[default answer].include?(outcome.decider(ask).kind)) || outcome.decider(ask).kind == :rule })
    end
    roller = Guide::FormProposal.new(Plan.of(read_family(File.read(File.join(ROOT, 'demo/roller.yaml'))))).to_tree('begin')
    titles = roller['pages'][0]['groups'].map { |group| group['title'] }
    assert_includes titles, 'Tube'
    assert_includes titles, 'Results'
    assert_equal 'slider', roller['pages'][0]['groups'].flat_map { |group| group['fields'] }.find { |field| field['ask'] == 'lane_width' }['control']
  end
end
