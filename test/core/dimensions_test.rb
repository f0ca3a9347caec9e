# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'
require 'nokogiri'

# What drawings say: every size that a recipe has, each where it can be read, whatever the part and the width of the picture.
class DimensionsTest < CoreCase
  VIEWS = %w[front top end].freeze
  WIDTHS = [320.0, 560.0, 1200.0].freeze
  # Height of letters over the line they stand on, of those of 11 px, and what is below it.
  UP = 8.5
  DOWN = 2.5

  # [text, left, right, top, bottom] of the dimension texts of a picture, in its pixels.
  def boxes(svg)
    Nokogiri::XML(svg).remove_namespaces!.xpath('//text[@class="dimension-text"]').map do |text|
      half = text.text.size * Drawing::DimensionLines::LETTER / 2
      x = text['x'].to_f
      y = text['y'].to_f
      across = text['transform'] ? [x - UP, x + DOWN, y - half, y + half] : [x - half, x + half, y - UP, y + DOWN]
      [text.text, *across]
    end
  end

  def assert_readable(svg, what)
    width, height = Nokogiri::XML(svg).root['viewBox'].split.last(2).map(&:to_f)
    found = boxes(svg)
    found.each { |text, left, right, top, bottom| assert left >= -0.01 && right <= width + 0.01 && top >= -0.01 && bottom <= height + 0.01, "#{what}: \"#{text}\" is cut off" }
    found.combination(2) do |(one, *first), (other, *second)|
      meet = first[0] < second[1] - 0.01 && second[0] < first[1] - 0.01 && first[2] < second[3] - 0.01 && second[2] < first[3] - 0.01
      refute meet, "#{what}: \"#{one}\" and \"#{other}\" overlap"
    end
  end

  # All pictures; by default some of them, other ones each time.
  def each_picture(result, what)
    all = VIEWS.product(WIDTHS, [nil, 300.0])
    @turn = @turn.to_i + 5
    all.rotate(@turn).first(ENV['LATTICE_LONG'] ? all.size : 1).each do |view, width, height|
      svg = result.view(view, width: width, height: height)
      yield(svg, "#{what}, #{view}, #{width}") if svg
    end
  end

  # Texts that must be there: the sizes of every feature that is drawn, and of the stock of the first part.
  def wanted(result)
    solid = result.model.solids.find(&:shown) or return []
    own = solid.features.select { |feature| feature.shown? && !feature.problem && feature.numbers }
    said = own.flat_map { |feature| numbers(feature.kind.measures, feature.numbers.measures) }
    kind = Family::STOCK_KINDS.fetch(solid.part.stock.kind)
    said + numbers(kind.dimensions(solid.part.stock.outline || kind.outlines.first), solid.numbers)
  end

  def numbers(measures, amounts)
    measures.select(&:number?).filter_map { |measure| amounts[measure.name] }.select { |amount| amount.is_a?(Float) && amount.finite? && !amount.zero? }.map { |amount| Units::Format.number(amount) }
  end

  def assert_complete(result, what)
    return unless result.model.complete?

    texts = VIEWS.filter_map { |view| result.view(view, width: 900.0) }.flat_map { |svg| boxes(svg).map(&:first) }.join(' ')
    missing = wanted(result).reject { |number| texts.match?(/(?<![\d.])#{Regexp.escape(number)}(?![\d.]*\d)/) }
    assert_empty missing, "#{what}: #{texts}"
  end

  def test_drawings_of_the_demo
    demo_plans.values.select { |plan| plan.family.components.empty? }.each do |plan|
      Variants::All.new(plan).first(3).each do |variant|
        name = "#{plan.family.name} #{variant.name}"
        each_picture(variant.result, name) { |svg, what| assert_readable(svg, what) }
        assert_complete(variant.result, name)
      end
    end
  end

  # Every kind of stock with every kind of feature that it can have.
  def test_drawings_of_every_kind
    stocks = Family::STOCK_KINDS.kinds.flat_map { |kind| kind.outlines.map { |outline| [kind, outline] } }
    able = Family::FEATURE_KINDS.kinds.product(stocks).select { |kind, (stock, _)| kind.stocks.nil? || kind.stocks.include?(stock.name) }
    # Each kind and each stock several times, and in the long run all.
    able.each_slice(ENV['LATTICE_LONG'] ? 1 : 3) do |(kind, (stock, outline)), *|
      feature = { 'name' => 'new', 'kind' => kind.name, **Family::Measure.beginnings(kind.measures) }
      result = Result.new(Plan.of(beginning(stock, outline, [feature])))
      next if result.errors?

      what = "#{kind.name} on #{stock.name} #{outline}"
      each_picture(result, what) { |svg, place| assert_readable(svg, place) }
      assert_complete(result, what)
    end
  end

  def beginning(stock, outline, features)
    family = Family.new(name: 'New', parts: [])
    edits = [{ 'do' => 'put_part', 'name' => 'one', 'stock' => stock.beginning(outline) },
             *features.map { |feature| { 'do' => 'put_feature', 'part' => 'one', 'feature' => feature } }]
    edits.reduce(family) { |made, edit| Family::Edits.apply(made, edit) }
  end

  # Random parts with many features.
  def test_drawings_of_random_parts
    (ENV['LATTICE_LONG'] ? 200 : 3).times do |seed|
      result = Result.new(plan(RandomSolid.new(seed).yaml))
      next if result.errors?

      each_picture(result, "seed #{seed}") { |svg, what| assert_readable(svg, what) }
      assert_complete(result, "seed #{seed}")
    end
  end

  # In the flat pattern each bend line says its angle, its direction and its inner radius.
  def test_bends_of_the_flat_pattern
    svg = Result.new(Plan.of(side_frame)).view('flat', width: 700.0)
    assert_equal ['90° to the front, R3'] * 2, boxes(svg).map(&:first).grep(/°/)
    WIDTHS.each { |width| assert_readable(Result.new(Plan.of(side_frame)).view('flat', width: width), "flat, #{width}") }
  end

  # What is drawn follows the density.
  def test_densities
    result = Result.new(Plan.of(side_frame))
    texts = ->(**options) { boxes(result.view('front', **options)).map(&:first) }
    assert_equal %w[2000 120] + ['2.5 thick, bent R3'], texts.call(density: :main)
    assert_equal ['3 × 400', '4 × 260 × 62, R12', '5'], (texts.call(density: :selected, selected: 'windows') - texts.call(density: :main)).sort
    assert_includes texts.call(density: :selected, selected: 'roller_pitch', interactive: true), '25 × 75'
    # The pitch that windows and tie holes share is drawn for each of them.
    assert_includes texts.call(density: :selected, selected: 'tie_holes'), '3 × 400'
    assert_operator texts.call.size, :>, 16
  end
end
