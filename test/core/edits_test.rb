# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/edit_examples'

# The contract of all edits: each does what it says, can be taken back, tells the history in words, and refuses in words
# whatever it cannot do.
class EditsTest < CoreCase
  JUNK = [nil, true, 7, -1, 1e300, '', ' ', 'none such', '1/0', "a\u0000b", "\u202Ereversed", 'x' * 5000, '<script>', '{', [], [nil], {}, { 'a' => 1 },
          ['size'], [[[]]], '=1+1', '999999999999 km', 'length'].freeze

  def each_example
    family = side_frame
    EditExamples::ALL.each { |example| yield EditExamples.ground(family, example), example }
  end

  def applied(family, edit) = Family::Edits.apply(family, edit)

  def test_every_edit_has_an_example
    assert_equal Family::Edits::HANDLERS.keys.sort, EditExamples::ALL.map(&:name).sort
  end

  # Done, told, stored as a patch, taken back; and the family that it was done to is as it was.
  def test_every_edit_does_what_it_says_and_can_be_taken_back
    each_example do |family, example|
      before = Exchange::FamilyFile.json(family)
      edited = applied(family, example.edit)
      told = Family::Difference.between(family, edited).map(&:to_s)

      assert(told.any? { |line| line.include?(example.told) }, "#{example.name}: #{told.join(' | ')}")
      told.each { |line| refute_match(/=>|[{}][":]|\[\{|\bnil\b/, line, 'raw data') }
      patch = Family::Elements::Patch.from_tree(JSON.parse(JSON.generate(Family::Elements.patch(family, edited).to_tree)))
      assert_equal edited, patch.applied(family), example.name
      assert_equal family, patch.reversed.applied(edited), example.name
      assert_equal before, Exchange::FamilyFile.json(family), example.name
      assert_equal edited, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(edited)).family, example.name
    end
  end

  PLANS = {}.compare_by_identity
  def compiled(family) = PLANS[family] ||= Plan.of(family)

  # The plan that follows says what a plan made afresh says.
  def test_plans_after_every_edit
    each_example do |family, example|
      edited = applied(family, example.edit)
      fresh = Plan.of(edited)
      followed = Plan.of(edited, before: compiled(family))

      assert_equal fresh.findings.map(&:to_s), followed.findings.map(&:to_s), example.name
      assert_equal fresh.outcome.values, followed.outcome.values, example.name if fresh.runnable?
    end
  end

  # Without an argument that it needs, or with one that it does not know, an edit says so by name.
  def test_arguments_that_are_missing_or_unknown
    each_example do |family, example|
      handler = Family::Edits::HANDLERS.fetch(example.name).method(example.name)
      handler.parameters.filter_map { |kind, name| name if kind == :keyreq }.each do |name|
        error = refused(Error) { applied(family, example.edit.except(name.to_s)) }
        assert_match(/needs #{name}\b/, error.message, example.name)
      end
      assert_match(/does not take frobnicate/, refused(Error) { applied(family, example.edit.merge('frobnicate' => 'x')) }.message)
    end
  end

  # Whatever is said in an argument: the edit is done, and gives a family that can be checked, or is refused in words.
  def test_junk_is_taken_or_refused_in_words
    outcomes = Hash.new(0)
    each_example do |family, example|
      plan = compiled(family)
      paths(example.arguments).each_with_index do |path, index|
        JUNK.rotate(index * 5).first(ENV['LATTICE_LONG'] ? 8 : 2).each do |junk|
          edit = { 'do' => example.name }.merge(replaced(example.arguments, path, junk))
          outcomes[outcome(plan, edit)] += 1
        end
      end
    end
    assert_operator outcomes[:refused], :>, 300, 'nothing was refused'
    assert_operator outcomes[:done], :>, 60, 'nothing was taken'
  end

  # What no format could write is refused wherever it is typed, with what and where; so are files that hold it, and answers.
  def test_control_characters_are_refused_everywhere
    nasty = ["a\vb", "\u0001", "x\u007F".sub("\u007F", "\u001B"), "\uFFFE", "\xFF"]
    each_example do |family, example|
      paths(example.arguments).each_with_index do |path, index|
        next unless path.reduce(example.arguments) { |tree, key| tree[key] }.is_a?(String)

        edit = { 'do' => example.name }.merge(replaced(example.arguments, path, nasty[index % nasty.size]))
        assert_match(/cannot be kept\. It (holds the control character U\+\h{4} at its place \d|is no text)/, refused(Error) { Family::Edits.apply(family, edit) }.message, "#{example.name} #{path}")
      end
    end
    file = Exchange::FamilyFile.json(side_frame).sub('"Side frame', '"Side\\u000bframe')
    assert_match(/U\+000B at its place 5/, refused(Exchange::FamilyFile::Unreadable) { Exchange::FamilyFile.read(file) }.message)
    assert_match(/U\+000B/, refused(Plan::PickError) { Plan.of(side_frame).outcome(pick(answers: { 'mark' => "a\vb" })) }.message)
  end

  # :done or :refused; anything else fails.
  def outcome(plan, edit)
    Plan.of(applied(plan.family, edit), before: plan).findings.each { |finding| refute_empty finding.message }
    :done
  rescue VastLattice::Error => e
    assert_match(/\S/, e.full_text)
    refute_match(/undefined method|nil:NilClass|#<|NoMethodError|TypeError/, e.full_text)
    :refused
  rescue StandardError => e
    flunk "#{edit.inspect[0, 300]} breaks with #{e.class}: #{e.message[0, 200]}\n#{e.backtrace.first(4).join("\n")}"
  end

  # Paths of all values within arguments.
  def paths(tree, path = [])
    case tree
    when Hash then [*([path] if path.any?), *tree.flat_map { |key, value| paths(value, [*path, key]) }]
    when Array then [path, *tree.each_with_index.flat_map { |value, index| paths(value, [*path, index]) }]
    else [path]
    end
  end

  def replaced(tree, path, junk)
    return junk if path.empty?

    key, *rest = path
    copy = tree.dup
    copy[key] = replaced(tree[key], rest, junk)
    copy
  end
end
