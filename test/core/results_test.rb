# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/strange_result'
require 'tmpdir'

# Results: what is registered can be written, the same each time, and says what is wrong.
class ResultsTest < CoreCase
  def subject(name, **pick) = Results::Subject.new(plan: demo_plans.fetch(name), pick: pick(**pick))

  # Everything that is offered of every demo family is written, is what its media type says, and is equal when it is written again from a
  # plan that was made anew.
  def test_everything_offered_is_written_the_same_twice
    signs = { 'application/zip' => /\APK/n, 'text/csv' => /\A[^\n]+,/, 'image/svg+xml' => /\A<svg/, 'application/json' => /\A[\[{]/, 'application/yaml' => /\Avast_lattice: 1/, 'text/html' => /\A<!doctype html>/,
              'application/xml' => /\A<\?xml/, 'application/pdf' => /\A%PDF/n, 'image/vnd.dxf' => /\A0\nSECTION\n/,
              'model/step' => /\AISO-10303-21;/, 'model/stl' => /\AVast Lattice/n, 'model/gltf-binary' => /\AglTF/n }
    # The module's masses take long, and are written once.
    names = demo_plans.slice('Roller', 'Side frame', 'Straight module').flat_map do |name, plan|
      anew = Results::Subject.new(plan: Plan.of(plan.family, library: plan.placed.library))
      Results.of(subject(name)).map do |format|
        # As many sheets as there are variants: of one family they say all.
        next format.name if format.name == 'drawing_sheets.pdf' && name != 'Side frame'

        bytes = Results.write(format.name, subject(name))
        assert_match signs.fetch(format.media_type, /\APK/n), bytes, format.name
        once = plan.placed.all.any? && (format.made_from == :variants || format.base == 'solid')
        again = once ? bytes : Results.write(format.name, anew)
        assert_equal(bytes, again, "#{name} #{format.name} is not the same twice")
        format.name
      end
    end
    made = Results::FORMATS.kinds.reject { |format| format.made_from == :configuration || format.name == 'rule_tables.csv' }.map(&:name)
    assert_empty made - names
  end

  def test_options
    all, valid = [{}, { 'only' => 'valid' }].map { |options| Results.write('variants.csv', subject('Roller'), options).lines.size }
    assert_operator valid, :<, all
    assert_includes Results.write('tables.csv', subject('Roller'), 'table' => 'surface').lines.first, 'variant'
    assert_match(/SF-0630|630/, Results.write('front.svg', subject('Side frame', rows: { 'size' => 'SF-0630' })))
  end

  # What is wrong is said, with what would be right.
  def test_what_cannot_be_written
    { ['variants.cvs', {}] => /no result "variants.cvs".*variants.csv/, ['variants.csv', { 'onli' => 'x' }] => /no option "onli".*only/,
      ['variants.csv', { 'only' => 'vali' }] => /"vali".*valid/, ['tables.csv', {}] => /A CSV holds one table.*tables.xlsx/,
      ['tables.csv', { 'table' => 'sice' }] => /no table "sice".*size/ }.each do |(name, options), words|
      assert_match words, refused(VastLattice::Error) { Results.write(name, subject('Roller'), options) }.full_text
    end
    kept = refused(Results::Missing) { Results.write('configuration.pdf', subject('Roller')) }
    assert_equal 'There is no configuration here to make it from.', kept.message
    broken = Results::Subject.new(plan: plan("parameters: [{name: a, kind: number, unit: mm, default: b}]\n"))
    assert_match(/errors/, refused(VastLattice::Error) { Results.write('front.svg', broken) }.message)
    assert_equal %w[file.yaml file.json], Results.of(broken).map(&:name)
  end

  # The page is that of what is registered.
  def test_the_page
    assert_equal Results::Reference.page, File.read(File.join(ROOT, 'docs/results.md')), 'run rake docs'
  end

  # One file and one line: a strange format is on the command line and in the docs.
  def test_a_strange_format
    Results::FORMATS.with(StrangeResult.new) do
      path = File.join(ROOT, 'demo/roller.yaml')
      assert_includes lattice('results', path)[1], 'Names: one to a line'
      assert_equal [0, "lane_width\n", ''], lattice('write', path, '--as', 'names.txt', '--option', 'most=one')
      assert_includes Results::Reference.page, '| `names.txt` | Names: one to a line | the family | text/plain | `most=all or one` |'
    end
    assert_match(/no result "names.txt"/, lattice('write', File.join(ROOT, 'demo/roller.yaml'), '--as', 'names.txt')[2])
    assert_match(/no configuration here/, lattice('write', File.join(ROOT, 'demo/roller.yaml'), '--as', 'configuration.pdf')[2])
    assert_match(/Which result/, lattice('write', File.join(ROOT, 'demo/roller.yaml'))[2])
  end
end
