# frozen_string_literal: true

# One example of every edit, on the demo's side frame: what is done, and how the history tells it. Where an edit needs
# something that another one makes, +ground+ names it.
module EditExamples
  Example = Struct.new(:name, :arguments, :told, :ground) do
    def edit = { 'do' => name }.merge(arguments)
  end

  # An edit with its arguments, a text that its history entry holds, and the name of the example that goes before it.
  def self.example(name, told, ground: nil, **arguments)
    Example.new(name, JSON.parse(JSON.generate(arguments)), told, ground)
  end

  ALL = [
    example('set_family', 'group: added Frames', field: 'group', text: 'Frames'),
    example('base_on', 'base: added', base: 'Cross tie'),
    example('keep_as_own', 'base, lost', ground: 'lost', differences: [%w[feature frame drain]]),
    example('leave_base', 'base: removed', ground: 'base_on'),
    example('put_parameter', 'parameter rib_height: added', name: 'rib_height', fields: { kind: 'number', unit: 'mm', default: '12 mm' }),
    example('name_value', 'parameter wall: added', text: '80 mm as wall'),
    example('set_parameter_way', 'parameter shaft_count, default: added floor((length', name: 'shaft_count', way: 'typed'),
    example('move_parameter', 'order', name: 'length'),
    example('remove_parameter', 'parameter tie_bore: removed', name: 'tie_bore'),
    example('put_part', 'part cover: added', name: 'cover', material: 'aluminium',
                                             stock: { kind: 'plate', width: '90 mm', height: '60 mm', thickness: '2 mm' }),
    example('set_part', 'part frame, colour: =colour → ink blue', part: 'frame', field: 'colour', text: 'ink blue'),
    example('remove_part', 'part cover: removed', ground: 'put_part', part: 'cover'),
    example('put_component', 'component stiffener: added', component: { name: 'stiffener', family: 'Cross tie', values: { length: 'depth' } }),
    example('add_component', 'component stiffener: added', name: 'stiffener', placed: 'Cross tie'),
    example('move_component', 'component order: stiffener, second', ground: 'put_component:two', component: 'stiffener'),
    example('copy_component', 'component twin: added', ground: 'put_component', component: 'stiffener', name: 'twin'),
    example('allow_pair', 'allowed pair frame.windows with frame.tie_holes: added', one: 'frame.windows', other: 'frame.tie_holes', reason: 'Meant to be.'),
    example('lift_allowance', 'allowed pair frame.windows with frame.tie_holes: removed', ground: 'allow_pair', name: 'frame.windows with frame.tie_holes'),
    example('make_same', 'component twin, twin: added stiffener', ground: 'put_component:third', components: %w[twin], like: 'stiffener'),
    example('make_independent', 'component twin, twin: removed', ground: 'copy_component', components: %w[twin]),
    example('remove_components', 'component stiffener: removed', ground: 'put_component', components: %w[stiffener]),
    example('set_components', 'component stiffener, at', ground: 'put_component', components: %w[stiffener], field: 'at.x.on', text: 'frame'),
    example('give_components', 'component stiffener, values, wall: added', ground: 'put_component', components: %w[stiffener], path: 'wall', text: '3 mm'),
    example('pick_components', 'component stiffener, rows', ground: 'put_component', components: %w[stiffener], table: 'size', text: 'CT-1'),
    example('rename_component', 'component rib: added', ground: 'put_component', name: 'stiffener', to: 'rib'),
    example('set_stock', 'bend radius: 3 mm → 4 mm', part: 'frame', field: 'bend_radius', text: '4 mm'),
    example('add_stock_item', 'part pin, stock, steps', ground: 'put_part:turned', part: 'pin', list: 'steps',
                                                        item: { length: '10 mm', diameter: '8 mm' }),
    example('remove_stock_item', 'part pin, stock, steps', ground: 'put_part:turned', part: 'pin', list: 'steps', index: 0),
    example('put_material', 'materials', material: { name: 'bamboo', density: '0.7' }),
    example('remove_material', 'materials', ground: 'put_material', name: 'bamboo'),
    example('put_feature', 'feature drain: added', part: 'frame', after: 'windows',
                                                   feature: { name: 'drain', kind: 'hole', diameter: '5 mm' }),
    example('add_feature', 'feature drain: added', part: 'frame', feature: { name: 'drain', kind: 'hole', diameter: '5 mm as bore' }),
    example('set_feature', 'feature windows, height: depth - 58 mm → 40 mm', feature: 'windows', field: 'height', text: '40 mm'),
    example('set_features', 'feature windows, tier', features: %w[windows tie_holes], field: 'tier', text: 'full'),
    example('move_feature', 'part frame, feature order: upper_flange, lower_flange, shaft_holes, windows', feature: 'windows',
                                                                                                           before: 'shaft_holes'),
    example('remove_feature', 'feature label_hole: removed', feature: 'label_hole'),
    example('remove_features', 'feature windows: removed', features: %w[windows label_hole]),
    example('add_table', 'table finishes: added', name: 'finishes', columns: %w[finish]),
    example('remove_table', 'table size: removed', table: 'size'),
    example('add_column', 'table size, column finish: added', table: 'size', target: 'finish'),
    example('remove_column', 'table size, column gauge: removed', table: 'size', target: 'gauge'),
    example('move_column', 'table size, column order', table: 'size', target: 'gauge', before: 'length'),
    example('set_column', 'table size, column depth, key', table: 'size', target: 'depth', field: 'key', text: 'yes'),
    example('set_cell', 'table size, row SF-0500, column length: 500 → 520 mm', table: 'size', row: 'SF-0500', column: 'length',
                                                                                text: '520 mm'),
    example('set_cells', 'row SF-0630, column depth: 90 → 95', table: 'size', cells: [{ row: 'SF-0630', column: 'depth', text: '95' }]),
    example('set_states', 'row SF-0800, column windows.built', table: 'size', rows: %w[SF-0800], features: %w[windows],
                                                               state: 'suppressed'),
    example('fill_series', 'row SF-0500, column length: 500 → 630', table: 'size', column: 'length', kind: 'R10', first: '630',
                                                                    rows: %w[SF-0500]),
    example('add_row', 'table size, row SF-3000: added', table: 'size', name: 'SF-3000', like: 'SF-2500'),
    example('add_rows', 'table size, row SF-3150: added', table: 'size', after: 'SF-2500',
                                                          added: [{ name: 'SF-3150', cells: { length: '3000' } }]),
    example('duplicate_rows', 'table size, row SF-0500 2: added', table: 'size', rows: %w[SF-0500], times: 2),
    example('remove_rows', 'table size, row SF-0630: removed', table: 'size', rows: %w[SF-0630]),
    example('move_rows', 'table size, row order: SF-0500', table: 'size', rows: %w[SF-2500], before: 'SF-0500'),
    example('rename_row', 'table size, row SF-0501: added', table: 'size', row: 'SF-0500', name: 'SF-0501'),
    example('rename_rows', 'table size, row SF-0631: added', table: 'size', names: [{ row: 'SF-0630', name: 'SF-0631' }]),
    example('set_default_row', 'table size, default row: SF-2000 → SF-0630', table: 'size', row: 'SF-0630'),
    example('add_drawing_sheet', 'drawing sheet shop: added', name: 'shop'),
    example('rename_drawing_sheet', 'drawing sheet building', ground: 'add_drawing_sheet', name: 'shop', to: 'building'),
    example('remove_drawing_sheet', 'drawing sheet shop: removed', ground: 'add_drawing_sheet', name: 'shop'),
    example('set_drawing_sheet', 'drawing sheet shop, notes: added', ground: 'add_drawing_sheet', sheet: 'shop', field: 'notes', text: "Length {length}\nDeburr."),
    example('add_option', 'parameter cable_way: added', name: 'cable_way', label: 'Cable way', choices: 'none, small', cut: { 'kind' => 'slot', 'length' => '60 mm', 'width' => '20 mm' }, parts: [{ 'part' => 'frame', 'offset' => 'length / 3' }], price: '3 EUR', form: 'quick'),
    example('keep_list', 'list shop: added', name: 'shop', kind: 'operations', label: 'For the shop', columns: %w[operation cost], order: %w[-cost], group: 'operation'),
    example('remove_list', 'list shop: removed', ground: 'keep_list', name: 'shop'),
    example('set_workshop', 'workshop', workshop: { 'rates' => { 'laser' => { 'hour' => '95' } }, 'tools' => { 'drill' => '4, 9' }, 'bars' => '3000' }),
    example('add_sheet_view', 'drawing sheet shop, view section: added', ground: 'add_drawing_sheet', sheet: 'shop', kind: 'section', through: 'windows'),
    example('set_sheet_view', 'view top, takes: added 1:5', ground: 'add_drawing_sheet', sheet: 'shop', view: 'top', field: 'takes', text: '1:5'),
    example('remove_sheet_view', 'view top: removed', ground: 'add_drawing_sheet', sheet: 'shop', view: 'top'),
    example('set_sheet_dimension', 'windows.row: added', ground: 'add_drawing_sheet', sheet: 'shop', field: 'tolerance', feature: 'windows', dimension: 'row', text: '±0.2'),
    example('set_colour', 'colours, slate: added #4a5560', name: 'slate', text: '#4a5560'),
    example('set_pattern', 'patterns, part number', name: 'part_number', text: 'SF-{length}'),
    example('replace_table', 'table size, row S1: added', table: 'size', columns: [{ target: 'length' }],
                                                          rows: [{ name: 'S1', cells: { length: '500' } }]),
    example('put_rule', 'rule Short frames: added',
            rule: { name: 'Short frames', when: 'length < 700 mm', then: [{ hide: 'label_hole' }] }),
    example('switch_rule', 'rule Heavy loads, active', name: 'Heavy loads', active: false),
    example('remove_rule', 'rule Three rollers: removed', name: 'Three rollers'),
    example('move_rule', 'rule order', name: 'Heavy loads'),
    example('switch_set', 'sets off', ground: 'put_rule:set', set: 'Paint', active: false),
    example('rename_property', 'table size, column note: added', ground: 'add_column:property', table: 'size', name: 'remark', to: 'note'),
    example('rename_parameter', 'parameter span: added', name: 'length', to: 'span'),
    example('rename_feature', 'feature openings: added', name: 'windows', to: 'openings'),
    example('rename_part', 'part channel: added', name: 'frame', to: 'channel'),
    example('rename_table', 'table lengths: added', name: 'size', to: 'lengths'),
    example('rename_rule', 'rule Thick sheet: added', name: 'Heavy loads', to: 'Thick sheet'),
    example('rename_form', 'form short: added', name: 'quick', to: 'short'),
    example('put_rule_table', 'rule table Bores: added', rule_table: { name: 'Bores', output: 'window_length', inputs: %w[depth],
                                                                       rows: [{ tests: ['> 130'], value: '300' }] }),
    example('remove_rule_table', 'rule table Tie bolts: removed', name: 'Tie bolts'),
    example('put_override', 'override gauge, size SF-2000: added', target: 'gauge', value: '4 mm', reason: 'A wish', rows_of: { size: 'SF-2000' }),
    example('lift_override', 'override gauge, size SF-2000: removed', ground: 'put_override', name: 'gauge, size SF-2000'),
    example('put_opt_out', 'opting out windows from Paint: added', ground: 'put_rule:set', set: 'Paint', subject: 'windows', reason: 'A wish'),
    example('lift_opt_out', 'opting out windows from Paint: removed', ground: 'put_opt_out', name: 'windows from Paint'),
    example('put_alternatives', 'alternatives slots: added', name: 'slots', features: %w[left_leg_slot middle_leg_slot], none: true),
    example('put_form', 'form whole: added', form: { name: 'whole', pages: [{ title: 'All', groups: [{ fields: [{ ask: 'length' }] }] }] }),
    example('remove_form', 'form quick: removed', name: 'quick'),
    example('add_form_item', 'form quick', form: 'quick', title: 'More'),
    example('set_form_item', 'form quick', form: 'quick', place: '0/0', field: 'title', text: 'Sizes'),
    example('move_form_item', 'form quick', form: 'quick', place: '0/0/0', to: '0/1/1'),
    example('remove_form_item', 'form quick', form: 'quick', place: '0/2'),
    example('add_field', 'form quick', form: 'quick', ask: 'flange', control: 'slider'),
    example('set_form_choice', 'form quick', form: 'quick', place: '0/2/0', field: 'colours', choice: 'painted', text: '#2b4c7e'),
    example('set_narrowing', 'form quick', form: 'quick', place: '0/0/0', number: 0, field: 'when', text: 'load_class = "heavy"'),
    example('remove_narrowing', 'form quick', ground: 'set_narrowing', form: 'quick', place: '0/0/0', number: 0),
    example('put_model', 'model motor: added', model: VastLattice::Family::Model.of('motor', 'ISO-10303-21;', { 'volume' => 1, 'surface' => 6, 'centre' => [0, 0, 0], 'box' => [[0, 0, 0], [1, 1, 1]], 'points' => [], 'triangles' => [] }).to_tree),
    example('remove_model', 'model motor: removed', ground: 'put_model', name: 'motor'),
    example('put_picture', 'picture dot: added', picture: { name: 'dot', kind: 'svg', data: 'PHN2Zy8+' }),
    example('rename_picture', 'picture spot: added', ground: 'put_picture', name: 'dot', to: 'spot'),
    example('remove_picture', 'picture dot: removed', ground: 'put_picture', name: 'dot'),
    example('remove_field', 'form quick', form: 'quick', ask: 'gauge')
  ].freeze

  # What only serves others.
  HELPERS = { 'put_part:turned' => example('put_part', 'part pin: added', name: 'pin', stock: {
                                             kind: 'turned', steps: [{ length: '20 mm', diameter: '12 mm' },
                                                                     { length: '30 mm', diameter: '8 mm' }]
                                           }),
              'put_rule:set' => example('put_rule', 'rule Set: added', rule: { name: 'Set', set: 'Paint', when: 'length > 9 m', then: [{ warn: 'Long.' }] }),
              'put_component:third' => example('add_component', '', ground: 'put_component', name: 'twin', placed: 'Cross tie'),
              'put_component:two' => example('copy_component', '', ground: 'put_component', component: 'stiffener', name: 'second'),
              'add_column:property' => example('add_column', 'table size', table: 'size', target: 'remark', kind: 'text') }.freeze

  # A base that has an element no more.
  LOST = VastLattice::Family::Base.new(family: 'Cross tie', lost: [%w[feature frame drain]])

  # The family on which an example can be done.
  def self.ground(family, example)
    return family unless example.ground
    return family.with(base: LOST) if example.ground == 'lost'

    first = HELPERS[example.ground] || ALL.find { |other| other.name == example.ground }
    VastLattice::Family::Edits.apply(ground(family, first), first.edit)
  end
end
