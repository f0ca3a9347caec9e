# frozen_string_literal: true

# A random family whose meaning is known without the program: every text that is written into the family has beside it a
# lambda that says what it means, and the ladder of deciders is climbed here in plain Ruby, as the design tells it:
# override, rule, row, answer, formula, default. Nothing of the core is used but the builder of the family. What is
# undefined is nil here: divisions by zero, look-ups that find nothing, filters that leave nothing, items beyond a list.
#
# Whatever decides the parameter number n looks at parameters before n only, so that nothing runs in circles.
class KnownFamily
  # A text of the family and what it means: a lambda over a way to ask for other values by name.
  Known = Struct.new(:text, :meaning) do
    def of(values) = meaning.call(values)
  end
  # One branch of a rule: its condition (nil for the last resort) and what it sets, by target.
  Branch = Struct.new(:condition, :effects)
  Rule = Struct.new(:name, :branches)
  Numeric = Struct.new(:name, :default, :formula, :least, :most)

  WOODS = %w[oak ash elm].freeze
  ROWS = %w[a b c].freeze

  attr_reader :family, :picks, :numbers, :features, :tables, :rules, :wood

  # +undefined+ tells whether formulas may have no result.
  def initialize(seed, undefined: false)
    @random = Random.new(seed)
    @undefined = undefined
    @numbers = []
    make_numbers
    @wood = sample(WOODS)
    make_features
    make_tables
    make_rules
    @family = VastLattice::Family.from_tree(tree)
    @picks = Array.new(3) { pick }
  end

  # What the family means for a pick: texts and states, who decides, and the names of parameters beyond their limits.
  def meaning(pick) = Meaning.new(self, pick)

  # A feature: the conditions under which it is built and shown, what it sits on, and what a person settled.
  Feature = Struct.new(:name, :built, :shown, :under, :by_hand)

  private

  def rand(range) = @random.rand(range)
  def sample(list) = list.sample(random: @random)
  def chance(parts) = @random.rand(parts).zero?
  def rounded(number) = number.round(9)

  # What the block makes of values, undefined where one of them is.
  def lift(*values) = values.any?(&:nil?) ? nil : yield(*values)

  def make_numbers
    Array(0...rand(4..7)).each do |index|
      computed = index.positive? && chance(3)
      limits = []
      limits = [size, index.positive? && chance(2) ? term : size(40..90)] if chance(2)
      @numbers << Numeric.new("p#{index}", (size unless computed), (term if computed), *limits)
    end
  end

  # A length as typed, in one of several units.
  def size(range = 1..90)
    number = rand(range)
    text, value = sample([["#{number} mm", number], [number.to_s, number], ["#{number / 10.0} cm", number],
                          ["#{number / 4}/4 in", (number / 4) * 25.4 / 4], ["#{number}.25 mm", number + 0.25]])
    Known.new(text, ->(_) { rounded(value.to_f) })
  end

  # A formula over the parameters made so far.
  def term(names = @numbers.map(&:name))
    name = sample(names)
    other = sample(names)
    by = rand(2..40)
    sample([Known.new("#{name} + #{by} mm", ->(v) { lift(v[name]) { |one| one + by } }),
            Known.new("#{name} * 2 - #{by} mm", ->(v) { lift(v[name]) { |one| (one * 2) - by } }),
            Known.new("max(#{name}, #{other})", ->(v) { lift(v[name], v[other]) { |*both| both.max } }),
            Known.new("min(#{name}, #{by} mm) / 3", ->(v) { lift(v[name]) { |one| [one, by].min / 3.0 } }),
            Known.new("round_up(#{name}, 5 mm)", ->(v) { lift(v[name]) { |one| (one / 5.0).round(9).ceil * 5.0 } }),
            either(name, other, by), *(uncertain(name, other, by) if @undefined)])
  end

  def either(name, other, by)
    condition = condition([name, other])
    Known.new("if #{condition.text} then #{name} else #{other} + #{by} mm", lambda do |v|
      holds = condition.of(v)
      if holds.nil?
        nil
      else
        (holds ? v[name] : lift(v[other]) { |one| one + by })
      end
    end)
  end

  # Formulas that have a result for some values only.
  def uncertain(name, other, by)
    by = (by / 10) * 10
    [Known.new("#{name} * 2 mm / (#{other} - #{by} mm)", ->(v) { lift(v[name], v[other]) { |one, two| quotient(one * 2, two - by) } }),
     Known.new("lookup_at_least([5 mm, 20 mm], [10 mm, 30 mm], #{name})", ->(v) { lift(v[name]) { |one| { 10 => 5, 30 => 20 }.find { |key, _| key >= one.round(9) }&.last } }),
     Known.new("lookup([5 mm, 20 mm], [1, 2], modulo(#{by}, 3))", ->(_) { { 1 => 5, 2 => 20 }[by % 3] }),
     Known.new("min([#{name}, #{by} mm][item > #{other}])", ->(v) { lift(v[name], v[other]) { |one, two| [one, by].select { |item| item.round(9) > two.round(9) }.min } }),
     Known.new("[#{name}, #{by} mm][floor(#{other} / 20 mm)]", ->(v) { lift(v[other]) { |two| item([v[name], by], (two / 20.0).round(9).floor) } }),
     Known.new("if defined(#{name}) then #{name} else #{by} mm", ->(v) { v[name] || by })]
  end

  def quotient(over, under) = under.round(9).zero? ? nil : over / under.to_f

  def item(list, number)
    return if number.zero? || number.abs > list.size

    number.positive? ? list[number - 1] : list[number]
  end

  # A condition over numbers and, where it may, over the choice.
  def condition(names = @numbers.map(&:name), choice: false)
    name = sample(names)
    by = rand(1..90)
    kinds = [Known.new("#{name} > #{by} mm", ->(v) { lift(v[name]) { |one| one.round(9) > by } }),
             Known.new("#{name} <= #{by} mm", ->(v) { lift(v[name]) { |one| one.round(9) <= by } }),
             Known.new("#{name} between #{by} mm and #{by + 30} mm", ->(v) { lift(v[name]) { |one| one.round(9).between?(by, by + 30) } }),
             Known.new("not(#{name} >= #{by} mm)", ->(v) { lift(v[name]) { |one| one.round(9) < by } })]
    kinds << Known.new('wood in ("oak", "ash")', ->(v) { %w[oak ash].include?(v['wood']) }) if choice
    kinds += doubtful(name, sample(names), by) if @undefined
    chance(3) ? both(kinds, sample(%w[and or])) : sample(kinds)
  end

  # Conditions that may be undefined.
  def doubtful(name, other, by)
    by = (by / 10) * 10
    [Known.new("#{name} / (#{other} - #{by} mm) > 2", ->(v) { lift(v[name], v[other]) { |one, two| quotient(one, two - by)&.then { |found| found.round(9) > 2 } } }),
     Known.new("#{other} in [#{by} mm..#{name}]", lambda do |v|
       three('and', lift(v[other]) { |two| two.round(9) >= by }, lift(v[other], v[name]) { |two, one| two.round(9) <= one.round(9) })
     end),
     Known.new("defined(#{name} / (#{other} - #{by} mm))", ->(v) { !lift(v[name], v[other]) { |one, two| quotient(one, two - by) }.nil? })]
  end

  def both(kinds, word)
    one, two = kinds.sample(2, random: @random)
    Known.new("(#{one.text}) #{word} (#{two.text})", ->(v) { three(word, one.of(v), two.of(v)) })
  end

  # The logic of three values.
  def three(word, *sides)
    deciding = word == 'or'
    return deciding if sides.include?(deciding)

    sides.include?(nil) ? nil : !deciding
  end

  def make_features
    @features = Array.new(rand(2..4)) do |index|
      Feature.new("f#{index}", (condition(choice: true) if chance(2)), (condition(choice: true) if chance(2)),
                  ("f#{rand(0...index)}" if index.positive? && chance(2)), (sample(%w[suppressed hidden built]) if chance(6)))
    end
  end

  # Two tables; a column belongs to one of them. Cells: blank, a number, a formula over earlier parameters, a word.
  def make_tables
    targets = [*@numbers.reject(&:formula).map(&:name), 'wood', 'f0.built', 'f1.shown'].shuffle(random: @random)
    @tables = { 'sizes' => targets.shift(3), 'options' => targets.shift(2) }.transform_values { |columns| table(columns) }
  end

  def table(columns)
    open = columns.select { |column| column.start_with?('p') && chance(3) }
    { columns: columns, open: open, rows: ROWS.to_h { |row| [row, columns.to_h { |column| [column, cell(column)] }.compact] } }
  end

  def cell(column)
    return if chance(4)
    return word(column) unless column.start_with?('p')

    earlier = earlier_than(column)
    earlier.empty? || chance(2) ? size : term(earlier)
  end

  def word(column)
    if column == 'wood'
      wood = sample(WOODS)
      return Known.new(wood, ->(_) { wood })
    end

    yes = chance(2)
    words = column.end_with?('built') ? %w[built suppressed] : %w[shown hidden]
    Known.new(yes ? words.first : words.last, ->(_) { yes })
  end

  def earlier_than(name) = @numbers.map(&:name).take_while { |other| other != name }

  # Rules with else-if chains; what a rule sets comes after what its conditions look at.
  def make_rules
    @rules = Array.new(rand(2..4)) do |index|
      from = rand(1...@numbers.size)
      seen = @numbers.first(from).map(&:name)
      branches = Array.new(rand(1..3)) { Branch.new(condition(seen), effects(from, seen)) }
      branches << Branch.new(nil, effects(from, seen)) if chance(2)
      Rule.new("R#{index}", branches)
    end
  end

  def effects(from, seen)
    set = sample(@numbers.drop(from)).name
    feature = sample(@features).name
    state, word, value = sample([[:built, 'build', true], [:built, 'suppress', false], [:shown, 'show', true], [:shown, 'hide', false]])
    effects = [{ target: set, known: chance(2) ? size(1..4) : term(seen), tree: :set },
               { target: "#{feature}.#{state}", known: Known.new(word, ->(_) { value }), tree: word, subject: feature }]
    effects.sample(rand(1..2), random: @random)
  end

  def tree
    { 'name' => 'Known', 'parameters' => [*@numbers.map { |number| number_tree(number) }, wood_tree], 'parts' => [part],
      'tables' => @tables.map { |name, table| table_tree(name, table) }, 'rules' => @rules.map { |rule| rule_tree(rule) } }
  end

  def number_tree(number)
    { 'name' => number.name, 'kind' => 'number', 'unit' => 'mm', 'default' => number.default&.text, 'formula' => number.formula&.text,
      'least' => number.least&.text, 'most' => number.most&.text }.compact
  end

  def wood_tree = { 'name' => 'wood', 'kind' => 'choice', 'choices' => WOODS, 'default' => @wood }

  def part
    stock = { 'kind' => 'plate', 'width' => '900 mm', 'height' => '300 mm', 'thickness' => '3 mm' }
    { 'name' => 'plate', 'stock' => stock, 'features' => @features.map { |feature| feature_tree(feature) } }
  end

  def feature_tree(feature)
    { 'name' => feature.name, 'kind' => 'hole', 'diameter' => '4 mm', 'horizontal' => { 'from' => 'left', 'offset' => '20 mm' },
      'built_when' => feature.built&.text, 'shown_when' => feature.shown&.text, 'on' => feature.under, 'by_hand' => feature.by_hand }.compact
  end

  def table_tree(name, table)
    rows = table[:rows].map { |row, cells| { 'name' => row, 'cells' => cells.transform_values(&:text) } }
    { 'name' => name, 'columns' => table[:columns].map { |column| column_tree(column, table[:open]) }, 'rows' => rows }
  end

  def column_tree(column, open) = open.include?(column) ? { 'target' => column, 'open' => true } : { 'target' => column }

  def rule_tree(rule)
    conditional = rule.branches.select(&:condition).map { |branch| { 'when' => branch.condition.text, 'then' => effect_trees(branch) } }
    last = rule.branches.reject(&:condition).flat_map { |branch| effect_trees(branch) }
    { 'name' => rule.name, **conditional.first, 'else_when' => conditional.drop(1), 'otherwise' => last }
  end

  def effect_trees(branch)
    branch.effects.map do |effect|
      effect[:tree] == :set ? { 'set' => effect[:target], 'to' => effect[:known].text } : { effect[:tree] => effect[:subject] }
    end
  end

  # A row of each table or none, answers to some of what can be answered, overrides of some of everything.
  def pick
    rows = @tables.keys.to_h { |name| [name, chance(4) ? '' : sample(ROWS)] }
    answers = @numbers.reject(&:formula).select { chance(3) }.to_h { |number| [number.name, "#{rand(1..90)} mm"] }
    answers['wood'] = sample(WOODS) if chance(3)
    overrides = @numbers.select { chance(8) }.to_h { |number| [number.name, "#{rand(1..90)} mm"] }
    overrides["#{sample(@features).name}.#{sample(%w[built shown])}"] = sample(%w[yes no]) if chance(3)
    VastLattice::Plan::Pick.new(rows: rows, answers: answers, overrides: overrides)
  end

  # A family's meaning for one pick, asked for name by name.
  class Meaning
    # What a person settles in the family itself, by the word and what it is said of.
    HANDS = { %w[suppressed built] => false, %w[built built] => true, %w[built shown] => true, %w[hidden shown] => false }.freeze

    def initialize(known, pick)
      @known = known
      @pick = pick
      @decided = {}
    end

    # [value, kind of the decider] of a parameter or state: numbers in mm.
    def decided(name) = @decided[name] ||= settle(name)

    def value(name) = decided(name).first
    def kind(name) = decided(name).last

    # The state of a feature: what sits on a suppressed feature is suppressed.
    def state_of(feature)
      built = built?(feature)
      return built.nil? ? :undefined : :suppressed unless built

      { true => :shown, false => :hidden, nil => :undefined }.fetch(value("#{feature.name}.shown"))
    end

    def built?(feature)
      under = @known.features.find { |one| one.name == feature.under }
      sides = [value("#{feature.name}.built"), under.nil? || built?(under)]
      @known.send(:three, 'and', *sides)
    end

    # Names that the pick puts beyond their limits, as code and name.
    def beyond
      @known.numbers.flat_map do |number|
        value = value(number.name)
        codes = []
        codes << 'below_least' if beyond?(number.least, value) { |limit| value < limit }
        codes << 'above_most' if beyond?(number.most, value) { |limit| value > limit }
        codes.map { |code| [code, number.name] }
      end
    end

    # Targets for which two rules that apply want different values.
    def disputed
      targets = @known.rules.flat_map(&:branches).flat_map(&:effects).map { |effect| effect[:target] }.uniq
      targets.select { |target| wanted(target).map(&:first).then { |said| said.none?(&:nil?) && said.uniq.size > 1 } }
    end

    private

    def values = ->(name) { value(name) }
    def limit(known) = known.of(values)&.round(9)
    def beyond?(known, value, &) = known && value && limit(known)&.then(&)

    def settle(name)
      value, kind = override(name) || rule(name) || row(name, open: false) || answer(name) || row(name, open: true) || own(name)
      [value.is_a?(::Numeric) ? value.to_f.round(9) : value, kind]
    end

    def override(name)
      typed = @pick.overrides[name]
      return [read(typed), :override] if typed

      feature = feature(name)
      return unless feature&.by_hand

      settled = HANDS[[feature.by_hand, name[/\w+$/]]]
      [settled, :override] unless settled.nil?
    end

    def rule(name)
      wanted = wanted(name)
      return [nil, :rule] if wanted.any? { |value, _| value.nil? }

      wanted.first if wanted.map(&:first).uniq.size == 1
    end

    # What the rules that apply want of a target.
    def wanted(name)
      @known.rules.flat_map do |rule|
        next [] unless rule.branches.any? { |branch| branch.effects.any? { |effect| effect[:target] == name } }

        branch = rule.branches.find { |one| one.condition.nil? || one.condition.of(values) != false }
        next [[nil, :rule]] if branch&.condition && branch.condition.of(values).nil?

        (branch ? branch.effects : []).select { |effect| effect[:target] == name }
                                      .map { |effect| [settled(effect[:known].of(values)), :rule] }
      end
    end

    def settled(value) = value.is_a?(::Numeric) ? value.to_f.round(9) : value

    # What the picked row says, in a column that an answer does (open) or does not go before.
    def row(name, open:)
      table, said = @known.tables.find { |_, one| one[:columns].include?(name) }
      cell = said && said[:open].include?(name) == open && said[:rows][@pick.rows[table]]&.fetch(name, nil)
      [cell.of(values), :table] if cell
    end

    def answer(name)
      typed = @pick.answers[name]
      [read(typed), :answer] if typed
    end

    # What the parameter or the feature says itself; a feature goes with what it sits on.
    def own(name)
      return [@known.wood, :default] if name == 'wood'
      return state(name) if name.include?('.')

      number = @known.numbers.find { |one| one.name == name }
      number.formula ? [number.formula.of(values), :formula] : [number.default.of(values), :default]
    end

    def state(name)
      feature = feature(name)
      known = name.end_with?('built') ? feature.built : feature.shown
      known ? [known.of(values), :formula] : [true, :default]
    end

    def feature(name) = @known.features.find { |one| name.start_with?("#{one.name}.") }

    def read(typed)
      case typed
      when 'yes' then true
      when 'no' then false
      when / mm/ then typed.to_f
      else typed
      end
    end
  end
end
