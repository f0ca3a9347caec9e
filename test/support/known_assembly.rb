# frozen_string_literal: true

# A random assembly of three levels whose meaning is known without the program: leaves in boxes in a tower. Every text that is
# written has beside it a lambda that says what it means, and who decides what is looked up here in plain Ruby, value by value, when
# it is asked for: override, rules of all levels, row, what is given, formula, default.
class KnownAssembly
  Known = Struct.new(:text, :meaning)
  # when, then (path => Known); a path may begin with role.
  Rule = Struct.new(:name, :condition, :effects)
  Part = Struct.new(:name, :long, :built)
  # +number+ is nil without a pattern; what is +given+ by path, +rows+ by table: [text, lambda to the name of a row].
  Placed = Struct.new(:name, :kind, :role, :given, :rows, :number, :built)
  Kind = Struct.new(:name, :parameters, :parts, :placed, :rules, :table, keyword_init: true)
  # A parameter: what it is by default or by formula.
  Value = Struct.new(:name, :own, :computed)
  Table = Struct.new(:name, :rows, :column, :default)

  attr_reader :kinds

  def initialize(seed)
    @random = Random.new(seed)
    @leaves = [leaf('Leaf A'), leaf('Leaf B')]
    @box = box
    @tower = tower
    @kinds = [*@leaves, @box, @tower]
  end

  # The families, written in the order of +shuffled+ lists where that is a Random.
  def families(shuffled = nil) = kinds.map { |kind| VastLattice::Family.from_tree(tree(kind, shuffled)) }

  # The outermost Node for some answers of the tower.
  def meaning(answers = {}) = Node.new(self, @tower, nil, nil, nil, answers)

  def kind(name) = kinds.find { |kind| kind.name == name }

  private

  def rand(range) = @random.rand(range)
  def one_of(*list) = list.sample(random: @random)
  def chance = @random.rand(2).zero?
  def number(range = 10..90) = rand(range).then { |n| Known.new("#{n} mm", ->(_) { n.to_f }) }

  # A formula over a name or a list of it.
  def over(name)
    by = rand(1..30)
    one_of(Known.new("#{name} + #{by} mm", ->(v) { v[name] + by }), Known.new(name, ->(v) { v[name] }),
           Known.new("if #{name} > #{by + 30} mm then #{name} / 2 else #{name} * 2", ->(v) { v[name] > by + 30 ? (v[name] / 2).round(9) : v[name] * 2 }))
  end

  def listed(function, name, nothing)
    Known.new("if count(#{name}) = 0 then #{nothing} mm else #{function}(#{name})", lambda do |v|
      v[name].empty? ? nothing.to_f : { 'sum' => v[name].sum, 'max' => v[name].max, 'min' => v[name].min }.fetch(function).round(9)
    end)
  end

  def above(name, limit = rand(20..100)) = Known.new("#{name} > #{limit} mm", ->(v) { v[name] > limit })
  def constant(value) = Known.new(value ? 'yes' : 'no', ->(_) { value })

  # a and b are given; c follows from them; the row of the table decides b; part p depends on c, part q on rules from anywhere.
  def leaf(name)
    rows = %w[small middle large].zip([rand(10..20), rand(25..40), rand(45..60)]).to_h
    rules = if chance
              [Rule.new('Own', above('a'), { 'q.built' => constant(false), **(chance ? { 'b' => number } : {}) })]
            else
              []
            end
    Kind.new(name: name, parameters: [Value.new('a', number), Value.new('b', number), Value.new('c', Known.new('a + b / 2', ->(v) { (v['a'] + (v['b'] / 2)).round(9) }), true)],
             parts: [Part.new('p', 'c', above('c')), Part.new('q', 'a', nil)], placed: [], rules: rules,
             table: Table.new('size', rows, 'b', one_of(*rows.keys)))
  end

  def row_pick(name)
    needed = rand(5..55)
    one_of([one_of('small', 'large'), nil], ["= if #{name} > 50 mm then \"small\" else \"middle\"", ->(v, _) { v[name] > 50 ? 'small' : 'middle' }],
           ["smallest b >= #{needed} mm", ->(_, rows) { rows.select { |_, b| b >= needed }.min_by(&:last)&.first }], ['none', ->(_, _) {}])
  end

  # What decides parts of x by what is read of x is no circle.
  def box
    x = Placed.new('x', one_of(*@leaves).name, 'near', { 'a' => over('m') }, { 'size' => row_pick('m') }, nil, nil)
    by = rand(1..9)
    y = Placed.new('y', one_of(*@leaves).name, one_of('near', 'far'), { 'a' => Known.new("m + index * #{by} mm", ->(v) { v['m'] + (v['index'] * by) }) },
                   { 'size' => ['none', ->(_, _) {}] }, Known.new('if m > 60 mm then 0 else if m > 30 mm then 2 else 4', ->(v) { { 60 => 0, 30 => 2 }.find { |limit, _| v['m'] > limit }&.last || 4 }),
                   chance ? above('m', 25) : nil)
    rules = [Rule.new('Reads and writes', above('x.c'), { 'x.q.built' => constant(false) })]
    rules << Rule.new('Given', above('k'), { 'y.b' => over('k') }) if chance
    Kind.new(name: 'Box', parameters: [Value.new('m', number), Value.new('k', number), Value.new('s', listed(one_of('sum', 'max'), 'y.c', 7), true), Value.new('d', over('x.c'), true)],
             parts: [Part.new('lid', 'm', nil)], placed: [x, y], rules: rules, table: nil)
  end

  def tower
    u = Placed.new('u', 'Box', 'left', { 'm' => over('t'), **(chance ? { 'x.b' => number } : {}) }, {}, nil, nil)
    v = Placed.new('v', 'Box', 'right', { 'm' => over('u.d'), 'k' => Known.new('t + index * 5 mm', ->(w) { w['t'] + (w['index'] * 5) }) }, {},
                   Known.new('if t > 70 mm then 1 else 3', ->(w) { w['t'] > 70 ? 1 : 3 }), nil)
    rules = [Rule.new('Deep', above('u.x.c'), { 'v.x.q.built' => constant(chance) })]
    rules << Rule.new('By role', above('t'), { 'role.near.b' => over('t') }) if chance
    Kind.new(name: 'Tower', parameters: [Value.new('t', number), Value.new('w', listed('max', 'v.s', 3), true), Value.new('z', listed('sum', 'v.x.c', 5), true)],
             parts: [], placed: [u, v], rules: rules, table: nil)
  end

  def tree(kind, shuffled)
    order = ->(list) { shuffled ? list.shuffle(random: shuffled) : list }
    { 'name' => kind.name, 'parameters' => order.call(kind.parameters.map { |own| { 'name' => own.name, 'kind' => 'number', 'unit' => 'mm', (own.computed ? 'formula' : 'default') => own.own.text } }),
      'parts' => order.call(kind.parts.map { |part| part_tree(part) }), 'components' => order.call(kind.placed.map { |placed| component_tree(placed) }),
      'tables' => [(table_tree(kind.table) if kind.table)].compact,
      'rules' => order.call(kind.rules.map { |rule| { 'name' => rule.name, 'when' => rule.condition.text, 'then' => order.call(rule.effects.map { |path, known| { 'set' => path, 'to' => known.text } }) } }) }
  end

  def part_tree(part)
    { 'name' => part.name, 'stock' => { 'kind' => 'plate', 'width' => part.long, 'height' => '20 mm', 'thickness' => '2 mm' }, 'built_when' => part.built&.text }.compact
  end

  def component_tree(placed)
    pattern = { 'kind' => 'linear', 'along' => 'x', 'count' => placed.number.text, 'pitch' => '300 mm' } if placed.number
    { 'name' => placed.name, 'family' => placed.kind, 'role' => placed.role, 'values' => placed.given.transform_values(&:text), 'rows' => placed.rows.transform_values(&:first),
      'pattern' => pattern, 'built_when' => placed.built&.text }.compact
  end

  def table_tree(table)
    { 'name' => table.name, 'default_row' => table.default, 'columns' => [{ 'target' => table.column }],
      'rows' => table.rows.map { |name, value| { 'name' => name, 'cells' => { table.column => "#{value} mm" } } } }
  end

  # A family as it is placed, or the outermost one: values are looked up when they are asked for.
  class Node
    attr_reader :kind, :conflicts

    def initialize(assembly, kind, parent, placed, index, answers = {})
      @assembly = assembly
      @kind = kind
      @parent = parent
      @placed = placed
      @index = index
      @answers = answers
      @values = {}
    end

    # [value, decider] of a parameter, a state "p.built", or a row "size.row".
    def decided(name) = @values[name] ||= decide(name)
    def value(name) = decided(name).first

    # The nodes of a placed family; those in a pattern in their order.
    def nodes(name)
      (@nodes ||= {})[name] ||= begin
        placed = @kind.placed.find { |one| one.name == name }
        numbers = placed.number ? (1..placed.number.meaning.call(self)).to_a : [nil]
        numbers.map { |index| Node.new(@assembly, @assembly.kind(placed.kind), self, placed, index) }
      end
    end

    # What formulas read: a name, or a path; lists where a pattern is on the way.
    def [](path)
      first, rest = path.split('.', 2)
      placed = rest && @kind.placed.find { |one| one.name == first }
      return value(path) unless placed

      found = nodes(first).map { |node| node[rest] }
      placed.number ? found.flatten : found.first
    end

    def built?(name) = @kind.placed.find { |one| one.name == name }.built.then { |built| built ? built.meaning.call(self) : true }
    def placed_names = @kind.placed.map(&:name)

    # Every node that is built, itself first.
    def all = [self, *@kind.placed.select { |one| built?(one.name) }.flat_map { |one| nodes(one.name).flat_map(&:all) }]

    # Lengths of the parts that are built.
    def lengths = @kind.parts.select { |part| value("#{part.name}.built") }.map { |part| value(part.long) }

    # Whether rules contradict each other anywhere below.
    def conflict?
      own = [*@kind.parameters.map(&:name), *@kind.parts.map { |part| "#{part.name}.built" }]
      own.any? { |name| said(name).uniq.size > 1 } || placed_names.any? { |name| nodes(name).any?(&:conflict?) }
    end

    # What rules of all levels say of a name here.
    def said(name, from = self, index = nil)
      speaking = @kind.rules.map { |rule| [rule, rule.effects.select { |path, _| reaches?(path, name, from) }] }.reject { |_, effects| effects.empty? }
      own = speaking.select { |rule, _| rule.condition.meaning.call(self) }.flat_map { |_, effects| effects.values.map { |known| known.meaning.call(Numbered.new(self, index)) } }
      outer = @parent ? @parent.said("#{@placed.name}.#{name}", from, @index) : []
      own + outer
    end

    def given(name, index = nil)
      outer = @parent&.given("#{@placed.name}.#{name}", @index)
      return outer unless outer.nil?

      first, rest = name.split('.', 2)
      placed = rest && @kind.placed.find { |one| one.name == first }
      known = placed&.given&.fetch(rest, nil)
      known&.meaning&.call(Numbered.new(self, index))
    end

    # The row that is picked; :default where nobody says.
    def picked(placed, table)
      text, meaning = placed.rows.fetch(table.name) { return :default }
      meaning ? meaning.call(self, table.rows) : text
    end

    # A place from outermost to here: names of components.
    def path = @parent ? [*@parent.path, @placed.name] : []
    def role = @placed&.role
    def near(depth) = depth.zero? ? self : @parent.near(depth - 1)

    # Values of a node for an instance.
    Numbered = Struct.new(:node, :index) do
      def [](name) = name == 'index' ? index : node[name]
    end

    private

    # A path as it is written here, or by role: the node +from+ is then of that role.
    def reaches?(path, name, from)
      return path == name unless path.start_with?('role.')

      _, role, rest = path.split('.', 3)
      from.role == role && name == [*from.path.drop(self.path.size), rest].join('.')
    end

    def decide(name)
      return row(name) if name.end_with?('.row')

      said = said(name).uniq
      return [said.first, said_by(name)] if said.size == 1
      return [cell, 'table'] if @kind.table&.column == name && !value("#{@kind.table.name}.row").nil?

      answer = @answers.fetch(name) { @parent&.given("#{@placed.name}.#{name}", @index) }
      answer.nil? ? own(name) : [answer, 'person']
    end

    def said_by(_name) = 'rule'
    def cell = @kind.table.rows.fetch(value("#{@kind.table.name}.row")).to_f

    def own(name)
      parameter = @kind.parameters.find { |one| one.name == name }
      return [parameter.own.meaning.call(self), parameter.computed ? 'formula' : 'default'] if parameter

      built = @kind.parts.find { |part| "#{part.name}.built" == name }.built
      built ? [built.meaning.call(self), 'formula'] : [true, 'default']
    end

    def row(_name)
      table = @kind.table
      found = @parent ? @parent.picked(@placed, table) : :default
      [found == :default ? table.default : found, 'person']
    end
  end
end
