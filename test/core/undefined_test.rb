# frozen_string_literal: true

require_relative '../support/core'

# Undefined is a value and never silent (design rule 11): every function, at every place where a formula can stand, with
# an input that has no value.
class UndefinedTest < CoreCase
  # For every function a use of it that is undefined because gap is 0 mm; "defined" itself never is.
  NUMBER = '(5 mm / gap)'
  TEXT = 'string(5 mm / gap)'
  TRUTH = '(5 mm / gap > 1)'
  USES = {
    **%w[min max sum mean product median].to_h { |name| [name, "#{name}(3, #{NUMBER})"] }, 'count' => "count([1, #{NUMBER}])",
                                                                                           **%w[floor ceiling ceil abs sqrt exp log odd even].to_h { |name| [name, "#{name}(#{NUMBER})"] }, 'modulo' => "modulo(5, #{NUMBER})",
                                                                                           'not' => "not(#{TRUTH})", **%w[round_up round_down round_to].to_h { |name| [name, "#{name}(#{NUMBER}, 2)"] },
                                                                                           **%w[sin cos tan].to_h { |name| [name, "#{name}(#{NUMBER} * 1 deg)"] }, **%w[asin acos atan].to_h { |name| [name, "#{name}(#{NUMBER}) / 1 deg"] },
                                                                                           'all' => "all(true, #{TRUTH})", 'any' => "any(false, #{TRUTH})", 'list_contains' => "list_contains([1, 2], #{NUMBER})",
                                                                                           'lookup' => "lookup([1, 2], [3, 4], #{NUMBER})", 'lookup_at_least' => "lookup_at_least([1, 2], [3, 4], #{NUMBER})",
                                                                                           'lookup_at_most' => "lookup_at_most([1, 2], [3, 4], #{NUMBER})", 'where' => "count(where([1, 2], [3, 4], #{NUMBER}))", 'defined' => "if defined(#{NUMBER}) then 1 else #{NUMBER}",
                                                                                           'string' => TEXT, 'upper_case' => "upper_case(#{TEXT})", 'lower_case' => "lower_case(#{TEXT})", 'substring' => "substring(\"oak\", #{NUMBER})",
                                                                                           'substring_before' => "substring_before(#{TEXT}, \"a\")", 'substring_after' => "substring_after(\"oak\", #{TEXT})",
                                                                                           'pi' => "pi() * #{NUMBER}", 'contains' => "contains(#{TEXT}, \"a\")", 'starts_with' => "starts_with(#{TEXT}, \"a\")",
                                                                                           'ends_with' => "ends_with(\"a\", #{TEXT})", 'string_length' => "string_length(#{TEXT})",
                                                                                           # What is no function.
                                                                                           '+' => "1 + #{NUMBER}", '-' => "-#{NUMBER}", '*' => "0 * #{NUMBER}", '**' => "#{NUMBER} ** 2", 'if' => "if #{TRUTH} then 1 else 2", 'and' => "true and #{TRUTH}",
                                                                                           'or' => "#{TRUTH} or false", '=' => "#{NUMBER} = 2", '!=' => "#{NUMBER} != 2", '<=' => "#{NUMBER} <= 2", 'between' => "#{NUMBER} between 1 and 2",
                                                                                           'in range' => "#{NUMBER} in [1..2]", 'in list' => "3 in (1, #{NUMBER})", 'text =' => "#{TEXT} = \"a\"", 'text +' => "\"a\" + #{TEXT}",
                                                                                           'filter' => "count([1, 2][item > #{NUMBER}])", 'item' => "[1, 2][#{NUMBER}]", 'beyond' => '[1, 2][3 + gap / 1 mm]'
  }.freeze

  def test_every_function_has_its_use
    assert_empty Formula::Functions::ALL.keys - USES.keys
  end

  # What a use becomes where a plain number or a condition is wanted.
  def kind(text) = @kinds[text] ||= Formula.type(text, Plan.of(family(HEAD)).symbols.scope).type.kind

  def number(text) = { number: "(#{text})", boolean: "(if #{text} then 1 else 2)", text: "string_length(#{text})" }.fetch(kind(text))
  def condition(text) = { number: "#{number(text)} > 3", boolean: "(#{text})", text: "#{text} = \"a\"" }.fetch(kind(text))

  HEAD = <<~YAML
    parameters:
      - {name: gap, kind: number, unit: mm, default: 0 mm}
      - {name: extra, kind: count, default: 1}
  YAML
  PLATE = 'stock: {kind: plate, width: 90 mm, height: 60 mm, thickness: 3 mm}'

  # By place: a block that makes the rest of a family from a formula, and the path of the finding.
  def places
    hole = ->(text) { "parts: [{name: p, #{PLATE}, features: [{name: h, kind: hole, #{text}}]}]" }
    rules = ->(text) { "rules: [{name: R, #{text}}]" }
    table = ->(columns, cells) { "tables: [{name: t, columns: [#{columns}], rows: [{name: A, cells: {#{cells}}}]}]" }
    { 'parameters/x/formula' => [->(f) { "  - {name: x, kind: count, formula: #{quoted(number(f))}}" }],
      'parameters/x/default' => [->(f) { "  - {name: x, kind: count, default: #{quoted(number(f))}}" }],
      'parameters/x/least' => [->(f) { "  - {name: x, kind: count, default: 1, least: #{quoted(number(f))}}" }],
      'parameters/x/step' => [->(f) { "  - {name: x, kind: count, default: 1, step: #{quoted(number(f))}}" }],
      'parameters/x/applies_when' => [->(f) { "  - {name: x, kind: count, default: 1, applies_when: #{quoted(condition(f))}}" }],
      'parts/p/features/h/built_when' => [->(f) { hole["diameter: 3 mm, built_when: #{quoted("not(#{condition(f)})")}"] }],
      'parts/p/features/h/shown_when' => [->(f) { hole["diameter: 3 mm, shown_when: #{quoted(condition(f))}"] }],
      'parts/p/features/h/diameter' => [->(f) { hole["diameter: #{quoted("#{number(f)} * 1 mm")}"] }],
      'parts/p/features/h/horizontal/offset' => [->(f) { hole["diameter: 3 mm, horizontal: {from: left, offset: #{quoted("#{number(f)} * 1 mm")}}"] }],
      'parts/p/features/h/pattern/count' => [->(f) { hole["diameter: 3 mm, pattern: {count: #{quoted(number(f))}, pitch: 9 mm}"] }],
      'parts/p/features/h/pattern/skip_when' => [->(f) { hole["diameter: 3 mm, pattern: {count: 3, pitch: 9 mm, skip_when: #{quoted("index > 1 and #{condition(f)}")}}"] }],
      'parts/p/stock/width' => [->(f) { "parts: [{name: p, stock: {kind: plate, width: #{quoted("#{number(f)} * 1 mm")}, height: 60 mm, thickness: 3 mm}}]" }],
      'rules/R/when' => [->(f) { rules["when: #{quoted(condition(f))}, then: [{forbid: no}]"] }],
      'rules/R/else_when/0/when' => [->(f) { rules["when: extra > 5, then: [{forbid: no}], else_when: [{when: #{quoted(condition(f))}, then: [{forbid: no}]}]"] }],
      'rules/R/then/0/to' => [->(f) { rules["when: extra = 1, then: [{set: extra2, to: #{quoted(number(f))}}]"] }, "  - {name: extra2, kind: count, default: 1}\n"],
      'rules/R/then/0/least' => [->(f) { rules["when: extra = 1, then: [{limit: extra, least: #{quoted(number(f))}}]"] }],
      'rules/R/then/0/amount' => [->(f) { rules["when: extra = 1, then: [{price: P, amount: #{quoted("#{number(f)} * 1 EUR")}}]"] }],
      'tables/t/rows/A/cells/extra' => [->(f) { table['{target: extra}', "extra: #{quoted(number(f))}"] }],
      'tables/t/columns/extra/least' => [->(f) { table["{target: extra, open: true, least: #{quoted(number(f))}}", 'extra: 2'] }],
      'rule_tables/T/rows/0' => [->(f) { "rule_tables: [{name: T, policy: unique, output: extra, inputs: [#{quoted(number(f))}], rows: [{tests: ['> 2'], value: 4}]}]" }],
      'rule_tables/T/rows/0/value' => [->(f) { "rule_tables: [{name: T, policy: unique, output: extra, inputs: ['1'], rows: [{tests: ['-'], value: #{quoted(number(f))}}]}]" }],
      'patterns/part_number' => [->(f) { "patterns: {part_number: #{quoted("A-{#{f}}")}}" }] }
  end

  def quoted(text) = "'#{text.gsub("'", "''")}'"

  def test_every_function_at_every_place
    @kinds = {}
    places.each do |path, (body, more)|
      USES.each_value do |text|
        found = plan("#{HEAD}#{more}#{body.call(text)}\n")
        assert_predicate found, :runnable?, "#{path}: #{text}: #{found.errors.first}"
        result = Result.new(found)
        errors = result.findings.select { |finding| finding.error? && finding.code == :undefined }
        assert_equal [path], errors.map { |finding| finding.place.path.join('/') }, "#{path}: #{text}: #{result.findings.map(&:to_s)}"
        assert_match(/gap is 0 mm/, errors.first.message, text)
        assert_empty result.findings.map(&:code) - %i[undefined follows], "#{path}: #{text}"
        JSON.generate(Exchange::ResultTree.tree(result))
      end
    end
  end

  # Told once where it arises; what follows from it says from what.
  # Thirty parameters of nested filters: what is looked at to explain them is counted together, list literals within filters as well.
  # (It took 41 to 54 s when each was counted alone; here the items are counted, not the time.)
  def test_explaining_has_one_budget
    many = "[#{(1..60).to_a.join(', ')}]"
    parameters = (1..30).map { |number| "{name: p#{number}, kind: count, formula: \"count(#{many}[count(#{many}[item > count(#{many}[item > 3])]) > #{number}])\"}" }
    looked = 0
    counted = Formula::Budget.instance_method(:take?)
    Formula::Budget.define_method(:take?) { |steps| (looked += steps) && counted.bind_call(self, steps) }
    outcome = plan("parameters: [#{parameters.join(', ')}]").outcome
    assert_equal(30, outcome.findings.count { |finding| finding.code == :undefined && finding.message.include?('too long') })
    # A resolve, and one explanation for all: each is over once its steps are spent.
    assert_operator looked, :<, 4 * Formula::Budget::STEPS
  ensure
    Formula::Budget.define_method(:take?, counted)
  end

  def test_a_formula_with_a_filter_is_tried
    trial = Checks::Trial.new(plan('parameters: [{name: a, kind: count, default: 3}]'))
    assert_equal '2', trial.run('count([1, 5, 7][item > a])', { 'any' => true }, pick)['here']
  end

  def test_what_follows_is_marked
    result = Result.new(plan(<<~YAML))
      patterns: {part_number: "A-{ratio}"}
      parameters:
        - {name: gap, kind: number, unit: mm, default: 0 mm}
        - {name: ratio, kind: count, formula: 5 mm / gap}
        - {name: double, kind: count, formula: ratio * 2}
      rules: [{name: Steep, when: double > 3, then: [{forbid: no}]}]
      parts: [{name: p, #{PLATE}, features: [{name: h, kind: hole, diameter: ratio * 1 mm}]}]
    YAML
    assert_equal([[:undefined, 'parameter ratio, formula', 'ratio is undefined: this divides by zero, where gap is 0 mm.']],
                 result.findings.select(&:error?).map { |finding| [finding.code, finding.place.to_s, finding.message] })
  end
end
