# frozen_string_literal: true

require_relative '../../lib/vast_lattice'

# Families to measure with.
module BenchFamilies
  # The reference: 31 unit-free formulas over 8 inputs, as we write them. What dentaku and FEEL write otherwise
  # is replaced below.
  INPUTS = { 'length' => 2000, 'depth' => 120, 'pitch' => 75, 'margin' => 37.5, 'gauge' => 2.5, 'load' => 180, 'shaft' => 12,
             'lanes' => 3 }.freeze
  FORMULAS = {
    'usable' => 'length - 2 * margin', 'shafts' => 'floor(usable / pitch) + 1', 'rest' => 'usable - (shafts - 1) * pitch',
    'bore' => 'shaft + 0.5', 'edge' => 'max(1.5 * bore, 18)', 'web' => 'depth - 2 * edge', 'ratio' => 'length / depth',
    'slender' => 'if ratio > 15 then 1 else 0', 'windows' => 'floor((length - 200) / 400)', 'window_area' => 'windows * 260 * (depth - 58)',
    'gross' => 'length * depth', 'holes' => 'shafts * 3.14159 * bore * bore / 4', 'net' => 'gross - holes - window_area',
    'mass' => 'net * gauge * 0.00000785', 'per_metre' => 'mass / (length / 1000)', 'rollers_under' => 'floor(load / pitch)',
    'enough' => 'if rollers_under >= 3 then 1 else 0', 'legs' => 'if length > 1500 then 3 else 2', 'bays' => 'legs - 1',
    'bay' => 'length / bays', 'sag' => '5 * load * bay * bay / (384 * 210000 * gauge)', 'sag_limit' => 'bay / 500',
    'stiff' => 'if sag < sag_limit then 1 else 0', 'ties' => 'max(1, windows)', 'tie_length' => 'lanes * 300 + 2 * gauge',
    'tie_mass' => 'ties * tie_length * 0.0021', 'bolts' => '4 * legs + 2 * ties', 'frame_mass' => '2 * mass + tie_mass',
    'total' => 'frame_mass + bolts * 0.018',
    'price' => 'total * 4.2 + bolts * 0.35 + shafts * 0.6', 'rounded' => 'floor(price * 100 + 0.5) / 100'
  }.freeze

  # "if a then b else c" as dentaku has it.
  def self.dentaku
    FORMULAS.transform_values { |text| text.gsub(/if (.+) then (.+) else (.+)\z/, 'if(\1, \2, \3)').gsub('floor(', 'rounddown(') }
  end

  # The reference as a family.
  def self.reference
    parameters = INPUTS.map { |name, value| { 'name' => name, 'kind' => 'number', 'default' => value.to_s } } +
                 FORMULAS.map { |name, formula| { 'name' => name, 'kind' => 'number', 'formula' => formula } }
    VastLattice::Family.from_tree('name' => 'Reference', 'parameters' => parameters)
  end

  # 60 parameters, 40 features, 25 rules, 3 tables. +rows+ rows in the first table.
  def self.large(rows: 10)
    VastLattice::Family.from_tree('name' => 'Large', 'parameters' => large_parameters, 'parts' => [large_part],
                                  'tables' => large_tables(rows), 'rules' => Array.new(25) { |index| large_rule(index) })
  end

  # The large family with a table of 5,000 rows and 30 columns, no two rows alike.
  def self.long
    columns = Array.new(26) { |index| "n#{index}" }
    rows = Array.new(5000) do |row|
      { 'name' => "r#{row}", 'cells' => columns.each_with_index.to_h { |name, column| [name, long_cell(name, row, column)] } }
    end
    family = large
    others = family.tables.drop(1).map { |table| table.with(columns: [], rows: table.rows.map { |row| row.with(cells: {}) }) }
    sizes = VastLattice::Family::Table.from_tree('name' => 'sizes', 'columns' => columns.map do |name|
      { 'target' => name }
    end, 'rows' => rows)
    family.with(name: 'Long', patterns: { 'part_number' => 'L-{n0}' }, tables: [sizes, *others])
  end

  def self.long_cell(name, row, column)
    return %w[oak ash elm][(row + column) % 3] if name.start_with?('c')

    (name == 'n0' ? 100 + row : 100 + (((row * 7) + (column * 13)) % 900)).to_s
  end

  # 60 features by 1,000 variants, for the lattice.
  def self.wide
    features = Array.new(60) do |index|
      { 'name' => "h#{index}", 'kind' => 'hole', 'diameter' => '4 mm',
        'horizontal' => { 'from' => 'left', 'offset' => "#{8 + (index * 14)} mm" },
        'built_when' => ("size > #{100 + (index * 10)} mm" if index % 3 == 1) }.compact
    end
    rows = Array.new(1000) do |row|
      { 'name' => "v#{row}", 'cells' => { 'size' => (100 + row).to_s, 'h5.built' => row.odd? ? 'built' : 'suppressed' } }
    end
    stock = { 'kind' => 'plate', 'width' => '900 mm', 'height' => '60 mm', 'thickness' => '4 mm' }
    VastLattice::Family.from_tree(
      'name' => 'Wide', 'parameters' => [{ 'name' => 'size', 'kind' => 'number', 'unit' => 'mm', 'default' => '100 mm' }],
      'parts' => [{ 'name' => 'plate', 'stock' => stock, 'features' => features }],
      'tables' => [{ 'name' => 'sizes', 'columns' => [{ 'target' => 'size' }, { 'target' => 'h5.built' }], 'rows' => rows }]
    )
  end

  def self.large_parameters
    numbers = Array.new(26) do |index|
      { 'name' => "n#{index}", 'default' => "#{100 + (index * 7)} mm", 'least' => '10 mm', 'most' => '5 m' }
    end
    formulas = Array.new(30) { |index| { 'name' => "f#{index}", 'formula' => large_formula(index) } }
    choices = Array.new(4) { |index| { 'name' => "c#{index}", 'kind' => 'choice', 'choices' => %w[oak ash elm], 'default' => 'oak' } }
    (numbers + formulas).map { |tree| tree.merge('kind' => 'number', 'unit' => 'mm') } + choices
  end

  def self.large_formula(index)
    earlier = index.zero? ? 'n0' : "f#{index - 1}"
    other = "n#{index % 26}"
    ["#{earlier} / 2 + #{other}", "max(#{earlier}, #{other}) - 5 mm", "if #{other} > 150 mm then #{earlier} else n3 + 10 mm",
     "round_up(#{earlier}, 50 mm) - floor(#{earlier} / 20 mm) * 2 mm"][index % 4]
  end

  def self.large_part
    { 'name' => 'plate', 'stock' => { 'kind' => 'plate', 'width' => '900 mm', 'height' => '300 mm', 'thickness' => '3 mm' },
      'features' => Array.new(40) { |index| large_feature(index) } }
  end

  def self.large_feature(index)
    condition = "n#{index % 26} > #{90 + index} mm"
    condition += " and c#{index % 4} != \"elm\"" if index.even?
    { 'name' => "h#{index}", 'kind' => 'hole', 'diameter' => '8 mm', 'built_when' => condition,
      'horizontal' => { 'from' => 'left', 'offset' => "#{20 + (index * 20)} mm" } }
  end

  def self.large_tables(rows)
    [[rows, %w[n0 n1 n2 n3 c0 h0.built]], [5, %w[n4 n5 h1.built]],
     [4, %w[n6 c1 h2.shown]]].each_with_index.map do |(count, targets), number|
      list = Array.new(count) { |row| { 'name' => "r#{row}", 'cells' => targets.to_h { |target| [target, large_cell(target, row)] } } }
      { 'name' => "t#{number}", 'columns' => targets.map { |target| { 'target' => target } }, 'rows' => list }
    end
  end

  def self.large_cell(target, row)
    return %w[oak ash elm][row % 3] if target.start_with?('c')
    return row.even? ? 'built' : 'suppressed' if target.end_with?('built')
    return 'shown' if target.end_with?('shown')

    "#{100 + (row % 400)} mm"
  end

  def self.large_rule(index)
    last = index == 24 ? { 'set' => 'n25', 'to' => '200 mm' } : { 'hide' => "h#{index + 10}" }
    { 'name' => "R#{index}", 'when' => "n#{index} > #{140 + index} mm and c#{index % 4} = \"oak\"",
      'then' => [{ 'suppress' => "h#{index + 3}" }, { 'limit' => "n#{index + 1}", 'most' => '4 m' }, last] }
  end

  # A folded channel with a row of 60 holes, and a value that its shape does not use.
  def self.channel
    VastLattice::Exchange::FamilyFile.read(<<~YAML).family
      vast_lattice: 1
      family: Channel
      parameters:
        - {name: length, kind: number, unit: mm, default: 2400 mm}
        - {name: price_group, kind: count, default: 1}
      parts:
        - name: channel
          stock: {kind: folded_sheet, width: length, height: 120, thickness: 2.5, bend_radius: 3}
          features:
            - {name: upper, kind: bend, edge: top, length: 40}
            - {name: lower, kind: bend, edge: bottom, length: 40}
            - name: holes
              kind: hole
              diameter: 12.5
              horizontal: {from: left, offset: 37.5}
              vertical: {from: top, offset: 30}
              pattern: {count: 60, pitch: 38}
    YAML
  end
end
