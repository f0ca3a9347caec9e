# frozen_string_literal: true

require_relative '../support/core'

# A step of a recipe in one line, with the numbers of the variant.
class StepWordsTest < CoreCase
  PLATE = <<~YAML
    parameters: [{name: bore, kind: number, unit: mm, default: 7}]
    parts:
      - name: plate
        material: steel
        stock: {kind: plate, width: 200 mm, height: 100 mm, thickness: 5 mm}
        features:
          - {name: corner_holes, kind: hole, diameter: bore, horizontal: {from: left, offset: 15 mm}, vertical: {from: top, offset: 15 mm},
             pattern: {kind: grid, along: horizontal, count: 2, pitch: 170 mm, rows: 2, row_pitch: 70 mm}}
          - {name: window, kind: cut_out, width: 60 mm, height: 40 mm, corner_radius: 3 mm, horizontal: {from: centre, offset: 0}, vertical: {from: centre, offset: 0}}
          - {name: blind, kind: hole, diameter: 1/2 in, depth: 3 mm, horizontal: {from: right, offset: 20 mm}, vertical: {from: bottom, offset: 1 cm}}
          - {name: eased, kind: corner, form: chamfer, size: 4 mm}
  YAML

  def words(family) = Result.new(Plan.of(family)).model.solids.flat_map(&:features).to_h { |feature| [feature.name, Drawing::StepWords.of(feature)] }

  def test_steps_in_words
    assert_equal({ 'corner_holes' => '4 × ⌀7, 15 mm from left and top', 'window' => '60 × 40, R3, in the middle',
                   'blind' => '⌀12.7, 3 deep, 20 mm from right, 10 mm from bottom', 'eased' => 'C4, chamfer' }, words(family(PLATE)))
  end

  # What is undefined is said to be; and there is a line for every feature of the demo.
  def test_every_step_has_words
    undefined = words(family(PLATE.sub('default: 7}', 'default: 7}, {name: none, kind: number, unit: mm, formula: 1 mm2 / (bore - bore)}').sub('diameter: bore', 'diameter: none')))
    assert_equal '⌀undefined, 15 mm from left and top', undefined['corner_holes']
    demo_plans.each_value do |plan|
      Result.new(plan).model.solids.flat_map(&:features).each { |feature| refute_match(/#<|nil|NaN/, Drawing::StepWords.of(feature), feature.name) }
    end
  end
end
