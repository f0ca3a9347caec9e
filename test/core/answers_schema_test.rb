# frozen_string_literal: true

require_relative '../support/core'
require 'open3'

# The JSON Schema of a form's answers against ajv (JSON Schema 2020-12): on generated answers it accepts exactly what the form
# accepts. And schemas as forms: our own come back as they were.
class AnswersSchemaTest < CoreCase
  def forms
    %w[side-frame roller].flat_map do |name|
      plan = Plan.of(read_family(File.read(File.join(ROOT, "demo/#{name}.yaml"))))
      plan.family.forms.map { |form| [plan, form] }
    end + [tight]
  end

  # Steps that do not begin at zero, small steps, another unit, choices of numbers.
  def tight
    asked = [{ 'ask' => 'length', 'unit' => 'cm', 'step' => '7 mm', 'least' => '503 mm', 'most' => '900 mm' }, { 'ask' => 'depth', 'step' => '0.1 mm' }, { 'ask' => 'gauge' },
             { 'ask' => 'flange', 'unit' => 'in', 'most' => '2 in' }, { 'ask' => 'shaft_count' }]
    form = Family::Form.from_tree({ 'name' => 'tight', 'pages' => [{ 'title' => 'T', 'groups' => [{ 'fields' => asked }] }] })
    [Plan.of(side_frame.with(forms: [form])), form]
  end

  # A value for a property: right, nearly right, or of another kind.
  def value(random, schema)
    odd = [nil, true, 'x', '', 0, -1, 1e12, 12.345, [], {}, '12', '1 m', "<script>alert('x')</script>"]
    return odd.sample(random: random) if random.rand < 0.25
    return schema['enum'].sample(random: random) if schema['enum']
    return [true, false].sample(random: random) if schema['type'] == 'boolean'
    return 'n' * [1, 400, 501].sample(random: random) if schema['type'] == 'string'

    number(random, schema)
  end

  def number(random, schema)
    least = schema['minimum'] || 0
    most = schema['maximum'] || (least + 100)
    step = schema['multipleOf'] || 0.5
    on_step = (((least + (random.rand * (most - least))) / step).round * step).round(9)
    [on_step, on_step + (step / 3), least, most, least - step, most + step, on_step.round].sample(random: random)
  end

  def accepted?(schema, answers)
    schema.read(answers)
    true
  rescue Guide::Refused
    false
  end

  def test_ajv_accepts_what_the_form_accepts
    random = Random.new(11)
    forms.each do |plan, form|
      assert_empty plan.errors
      schema = Guide::AnswersSchema.new(plan, form)
      tree = schema.to_tree
      answers = Array.new(400) do
        picked = tree['properties'].to_a.sample(random.rand(0..3), random: random).to_h { |name, one| [name, value(random, one)] }
        random.rand < 0.1 ? picked.merge(%w[width Length __proto__ row].sample(random: random) => 1) : picked
      end + [[], 'x', nil, 7]
      said = JSON.parse(Open3.capture2('node', File.join(ROOT, 'test/support/answers.mjs'), stdin_data: JSON.generate(schema: tree, answers: answers)).first)
      ours = answers.map { |one| accepted?(schema, one) }
      assert said['meta']
      assert_equal said['accepted'], ours, answers.zip(said['accepted'], ours).find { |_, one, other| one != other }.inspect
      assert_operator ours.count(true), :>, 30
      assert_operator ours.count(false), :>, 60
      # What is accepted can be resolved.
      answers.zip(ours).select(&:last).first(40).map(&:first).each { |one| Guide::Filling.new(plan, form, schema.read(one)).state.to_tree }
    end
  end

  def test_a_schema_becomes_a_form_and_the_form_that_schema
    forms.first(4).each do |plan, form|
      tree = Guide::AnswersSchema.new(plan, form).to_tree
      tree['properties'].reject! { |name, _| name.end_with?('.row') }
      nothing = Family.new(name: 'Other')
      family = Guide::SchemaImport.new(nothing, JSON.generate(tree), 'again').edits.reduce(nothing) { |made, edit| Family::Edits.apply(made, edit) }
      again = Plan.of(family)
      assert_empty again.errors
      back = Guide::AnswersSchema.new(again, family.form('again')).to_tree
      assert_equal(tree['properties'].transform_values { |one| one.except('default') }, back['properties'].transform_values { |one| one.except('default') })
      # Into its own family it asks for the parameters that are there.
      edits = Guide::SchemaImport.new(plan.family, JSON.generate(Guide::AnswersSchema.new(plan, form).to_tree), 'again').edits
      assert_equal(%w[put_form], edits.map { |edit| edit['do'] })
      assert_empty Plan.of(Family::Edits.apply(plan.family, edits.first)).errors
    end
  end

  def test_what_is_no_such_schema_is_refused_in_words
    { '{' => 'not well-formed', '[]' => 'no JSON Schema', '{"properties": {}}' => 'no JSON Schema', '{"properties": {"a": {"type": "object"}}}' => 'a: It is of a kind',
      '{"properties": {"a b": {"type": "number"}}}' => 'cannot be a name', '{"properties": {"length": {"type": "boolean"}}}' => 'The family has it as number',
      '{"properties": {"a": 7}}' => 'a: It is of a kind', "{\"properties\": \"#{'x' * 500_000}\"}" => 'larger than' }.each do |text, words|
      assert_includes refused(Exchange::Unreadable) { Guide::SchemaImport.new(side_frame, text, 'again') }.message, words
    end
  end
end
