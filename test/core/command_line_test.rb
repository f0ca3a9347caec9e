# frozen_string_literal: true

require_relative '../support/core'
require 'tmpdir'

# What bin/lattice takes and refuses, beside what other tests of the core ask of it.
class CommandLineTest < CoreCase
  FRAME = File.join(ROOT, 'demo/side-frame.yaml')

  def written(text, name = 'family.yaml')
    Dir.mktmpdir do |folder|
      path = File.join(folder, name)
      File.write(path, text)
      yield path
    end
  end

  def test_a_bundle_on_one_line_is_a_bundle
    _, yaml, = lattice('bundle', File.join(ROOT, 'demo/straight-module.yaml'))
    written(JSON.generate(YAML.safe_load(yaml)), 'bundle.json') do |path|
      code, out, = lattice('resolve', path, '--row', 'equipment=guided')
      assert_equal 0, code
      assert_includes out, 'roller_pitch'
    end
  end

  def test_what_is_missing_has_a_line
    written("family: X\n") { |path| assert_equal [2, "line 1: vast_lattice is missing in the family.\n"], lattice('check', path).values_at(0, 2) }
  end

  def test_a_family_with_an_error_in_a_form_is_not_resolved
    written("vast_lattice: 1\nfamily: X\nparameters:\n  - {name: a, kind: yes_no, default: no}\nforms:\n  - {name: f, pages: [{title: P, groups: [{fields: [{ask: b}]}]}]}\n") do |path|
      code, _, err = lattice('resolve', path)
      assert_equal 2, code
      assert_includes err, 'form f'
    end
  end

  def test_a_table_of_some_rows
    code, out, = lattice('table', FRAME, '--row', 'size=SF-1000')
    assert_equal [0, 2], [code, out.lines.size]
    assert_includes lattice('table', FRAME, '--row', 'size=SF-1').last, 'Did you mean SF-1000?'
    assert_includes lattice('table', FRAME, '--row', 'sizes=SF-1000').last, 'Did you mean size?'
  end

  def test_rows_are_found_by_keys_alone
    assert_equal 0, lattice('resolve', FRAME, '--key', 'size.length=1 m').first
    assert_includes lattice('resolve', FRAME, '--key', 'size.gauge=2').last, 'Its keys are length.'
  end

  # A drill that is wider than a turned part is long leaves nothing of it.
  def test_nothing_remains_of_what_is_drilled_away
    [[15, 20], [80, 120]].each do |length, drill|
      body = "parts:\n  - name: pin\n    stock: {kind: turned, steps: [{length: #{length}, diameter: #{length * 2 / 3}}]}\n    features: [{name: h, kind: hole, face: side, diameter: #{drill}, through: part}]\n"
      assert_includes Result.new(plan(body)).findings.map(&:code), :nothing_remains
    end
  end

  # The workshop of the house, from a file; a list as CSV.
  def test_lists_with_a_workshop
    asked = ['write', FRAME, '--as', 'list.csv', '--option', 'kind=operations', '--option', 'columns=operation,cost', '--option', 'group=operation']
    usual = lattice(*asked)
    written("rates:\n  laser: {hour: 1100}\n", 'shop.yaml') do |path|
      dear = lattice(*asked, '--workshop', path)
      assert_equal [0, 0], [usual, dear].map(&:first)
      one, ten = [usual, dear].map { |told| Float(told[1][/Sum of Cut by laser,([\d.]+)/, 1]) }
      assert_in_delta 10, ten / one, 0.02
    end
    written("rates:\n  laser: {hour: much}\n", 'shop.yaml') { |path| assert_match(/"much" is no number/, lattice(*asked, '--workshop', path)[2]) }
  end
end
