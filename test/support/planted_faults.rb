# frozen_string_literal: true

require 'yaml'

# A small family without any fault, and one fault for each code of a Finding that a stored family can have: what is changed
# in its file, at which place the fault stands, and how many of its four variants are valid then.
module PlantedFaults
  FAMILY = <<~YAML
    vast_lattice: 1
    family: Planted
    patterns: {part_number: 'P-{length}'}
    parameters:
      - {name: length, kind: number, unit: mm, default: 100 mm, least: 20 mm, most: 300 mm}
      - {name: width, kind: number, unit: mm, default: 50 mm}
      - {name: holes, kind: count, default: 1}
      - {name: wood, kind: choice, choices: [oak, ash], default: oak}
    parts:
      - name: plate
        least_wall: 2 mm
        stock: {kind: plate, outline: rectangle, width: length, height: width, thickness: 3 mm}
        features:
          - {name: bore, kind: hole, diameter: 8 mm, horizontal: {from: left, offset: 20 mm}, vertical: {from: bottom, offset: 25 mm},
             pattern: {kind: linear, along: vertical, count: holes, pitch: 12 mm}}
          - {name: slot, kind: slot, length: 12 mm, width: 5 mm, horizontal: {from: right, offset: 20 mm}, vertical: {from: bottom, offset: 25 mm}, built_when: wood = "oak"}
    tables:
      - name: size
        columns: [{target: length}, {target: width}, {target: holes}, {target: wood}]
        rows:
          - {name: A, cells: {length: 100 mm, width: 50 mm, holes: 1, wood: oak}}
          - {name: B, cells: {length: 120 mm, width: 60 mm, holes: 1, wood: ash}}
          - {name: C, cells: {length: 140 mm, width: 60 mm, holes: 2, wood: oak}}
          - {name: D, cells: {length: 160 mm, width: 80 mm, holes: 1, wood: ash}}
  YAML

  # A fault: its +code+, its +place+ as text, how many variants stay +valid+, and the family with it.
  Fault = Struct.new(:code, :place, :valid, :tree)

  # Faults by code.
  def self.all
    @all ||= [*cells, *refusals, *rules, *forms, *shapes, *unused].to_h { |fault| [fault.code, fault] }
  end

  # Codes that no stored family has, or that are no faults of one, and why.
  ELSEWHERE = {
    syntax_of_files: %i[too_late unknown_kind unknown_face missing_choices duplicate_name reserved_name unknown_material too_many formula type not_a_number decided_twice
                        not_a_choice unsuitable_control missing_dimension wrong_stock not_open],
    of_answers: %i[answer_unused no_row no_value], of_settings_of_forms: %i[unknown_picture wrong_unit bad_setting],
    of_lists_that_were_cut: %i[more sampled follows], of_lists_that_are_made: %i[no_price no_tool],
    of_work: %i[too_much_work too_tangled], of_sources: %i[unknown_source two_sources],
    of_components: %i[computed broken_component position_circle nothing_to_lean_on circle no_twin no_base lost_base number_shared],
    told_by_its_row: %i[below_least above_most off_step not_offered forbidden warned nothing_left impossible_step not_valid]
  }.freeze

  def self.fault(code, place, valid)
    tree = YAML.safe_load(FAMILY)
    yield tree
    Fault.new(code, place, valid, tree)
  end

  def self.cell(code, column, text, row: 1)
    fault(code, "table size, row #{'ABCD'[row]}, column #{column}", 3) { |tree| tree['tables'][0]['rows'][row]['cells'][column] = text }
  end

  def self.cells
    [cell(:syntax, 'width', '60 mm +'), cell(:unknown_name, 'width', 'lenght'), cell(:dimension, 'width', '6 kg'),
     cell(:unknown_choice, 'wood', 'oaks'), cell(:unknown_function, 'width', 'root(9 mm)'), cell(:unknown_unit, 'width', '60 furlong'),
     cell(:not_constant, 'width', 'max(size.length)').tap { |fault| fault.tree['tables'][0]['rows'][3]['cells']['length'] = 'width + 80 mm' },
     fault(:cycle, 'table size, row B, column width', 3) do |tree|
       tree['tables'][0]['rows'].each { |row| row['cells']['length'] = "width + #{row['cells']['length'].to_i - row['cells']['width'].to_i} mm" }
       tree['tables'][0]['rows'][1]['cells']['width'] = 'length - 60 mm'
     end]
  end

  def self.refusals
    [fault(:row_refused, 'table size, row B', 3) { |tree| tree['tables'][0]['rows'][1]['cells']['length'] = '10 mm' },
     fault(:not_whole, 'part plate, feature bore, pattern, count', 3) { |tree| tree['parts'][0]['features'][0]['pattern']['count'] = 'if length = 120 mm then 1.5 else holes' },
     fault(:label_collides, 'patterns, part number', 2) { |tree| tree['tables'][0]['rows'][2]['cells']['length'] = '120 mm' },
     fault(:same_rows, 'table size, row D', 2) { |tree| tree['tables'][0]['rows'][3]['cells'] = tree['tables'][0]['rows'][1]['cells'].dup }]
  end

  def self.rule(name, condition, **effect) = { 'name' => name, 'when' => condition, 'then' => [effect.transform_keys(&:to_s)] }

  def self.rules
    [fault(:rules_disagree, 'part plate, colour', 3) { |tree| tree['rules'] = [rule('One', 'length > 130 mm', set: 'plate.colour', to: '"red"'), rule('Two', 'holes = 2', set: 'plate.colour', to: '"blue"')] },
     fault(:hit_clash, 'rule table Colours', 2) do |tree|
       tree['rule_tables'] = [{ 'name' => 'Colours', 'policy' => 'unique', 'inputs' => ['length'], 'output' => 'wood',
                                'rows' => [{ 'tests' => ['> 130 mm'], 'value' => 'oak' }, { 'tests' => ['> 135 mm'], 'value' => 'ash' }] }]
     end,
     fault(:can_disagree, 'parameter width', 4) { |tree| tree['rules'] = [rule('Low', 'length <= 110 mm', set: 'width', to: '50 mm'), rule('High', 'length in [110 mm..119 mm]', set: 'width', to: '60 mm')] },
     fault(:never_applied, 'rule Long', 4) { |tree| tree['rules'] = [rule('Long', 'length > 250 mm', set: 'plate.colour', to: '"red"')] },
     fault(:never_fires, 'rule Never, when', 4) { |tree| tree['rules'] = [rule('Never', '1 > 2', set: 'plate.colour', to: '"red"')] },
     fault(:always_fires, 'rule Always, when', 4) { |tree| tree['rules'] = [rule('Always', 'length <= 400 mm', set: 'plate.colour', to: '"red"')] },
     fault(:no_effect, 'rule Idle', 4) { |tree| tree['rules'] = [rule('Idle', 'wood = "ash"', hide: 'slot')] },
     fault(:idle_limit, 'rule Idle, then, no. 1', 4) { |tree| tree['rules'] = [rule('Idle', 'holes = 2', limit: 'length', most: '310 mm')] },
     fault(:never_offered, 'parameter wood', 4) do |tree|
       tree['rules'] = [rule('Oak', 'length > 1 mm', offer: 'wood', choices: ['oak']).merge('otherwise' => [{ 'offer' => 'wood', 'choices' => ['oak'] }])]
       tree['tables'][0]['rows'].each { |row| row['cells']['wood'] = 'oak' }
     end,
     fault(:alternatives, 'alternatives one of them', 2) { |tree| tree['alternatives'] = [{ 'name' => 'one of them', 'features' => %w[bore slot] }] },
     fault(:undefined, 'table size, row B, column width', 3) { |tree| tree['tables'][0]['rows'][1]['cells']['width'] = 'length / (holes - 1)' }]
  end

  def self.form(code, place, *fields)
    fault(code, place, 4) do |tree|
      tree['forms'] = [{ 'name' => 'own', 'pages' => [{ 'title' => 'All', 'groups' => [{ 'fields' => fields }] }] }]
      tree['parameters'][1].update('least' => '20 mm', 'most' => '91 mm', 'step' => '10 mm')
      tree['tables'][0]['rows'].each_with_index { |row, index| row['cells']['width'] = "#{(index * 10) + 50} mm" }
    end
  end

  def self.forms
    [form(:asked_twice, 'form own, wood', { 'ask' => 'wood' }, { 'ask' => 'length' }, { 'ask' => 'wood' }), form(:slider_misses, 'form own, width', { 'ask' => 'width', 'control' => 'slider' }),
     fault(:never_asked, 'parameter lining', 4) do |tree|
       tree['forms'] = [{ 'name' => 'own', 'pages' => [{ 'title' => 'All', 'groups' => [{ 'fields' => [{ 'ask' => 'length' }, { 'ask' => 'wood' }] }] }] }]
       tree['parameters'] << { 'name' => 'lining', 'kind' => 'number', 'unit' => 'mm', 'default' => '5 mm' }
       tree['parts'][0]['features'][1]['width'] = 'lining'
     end,
     form(:never_shown, 'form own, page 1, group 1, field 1', { 'ask' => 'length', 'shown_when' => 'length > 400 mm' })]
  end

  # +steps+ change the recipe; the faults of shapes are warnings but where the shape is impossible.
  def self.recipe(code, place, valid, &steps) = fault(code, place, valid) { |tree| steps.call(tree['parts'][0]['features'], tree['tables'][0]['rows']) }

  def self.shapes
    [recipe(:through_edge, 'part plate, feature bore', 4) { |steps, _| steps[0]['horizontal']['offset'] = '2 mm' },
     recipe(:thin_wall, 'part plate, feature bore', 4) { |steps, _| steps[0]['horizontal']['offset'] = '5 mm' },
     recipe(:touches_nothing, 'part plate, feature bore', 4) { |steps, _| steps[0]['horizontal']['offset'] = '-50 mm' },
     recipe(:overlap, 'part plate, feature slot', 4) { |steps, _| steps[1]['horizontal'] = { 'from' => 'left', 'offset' => '20 mm' } },
     recipe(:impossible_dimension, 'part plate, feature bore, diameter', 3) { |steps, _| steps[0]['diameter'] = 'if length = 120 mm then 0 mm else 8 mm' },
     recipe(:impossible_shape, 'part plate, feature rounded', 3) { |steps, _| steps << { 'name' => 'rounded', 'kind' => 'corner', 'size' => 'if length = 120 mm then 99 mm else 3 mm' } },
     recipe(:nothing_remains, 'part plate, stock', 3) { |steps, _| steps << { 'name' => 'all', 'kind' => 'cut_out', 'width' => 'if length = 120 mm then 500 mm else 5 mm', 'height' => 'if length = 120 mm then 500 mm else 5 mm', 'horizontal' => { 'from' => 'centre', 'offset' => '0 mm' }, 'vertical' => { 'from' => 'centre', 'offset' => '0 mm' } } }]
  end

  def self.unused
    [fault(:unused_parameter, 'parameter spare', 4) { |tree| tree['parameters'] << { 'name' => 'spare', 'kind' => 'count', 'default' => '1' } },
     fault(:no_default, 'parameter width', 3) { |tree| [tree['parameters'][1], tree['tables'][0]['rows'][1]['cells']].zip(%w[default width]).each { |own, key| own.delete(key) } },
     fault(:never_built, 'part plate, feature slot', 4) { |tree| tree['parts'][0]['features'][1]['built_when'] = 'wood = "oak" and length > 250 mm' }]
  end
end
