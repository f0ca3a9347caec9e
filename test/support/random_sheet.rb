# frozen_string_literal: true

# Random parts whose pictures have been wrong: folded sheets with one to four bends in any order, to any angle, with and without
# margins; and the other stocks, plain and with a few features.
class RandomSheet
  attr_reader :yaml

  EDGES = %w[top bottom left right].freeze

  def initialize(seed)
    @random = Random.new(seed)
    width = rand(120..600)
    height = rand(120..400)
    gauge = [0.8, 1, 1.5, 2, 3].sample(random: @random)
    radius = [0, 0.5, 1.5, 3].sample(random: @random)
    bends = EDGES.sample(rand(1..4), random: @random).each_with_index.map { |edge, index| bend(edge, index) }
    lip = rand(3).zero? ? ["{name: lip, kind: bend, face: b0, edge: top, length: #{rand(10..20)} mm}"] : []
    hole = rand(2).zero? ? ["{name: hole, kind: hole, diameter: #{rand(4..30)} mm}"] : []
    @yaml = "parts:\n  - name: sheet\n    stock: {kind: folded_sheet, width: #{width} mm, height: #{height} mm, thickness: #{gauge} mm, " \
            "bend_radius: #{radius} mm}\n    features:\n#{(bends + lip + hole).map { |line| "      - #{line}\n" }.join}"
  end

  private

  def rand(range) = @random.rand(range)

  def bend(edge, index)
    angle = rand(3).zero? ? ", angle: #{rand(15..150)} deg" : ''
    back = rand(3).zero? ? ', direction: back' : ''
    margins = rand(3).zero? ? ", start_margin: #{rand(1..15)} mm, end_margin: #{rand(1..15)} mm, relief: #{rand(0..2)} mm" : ''
    "{name: b#{index}, kind: bend, edge: #{edge}, length: #{rand(15..50)} mm#{angle}#{back}#{margins}}"
  end
end
