# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/random_solid'

# Bought parts: what STEP files hold is measured by the kernel, shown as triangles, and goes out as it came.
class BoughtTest < CoreCase
  def model_of(result, name = 'motor')
    text = ExactSolids.step(result)
    Family::Model.of(name, text, ExactSolids.read(text))
  end

  def bought(model, *parts, **stock) = Family.new(name: 'Bought', models: [model], parts: [part('motor', { 'kind' => 'bought', 'model' => model.name }.merge(stock.transform_keys(&:to_s))), *parts])
  def part(name, stock, **more) = Family::Part.from_tree({ 'name' => name, 'stock' => stock }.merge(more.transform_keys(&:to_s)))
  def result(family) = Result.new(Plan.of(family))

  # Random parts of ours go out as STEP, come in as bought, and are what they were; their meshes close, and go out again the same.
  def test_what_comes_in_is_what_went_out
    (ENV['LATTICE_LONG'] ? 24 : 4).times do |seed|
      own = Result.new(plan(RandomSolid.new(seed + 40).yaml))
      model = model_of(own)
      family = bought(model)
      found = result(family)
      assert_empty found.findings
      assert_in_epsilon own.model.volume, found.model.volume, 1e-6, "seed #{seed}"
      assert_in_epsilon own.model.surface_area, found.model.surface_area, 1e-6
      solid, theirs = [own, found].map { |one| one.model.solids.first.solid }
      solid.centroid.zip(theirs.centroid) { |one, other| assert_in_delta one, other, 1e-4 }
      [solid.bounds.low, solid.bounds.high].flatten.zip([theirs.bounds.low, theirs.bounds.high].flatten) { |one, other| assert_in_delta one, other, 1e-3 }
      assert_closed theirs
      assert_sections_alike solid, theirs, seed
      again = ExactSolids.read(ExactSolids.step(found))
      assert_in_epsilon own.model.volume, again['volume'], 1e-6
      assert_equal family, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(family)).family
    end
  end

  # Each edge twice, in opposite ways.
  def assert_closed(solid)
    ways = Geometry::Mesh.new(solid, frame: Geometry::Frame::SPACE).groups.flat_map { |group| group['positions'].each_slice(3).each_slice(3).flat_map { |triangle| [triangle, triangle.rotate].transpose } }.tally
    assert(ways.all? { |(from, till), times| ways[[till, from]] == times })
  end

  # By triangles, so nearly.
  def assert_sections_alike(solid, other, seed)
    reach = solid.bounds.size[0]
    [0.23, 0.61].each do |share|
      plane = Geometry::Sections.plane(Geometry::Vector::X, solid.bounds.low[0] + (share * reach))
      one, two = [solid, other].map { |own| Geometry::Planar.size(own.sectioned(own.bounds).area(plane)) }
      assert_in_delta one, two, [0.03 * one, 1.0].max, "seed #{seed}"
    end
  end

  # A given mass counts; without one that of the material; it is drawn, listed, no operation, and runs into what is in its way.
  def test_it_is_a_part_like_others
    model = model_of(Result.new(plan("parts: [{name: cube, stock: {kind: plate, width: 40, height: 40, thickness: 40}}]\n")))
    light = result(bought(model, mass: '2.5 kg'))
    assert_in_delta 2.5, light.model.mass, 1e-9
    plate = part('plate', { 'kind' => 'plate', 'width' => '100 mm', 'height' => '20 mm', 'thickness' => '10 mm' })
    both = result(bought(model, plate, mass: '2.5 kg'))
    assert_in_delta 2.5 + (20_000 * 7.85e-6), both.model.mass, 1e-9
    assert_in_delta 40 * 20 * 10, both.interferences.first.volume, 1
    assert_match(/<svg/, both.view('front'))
    assert_equal(['plate'], Quantities::Operations.new(both, Workshop::USUAL).all.map { |one| one.part.name })
    assert_match(/40/, light.fact_texts['size'])
    heavy = result(bought(model))
    assert_in_delta 64_000 * 7.85e-6, heavy.model.mass, 1e-9
  end

  def test_what_is_refused
    assert_match(/nothing in the file|no solid|gave it up/, refused(ExactSolids::Unmade) { ExactSolids.read('ISO-10303-21; nonsense') }.message)
    model = model_of(Result.new(demo_plans.fetch('Support leg')))
    cut = Family::Edits.apply(bought(model), 'do' => 'add_feature', 'part' => 'motor', 'feature' => { 'name' => 'h', 'kind' => 'hole', 'diameter' => '5 mm' })
    assert_match(/is bought as it is/, Plan.of(cut).findings.join)
    gone = Family::Edits.apply(bought(model), 'do' => 'remove_model', 'name' => 'motor')
    assert_match(/There is no model "motor"/, result(gone).findings.join)
    damaged = model.with(measures: model.measures[0, 40])
    assert_match(/is damaged/, refused(VastLattice::Error) { damaged.told }.message)
    assert_match(/is damaged/, result(bought(damaged)).findings.join)
    assert_match(/is damaged/, refused(VastLattice::Error) { Family::Edits.apply(bought(model), 'do' => 'put_model', 'model' => damaged.to_tree) }.message)
  end

  # Spoilt and hostile files are refused in words, or taken as far as they can be read; the kernel goes on.
  def test_spoilt_files
    text = ExactSolids.step(Result.new(plan("parts: [{name: cube, stock: {kind: plate, width: 40, height: 30, thickness: 20}, features: [{name: h, kind: hole, diameter: 8}]}]\n")))
    random = Random.new(4)
    spoilt = Array.new(ENV['LATTICE_LONG'] ? 60 : 5) { torn(text, random) }
    [*spoilt, text.gsub('CARTESIAN_POINT', 'DIRECTION'), text[0, text.size / 2], "ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n#{(1..20_000).map { |n| "##{n}=CARTESIAN_POINT('',(#{n}.,0.,0.));\n" }.join}ENDSEC;\nEND-ISO-10303-21;\n"].each do |bytes|
      told = ExactSolids.read(bytes)
      assert_operator told['triangles'].size, :>, 0
    rescue ExactSolids::Unmade, Apart::TooMuch => e
      refute_match(/undefined|TypeError|RuntimeError|\.mjs/, e.message)
    end
    assert_in_epsilon 24_000 - (16 * Math::PI * 20), ExactSolids.read(text)['volume'], 1e-6
  end

  def torn(text, random)
    text.dup.tap do |own|
      (1 + random.rand(6)).times do
        at = random.rand(own.size)
        case random.rand(3)
        when 0 then own[at, random.rand(60)] = ''
        when 1 then own.insert(at, ['#1', '1E99', "'", '(', ');', '$', '*'].sample(random: random))
        else own[at] = random.rand(32..126).chr
        end
      end
    end
  end
end
