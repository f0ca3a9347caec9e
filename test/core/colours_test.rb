# frozen_string_literal: true

require_relative '../support/core'
require 'prawn-svg'

# Colours and materials as they are typed: by name or title, in any case; what is neither is refused.
class ColoursTest < CoreCase
  # Against the list of prawn-svg, which writes our PDF.
  def test_named_colours_are_those_of_css
    theirs = Prawn::SVG::Color::HTML_COLORS.transform_values { |hex| "##{hex}" }
    assert_equal theirs.sort, Colours::NAMED.transform_keys { |name| Colours.key(name) }.reject { |name, _| theirs[name].nil? }.sort
    assert_operator theirs.size, :>, 140
    assert_equal(['#b8860b', '#12AbfF', nil, nil], ['Dark Goldenrod', '#12AbfF', '', 'ink blue'].map { |text| Colours.drawn(text) })
  end

  PLATE = <<~YAML
    parameters: [{name: rust, kind: yes_no, default: no}]
    materials: [{name: lagging, label: Rubber lagging, density: "1.15"}]
    parts: [{name: plate, colour: Light Blue, stock: {kind: plate, width: 90 mm, height: 40 mm, thickness: 3 mm}}]
    tables:
      - name: kinds
        columns: [{target: plate.material}, {target: plate.colour}]
        rows:
          - {name: one, cells: {plate.material: Stainless steel, plate.colour: MOSS}}
          - {name: two, cells: {plate.material: RUBBER LAGGING, plate.colour: '=if rust then "brown" else "navy"'}}
          - {name: three, cells: {plate.material: Stainless stele}}
          - {name: four}
  YAML

  def test_cells_take_titles_and_refuse_what_is_unknown
    plan = Plan.of(family(PLATE))
    said = ->(row) { %w[plate.material plate.colour].map { |name| plan.outcome(pick(rows: { 'kinds' => row })).text(name) } }
    assert_equal [%w[lagging navy], ['steel', 'light blue']], [said.call('two'), said.call('four')]
    assert_equal 'stainless_steel', said.call('one').first
    assert_equal '#000080', Result.new(plan, pick(rows: { 'kinds' => 'two' })).model.bodies.first.colour
    told = plan.findings.select { |finding| finding.code == :unknown_choice }.map { |finding| [finding.place.path.last(3), finding.message] }
    assert_equal [[%w[one cells plate.colour], '"MOSS" is no colour that is known.'],
                  [%w[three cells plate.material], '"Stainless stele" is no material that is known.']], told.sort
    assert_match(/brown|ink/, assert_raises(Formula::Error) { Formula.type('plate.colour = "bron"', plan.symbols.scope) }.remedy)
  end
end
