# frozen_string_literal: true

# Small families at random that are asked by a form: choices, yes or no, numbers on steps, what is computed of them, rules that
# forbid, offer, limit and set, a rule table, a table of rows. Most ask for a few things, some for up to twelve.
class RandomForm
  include VastLattice

  def initialize(seed)
    @random = Random.new(seed)
    @names = Array.new((seed % 5).zero? ? @random.rand(8..12) : @random.rand(3..5)) { |index| "p#{index}" }
  end

  def large? = @names.size > 6

  def family
    tree = { 'vast_lattice' => 1, 'family' => 'Random', 'parameters' => @names.map { |name| parameter(name) } + [computed], 'rules' => rules,
             'rule_tables' => tables, 'tables' => (@random.rand < 0.4 ? [rows] : []), 'forms' => [] }
    asked = @names.shuffle(random: @random)
    asked.insert(@random.rand(asked.size), 'kind.row') if tree['tables'].any?
    tree['forms'] = [{ 'name' => 'ask', 'pages' => [{ 'title' => 'All', 'groups' => [{ 'fields' => asked.map { |name| field(name) } }] }] }]
    Exchange::FamilyFile.read(JSON.generate(tree)).family
  end

  # Answers to some of what is asked, as texts.
  def answers(family)
    family.forms.first.fields.select { @random.rand < 0.6 }.to_h { |field| [field.ask, entry(family, field.ask)] }
  end

  private

  def kinds = @kinds ||= @names.to_h { |name| [name, %w[choice choice yes_no number].sample(random: @random)] }
  def choices(name) = %w[a b c d].first(2 + (name[1].to_i % 3))

  def parameter(name)
    case kinds[name]
    when 'choice' then { 'name' => name, 'kind' => 'choice', 'choices' => choices(name), 'default' => choices(name).first }
    when 'yes_no' then { 'name' => name, 'kind' => 'yes_no', 'default' => 'no' }
    else { 'name' => name, 'kind' => 'number', 'unit' => 'mm', 'default' => '20 mm', 'least' => '10 mm', 'most' => '60 mm', 'step' => '10 mm' }
    end
  end

  def computed
    numbers = @names.select { |name| kinds[name] == 'number' }
    { 'name' => 'total', 'kind' => 'number', 'unit' => 'mm', 'formula' => [*numbers.map { |name| "2 * #{name}" }, '5 mm'].join(' + ') }
  end

  def condition
    name = @names.sample(random: @random)
    case kinds[name]
    when 'choice' then "#{name} #{%w[= !=].sample(random: @random)} \"#{choices(name).sample(random: @random)}\""
    when 'yes_no' then @random.rand < 0.5 ? name : "not(#{name})"
    else @random.rand < 0.4 ? "total > #{@random.rand(1..5) * 30} mm" : "#{name} #{%w[< > >=].sample(random: @random)} #{@random.rand(1..6) * 10} mm"
    end
  end

  def conditions = Array.new(@random.rand(1..2)) { condition }.join([' and ', ' or '].sample(random: @random))

  def rules
    Array.new(@random.rand(1..(@names.size - 1))) do |index|
      { 'name' => "R#{index}", 'when' => conditions, 'then' => [effect], **(@random.rand < 0.3 ? { 'otherwise' => [effect] } : {}) }
    end
  end

  def effect
    name = @names.sample(random: @random)
    return { 'forbid' => 'Not so.' } if @random.rand < 0.4

    case kinds[name]
    when 'choice' then @random.rand < 0.6 ? { 'offer' => name, 'choices' => choices(name).sample(2, random: @random) } : { 'set' => name, 'to' => choices(name).sample(random: @random) }
    when 'yes_no' then { 'set' => name, 'to' => %w[yes no].sample(random: @random) }
    else { 'limit' => name, 'most' => "#{@random.rand(2..5) * 10} mm" }
    end
  end

  def tables
    return [] if @random.rand < 0.6

    asked, decided = @names.sample(2, random: @random)
    return [] unless kinds[decided] == 'choice'

    test = { 'choice' => "\"#{choices(asked).last}\"", 'yes_no' => 'true', 'number' => '> 30 mm' }[kinds[asked]]
    [{ 'name' => 'T', 'inputs' => [asked], 'output' => decided, 'policy' => 'first', 'rows' => [{ 'tests' => [test], 'values' => [choices(decided).last] }] }]
  end

  def rows
    name = @names.sample(random: @random)
    cells = { 'choice' => choices(name).first(2), 'yes_no' => %w[yes no], 'number' => ['20 mm', '50 mm'] }[kinds[name]]
    { 'name' => 'kind', 'columns' => [{ 'target' => name }], 'rows' => cells.each_with_index.map { |cell, index| { 'name' => "K#{index}", 'cells' => { name => cell } } } }
  end

  # Of a quarter of the choices the form leaves some only under a condition; some fields are there only sometimes.
  def field(name)
    field = { 'ask' => name }
    return field unless kinds.key?(name)

    field['narrowings'] = [{ 'when' => condition, 'choices' => choices(name).first(1) }] if kinds[name] == 'choice' && @random.rand < 0.2
    field['shown_when'] = condition if @random.rand < 0.1
    field['default'] = '30' if kinds[name] == 'number' && @random.rand < 0.3
    field
  end

  def entry(family, name)
    return %w[K0 K1].sample(random: @random) if name == 'kind.row'

    parameter = family.parameter(name)
    case parameter.kind
    when 'choice' then parameter.choices.sample(random: @random)
    when 'yes_no' then %w[yes no].sample(random: @random)
    else (@random.rand(1..6) * 10).to_s
    end
  end
end
