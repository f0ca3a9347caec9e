# frozen_string_literal: true

require 'open3'
require 'rexml/document'
require_relative '../support/core'
require_relative '../support/random_solid'
require_relative '../support/second_reading'

# Drawing sheets: nothing meets where it must not, the scale is the largest that fits, and what is written can be read back.
class DrawingSheetsTest < CoreCase
  Marks = Drawing::Marks

  # Pages of the standard sheet, with some of its fields otherwise.
  def pages(result, fields: {}, **sheet)
    DrawingSheets::Composed.new(result, Family::DrawingSheet.standard.with(**sheet), fields: fields).pages
  end

  # All of them, or the first, the last, and one between.
  def variants(plan)
    all = Variants::All.new(plan).map { |variant| Result.new(plan, outcome: variant.outcome) }
    ENV['LATTICE_LONG'] ? all : [all.first, all[all.size / 2], all.last].uniq
  end

  def segments(marks)
    marks.flat_map do |mark|
      case mark
      when Marks::Line then [[mark.from, mark.till]]
      when Marks::Arc then Array.new(25) { |index| mark.at(mark.start + (mark.sweep * index / 24)) }.each_cons(2).to_a
      else []
      end
    end
  end

  # Whether a line comes into a box, at points along it: another way than the one by which letters are placed.
  def into?((from, till), (left, bottom, right, top))
    xs, ys = [from, till].transpose.map(&:minmax)
    return false if xs[1] < left || xs[0] > right || ys[1] < bottom || ys[0] > top

    steps = [(Math.hypot(till[0] - from[0], till[1] - from[1]) / 0.2).ceil, 1].max
    (0..steps).any? do |index|
      x, y = [0, 1].map { |axis| from[axis] + ((till[axis] - from[axis]) * index / steps) }
      x > left + 0.05 && x < right - 0.05 && y > bottom + 0.05 && y < top - 0.05
    end
  end

  # Texts that meet texts, lines, or what is outside of the sheet.
  def assert_nothing_meets(page, name)
    texts = page.marks.grep(Marks::Text)
    texts.combination(2).each do |one, other|
      a, b = [one, other].map(&:box)
      refute a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3], "#{name}: #{one.words} and #{other.words}"
    end
    lines = segments(page.marks)
    texts.each do |text|
      # Without what letters have below the line: none of these is there in numbers.
      box = text.with(at: text.at).box
      box = text.turn.zero? ? [box[0], text.at[1], box[2], box[3]] : [box[0], box[1], text.at[0], box[3]]
      assert_nil(lines.find { |line| into?(line, box) }, "#{name}: #{text.words} at #{text.at}")
      assert box[0].positive? && box[1].positive? && box[2] < page.size.width && box[3] < page.size.height, "#{name}: #{text.words}"
    end
  end

  def test_nothing_meets_on_sheets_of_the_demo
    demo_plans.slice('Side frame', 'Roller', 'Cross tie', 'Guide bracket').each_value do |plan|
      variants(plan).each_with_index do |result, index|
        pages(result).each { |page| assert_nothing_meets(page, "#{plan.family.name} #{index} page #{page.number}") }
      end
    end
  end

  # Of products with their parts list and positions; bin/test --long takes four of the module.
  def test_nothing_meets_on_sheets_of_products
    products = { 'Side guide' => 1, 'Straight module' => ENV['LATTICE_LONG'] ? 4 : 1 }
    products.each do |name, count|
      Variants::All.new(demo_plans.fetch(name)).first(count).each do |variant|
        pages(variant.result).each { |page| assert_nothing_meets(page, "#{name} #{variant.name} page #{page.number}") }
      end
    end
  end

  def test_nothing_meets_on_sheets_of_random_parts
    (0...(ENV['LATTICE_LONG'] ? 200 : 6)).each do |seed|
      pages(Result.new(plan(RandomSolid.new(seed).yaml)), projection: seed.even? ? 'first' : 'third').each { |page| assert_nothing_meets(page, "random #{seed} page #{page.number}") }
    end
  end

  # The scale follows, and what is suppressed is neither drawn nor said.
  def test_one_family_on_all_its_sheets
    found = variants(demo_plans.fetch('Side frame')).map { |result| [result, pages(result)] }
    scales = found.map { |_, own| own.first.scale }
    assert_operator scales.uniq.size, :>, 1
    assert_empty scales - DrawingSheets::Scale::ALL
    found.each do |result, own|
      owners = own.flat_map(&:marks).map(&:owner).uniq.compact - ['overall']
      built = result.model.solids.flat_map(&:features).select(&:built?).map(&:name)
      assert_empty owners - built
      titles = own.flat_map(&:marks).grep(Marks::Text).map(&:words).join("\n")
      result.plan.family.features.reject { |feature| built.include?(feature.name) }.each { |feature| refute_includes titles, "#{feature.title}:" }
    end
  end

  # A larger one would not fit: the views of the next scale are larger than the room.
  def test_views_stand_in_projection
    %w[A3 A2].product([true, false]).each do |size, first_angle|
      page = pages(Result.new(demo_plans.fetch('Side frame')), size: size, projection: first_angle ? 'first' : 'third').first
      box = Marks.box(page.marks.select { |mark| mark.role == :visible && mark.owner.nil? && mark.is_a?(Marks::Line) && mark.from[1] > 60 })
      assert_operator box.width, :<, page.size.width
      across, width = %w[2000 35].map { |words| page.marks.grep(Marks::Text).find { |text| text.owner == 'overall' && text.words == words && text.turn.zero? }.at }
      # The right end is seen left of the front in first angle, right of it in third (ISO 5456-2).
      assert_equal first_angle, width[0] < across[0]
    end
  end

  # Sizes of the A series (ISO 216), each half of the one before; the frame is 20 mm from the left, 10 mm from the other sides (ISO 5457).
  def test_sizes_and_scales
    sizes = DrawingSheets::Size::ALL.values.map { |size| [size.width, size.height].sort }
    sizes.each_cons(2) { |small, large| assert_equal [small[1], large[1]], [large[0], (small[0] * 2).then { |twice| [twice, twice + 1].find { |one| one == large[1] } }] }
    frame = DrawingSheets::Size::ALL.fetch('A3').frame
    assert_equal [20.0, 10.0, 410.0, 287.0], [frame.left, frame.bottom, frame.right, frame.top]
    texts = DrawingSheets::Scale::ALL.map { |scale| DrawingSheets::Scale.text(scale) }
    # ISO 5455, table 1.
    assert_equal %w[50:1 20:1 10:1 5:1 2:1 1:1 1:2 1:5 1:10 1:20 1:50 1:100 1:200 1:500 1:1000 1:2000 1:5000], texts
  end

  def test_pdf_and_svg_are_read_back
    result = Result.new(demo_plans.fetch('Side frame'))
    own = pages(result, fields: { creator: 'A. Person', date: '2026-12-01' })
    pdf = DrawingSheets::PDFWriter.new(own).write
    assert_equal pdf, DrawingSheets::PDFWriter.new(own).write
    text, status = Open3.capture2('pdftotext', '-layout', '-', '-', stdin_data: pdf, binmode: true)
    assert_predicate status, :success?
    words = own.flat_map(&:marks).grep(Marks::Text).map(&:words)
    read = text.force_encoding('UTF-8').gsub(/\s+/, '')
    assert_empty(words.map { |one| one.gsub(/\s+/, '') }.reject { |one| read.include?(one) })
    size, = Open3.capture2('pdfinfo', '-', stdin_data: pdf, binmode: true)
    assert_match(/Page size: +1190\.55 x 841\.89 pts/, size)

    svg = REXML::Document.new(DrawingSheets::SVGWriter.new(own.first).write).root
    assert_equal %w[420mm 297mm], [svg.attributes['width'], svg.attributes['height']]
    assert_equal own.first.marks.grep(Marks::Text).map(&:words).sort, REXML::XPath.match(svg, '//*[local-name()="text"]').map(&:text).sort
  end

  # Written for archives (PDF/A-2b, ISO 19005-2, from memory): XMP, the profile of its colours, an identifier, all fonts embedded; a layer
  # for each role (ISO 32000-1, optional content). qpdf and poppler read it.
  def test_pdf_is_for_archives_and_has_layers
    own = pages(Result.new(demo_plans.fetch('Side frame')))
    in_file(DrawingSheets::PDFWriter.new(own).write) do |path|
      said, status = Open3.capture2e('qpdf', '--check', path)
      assert_predicate status, :success?, said
      objects = JSON.parse(Open3.capture2('qpdf', '--json', path).first).then { |read| read.fetch('qpdf') { [nil, read['objects']] }[1] }
      catalog = objects.values.filter_map { |one| one['value'] || one.dig('stream', 'dict') }.find { |one| one.is_a?(Hash) && one['/Type'] == '/Catalog' }
      assert_equal(['/GTS_PDFA1'], catalog['/OutputIntents'].map { |one| one['/S'] })
      names = catalog['/OCProperties']['/OCGs'].map { |number| objects["obj:#{number}"]['value']['/Name'].delete_prefix('u:') }
      assert_equal own.flat_map(&:marks).map { |mark| mark.role.to_s.capitalize }.uniq.sort, names.sort
      assert_equal 2, objects['trailer']['value']['/ID'].size
      assert_match(%r{<pdfaid:part>2</pdfaid:part><pdfaid:conformance>B<}, Open3.capture2('pdfinfo', '-meta', path).first)
      assert_equal ['yes'], Open3.capture2('pdffonts', path).first.lines.drop(2).map { |line| line.split[-5] }.uniq
    end
  end

  # What is shaded lies under the lines, and openings are open: looked at in the printed page, 2 pixels to a mm.
  def test_openings_are_open_in_print
    plan = rich(demo_plans.fetch('Side frame'), 'views' => [{ 'name' => 'd', 'kind' => 'space' }])
    result = Result.new(plan)
    page = composed(plan, result).pages.first
    view = page.views.find { |one| one.name == 'd' }
    on_paper = ->(point) { DrawingSheets::Kinds::Space::FRAME.local(point).first(2).zip(view.origin).map { |at, from| (at * view.scale) + from } }
    solid = result.model.solids.first
    window = solid.features.find { |feature| feature.name == 'windows' }
    middles = window.centres.map { |x, y| window.seat.frame.within(solid.frame).point(x, y) }
    image = in_file(DrawingSheets::PDFWriter.new([page]).write) { |path| Open3.capture2('pdftoppm', '-r', '50.8', '-gray', '-singlefile', path, binmode: true).first }
    width, height = image[/\AP5\s+(\d+ \d+)/, 1].split.map(&:to_i)
    grey = ->((x, y)) { image.byteslice(-width * height, width * height).getbyte((((page.size.height - y) * 2).floor * width) + (x * 2).floor) }
    between = middles.first.zip(middles[1]).map { |one, other| (one + other) / 2 }
    assert_equal([255] * middles.size, middles.map { |point| grey.call(on_paper.call(point)) })
    assert_operator grey.call(on_paper.call(between)), :<, 240
  end

  def in_file(bytes)
    Tempfile.create(['sheet', '.pdf']) do |file|
      file.binmode
      file.write(bytes)
      file.close
      yield file.path
    end
  end

  # A template with all kinds of views, on the side frame or another family.
  def rich(plan, sheet = {})
    views = [*%w[front top end].map { |kind| { 'name' => kind, 'kind' => kind } }, *sheet.delete('views')]
    family = plan.family.with(drawing_sheets: [Family::DrawingSheet.from_tree({ 'name' => 'making', 'views' => views }.merge(sheet))])
    Plan.of(family, library: plan.placed.library)
  end

  def composed(plan, result = Result.new(plan)) = DrawingSheets::Composed.new(result, plan.family.drawing_sheets.first)

  def built?(result, name) = result.model.solids.flat_map(&:features).any? { |feature| feature.name == name && feature.built? && feature.shown? }

  KINDS_OF_VIEWS = [{ 'name' => 'a', 'kind' => 'section', 'through' => 'shaft_holes' }, { 'name' => 'b', 'kind' => 'detail', 'through' => 'windows' },
                    { 'name' => 'c', 'kind' => 'flat' }, { 'name' => 'd', 'kind' => 'space' }, { 'name' => 'e', 'kind' => 'section', 'axis' => 'y', 'takes' => '1:2' },
                    { 'name' => 'f', 'kind' => 'back' }, { 'name' => 'g', 'kind' => 'wire', 'takes' => '20 %' }].freeze

  def test_all_kinds_of_views
    plan = rich(demo_plans.fetch('Side frame'), 'views' => KINDS_OF_VIEWS, 'notes' => ['Length {length}'], 'title_block' => { 'owner' => 'Tarnbeck {gauge}' })
    variants(plan).each do |result|
      drawn = composed(plan, result)
      drawn.pages.each { |page| assert_nothing_meets(page, "page #{page.number} of #{result.outcome.labels}") }
      texts = drawn.pages.flat_map(&:marks).grep(Marks::Text).map(&:words)
      length, gauge = %w[length gauge].map { |name| Units::Format.exact(result.outcome.value(name)) }
      assert_includes texts, "Length #{length}"
      assert_includes texts, "Tarnbeck #{gauge}"
      built = built?(result, 'windows')
      assert_equal [built ? [] : ['View b is left out: this variant does not have what it shows.'], built], [drawn.remarks.map(&:to_s).grep(/left out/), texts.any? { |text| text.start_with?('B (') }]
    end
  end

  # Of what is long and slender the middle is left out; what is said stays the whole.
  def test_breaks
    whole, broken = %w[no yes].map { |breaks| rich(demo_plans.fetch('Side frame'), 'breaks' => breaks, 'size' => 'A3', 'views' => []) }
    variants(whole).zip(variants(broken)).each do |one, other|
      long, short = [[whole, one], [broken, other]].map { |plan, result| composed(plan, result).pages }
      texts = [long, short].map { |pages| pages.flat_map(&:views).flat_map(&:around).grep(Marks::Text).map(&:words).sort }
      assert_equal(*texts)
      short.each { |page| assert_nothing_meets(page, other.outcome.labels.inspect) }
      slender = one.outcome.value('length') >= 6 * one.outcome.value('depth')
      scales = [long, short].map { |pages| pages.first.scale }
      slender && scales.first < 0.2 ? assert_operator(scales.last, :>, scales.first) : assert_operator(scales.last, :>=, scales.first)
    end
  end

  # What is cut: an area, hatched by lines whose length is what a hatch at that distance has in it (Cavalieri).
  def test_a_section
    plan = rich(plan("parts: [{name: bar, stock: {kind: plate, width: 200, height: 80, thickness: 30}, features: [{name: bore, kind: hole, diameter: 20}]}]\n"),
                'views' => [{ 'name' => 'cut', 'kind' => 'section', 'through' => 'bore', 'takes' => '1:1' }])
    view = composed(plan).pages.flat_map(&:views).find { |one| one.name == 'cut' }
    assert_equal [30.0, 80.0], [view.outline.width.round(6), view.outline.height.round(6)]
    hatch = view.lines.select { |mark| mark.role == :hatch }
    assert_in_delta ((80.0 - 20.0) * 30.0) / DrawingSheets::Kinds::Section::APART, hatch.sum(&:length), 30
    hatch.each { |line| refute(line.from[1].between?(30.001, 49.999) && line.till[1].between?(30.001, 49.999), 'through the bore') }
    front = composed(plan).pages.first
    letters = front.other.grep(Marks::Text).select { |text| text.words == 'A' && text.role == :dimension }
    assert_equal [2, 2], [letters.size, front.other.map(&:role).tally[:thick]]
  end

  # A view keeps the scale that it takes where it fits, and says so where it does not; a share of the sheet is one, whatever the size.
  def test_scales_of_views
    plan = rich(demo_plans.fetch('Side frame'), 'size' => 'A3', 'views' => [{ 'name' => 'd', 'kind' => 'space', 'takes' => '25 %' }, { 'name' => 'f', 'kind' => 'back', 'takes' => '1:1' }])
    variants(plan).each do |result|
      drawn = composed(plan, result)
      space = drawn.pages.flat_map(&:views).find { |view| view.name == 'd' }
      assert_in_delta 390.0 / 4, space.outline.width, 1e-6
    end
    assert_match(/\AView f: 1:1 does not fit; it is drawn 1:\d+\.\z/, composed(plan).remarks.map(&:to_s).first)
  end

  # What is chosen of a dimension; what is dragged keeps its place in all sizes.
  def test_chosen_dimensions
    chosen = [{ 'feature' => 'shaft_holes', 'of' => 'row', 'shown' => 'no' }, { 'feature' => 'label_hole', 'of' => 'horizontal', 'tolerance' => '±0.2', 'away' => 26.5 },
              { 'feature' => 'shaft_holes', 'of' => 'diameter', 'tolerance' => 'H9' }, { 'feature' => 'shaft_holes', 'of' => 'note', 'text' => 'Ream at {gauge} mm' }]
    plan = rich(demo_plans.fetch('Side frame'), 'dimensions' => chosen)
    variants(plan).each do |result|
      drawn = composed(plan, result)
      page = drawn.pages.first
      front = page.views.find { |view| view.name == 'front' }
      found = SecondReading.dimensions(front)
      assert_empty(found.select { |one| one.owner == 'shaft_holes' && one.of == 'row' })
      next unless built?(result, 'label_hole')

      text = front.around.grep(Marks::Text).find { |mark| mark.owner == 'label_hole' && mark.of == 'horizontal' }
      assert_equal ['20 ±0.2', 27.3], [text.words, (text.at[1] - front.outline.top).round(3)]
      assert_match(/ × ⌀12\.5 H9\. Ream at #{Regexp.escape(Units::Format.exact(result.outcome.value('gauge')))} mm/, drawn.pages.map { |one| SecondReading.list(one) }.reduce(:merge).fetch('Shaft holes'))
      assert_nothing_meets(page, result.outcome.labels.inspect)
    end
  end

  # From the dimensions alone the place of every feature is found again, and from the list its size and number.
  def test_a_second_reading
    demo_plans.slice('Side frame', 'Guide bracket', 'Support leg').each_value do |plan|
      variants(plan).each do |result|
        drawn = DrawingSheets::Composed.new(result)
        said = drawn.pages.map { |page| SecondReading.list(page) }.reduce(:merge)
        read = drawn.pages.flat_map { |page| page.views.flat_map { |view| SecondReading.dimensions(view).map { |one| [view.name, one] } } }
        result.model.solids.each { |solid| solid.features.select { |own| own.built? && own.shown? && own.numbers }.each { |feature| assert_read_back(solid, feature, read, said) } }
      end
    end
  end

  def assert_read_back(solid, feature, read, said)
    words = said.fetch(feature.feature.title, '')
    assert_match(/\A#{feature.loops.size} × /, words, feature.name) if feature.loops.size > 1
    # A bolt is said by its name, which says the size of its hole.
    amounts = words.match?(/\bM\d/) ? [] : feature.numbers.measures.values.grep(Float).reject(&:zero?)
    amounts.each { |amount| assert_match(/(?<![\d.])#{Regexp.escape(Units::Format.number(amount).to_s)}(?!\d)/, words, feature.name) }
    read.select { |_, one| one.owner == feature.name }.each { |view, one| assert_found_again(solid, feature, view, one) }
  end

  # What is drawn is as long as its text says, and leads to where the feature is; a row to all places of its pattern.
  def assert_found_again(solid, feature, view, one)
    assert_in_delta one.amount, one.ends.max - one.ends.min, 0.006, "#{feature.name}: #{one.words} is not what is drawn"
    frame = Drawing::Views::FRAMES.fetch(view)
    own = feature.seat.frame.within(solid.frame)
    places = feature.centres.map { |x, y| frame.local(own.point(x, y))[one.upright ? 1 : 0] }
    near = ->(at) { places.any? { |place| (place - at).abs < 0.01 } }
    assert one.of == 'row' ? one.row.all?(&near) : one.ends.any?(&near), "#{feature.name}, #{one.of}: #{one.ends} of #{places.uniq.first(4)}"
  end

  # The standard sheet of a plan with places said in one way.
  def measured(result, way)
    sheet = Family::DrawingSheet.standard
    DrawingSheets::Composed.new(result, sheet.with(views: sheet.views.map { |view| view.with(dimensions: way) }))
  end

  # Chains, running dimensions and tables of places (ISO 129-1): nothing meets, and each place is read back from what is drawn alone.
  def test_ways_of_saying_places
    plans = demo_plans.slice('Side frame', 'Guide bracket', 'Support leg').values
    chosen = plans.flat_map { |plan| ENV['LATTICE_LONG'] ? variants(plan) : variants(plan).first(2) }
    chosen.each do |result|
      read = { 'chain' => method(:places_of_chain), 'running' => method(:places_of_runs), 'table' => method(:places_of_table) }
      read.each do |way, reading|
        drawn = measured(result, way)
        drawn.pages.each { |page| assert_nothing_meets(page, "#{way} of #{result.outcome.labels}") }
        places = drawn.views.to_h { |view| [view.name, true_places(result, view.name)] }
        found = reading.call(drawn)
        assert_predicate found, :any?, way
        found.each { |view, feature, axis, at| assert(places[view].fetch(feature).any? { |place| (place[axis] - at).abs < 0.006 }, "#{way}: #{feature} at #{at} in #{view}") }
      end
    end
  end

  # What is chosen stays so in a file, and is refused where there is no such way.
  def test_ways_are_kept
    family = demo_plans.fetch('Side frame').family
    Family::DrawingSheet::MEASURED.each_key do |way|
      changed = Family::Edits.apply(family, 'do' => 'set_sheet_view', 'sheet' => 'making', 'view' => 'front', 'field' => 'dimensions', 'text' => way)
      assert_equal way, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(changed)).family.drawing_sheets.first.view('front').dimensions
    end
    Family::DrawingSheet::WAYS.each_key do |way|
      edit = { 'do' => 'set_sheet_dimension', 'sheet' => 'making', 'feature' => 'label_hole', 'dimension' => 'horizontal', 'field' => 'shown', 'text' => way }
      read = Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(Family::Edits.apply(family, edit))).family.drawing_sheets.first
      assert_equal way, read.dimension('label_hole', 'horizontal').shown
    end
    refused(Family::Edits::Error) { Family::Edits.apply(family, 'do' => 'set_sheet_view', 'sheet' => 'making', 'view' => 'front', 'field' => 'dimensions', 'text' => 'spiral') }
  end

  # What is said otherwise in one direction is in no table, and has its other place from its edge.
  def test_one_way_beside_a_table
    result = Result.new(demo_plans.fetch('Side frame'))
    sheet = Family::DrawingSheet.standard.with(dimensions: [Family::DrawingSheet::Dimension.new(feature: 'label_hole', of: 'horizontal', shown: 'running')])
    drawn = DrawingSheets::Composed.new(result, sheet.with(views: sheet.views.map { |view| view.with(dimensions: 'table') }))
    said = drawn.pages.flat_map(&:views).flat_map(&:around).grep(Marks::Text).select { |text| text.owner == 'label_hole' }
    assert_equal [%w[horizontal 20], %w[vertical 50]], said.map { |text| [text.of, text.words] }.sort
    refute_includes drawn.views.flat_map(&:tabled).map { |feature, _| feature.name }, 'label_hole'
  end

  # Of a chain, and of what is said from one origin, the whole line goes where one of it was dragged; from an end of the view is measured
  # what is wanted so.
  def test_lines_that_were_dragged_and_ends
    result = Result.new(demo_plans.fetch('Side frame'))
    { 'chain' => 41.5, 'running' => 52.0, 'low' => nil, 'high' => nil }.each do |way, away|
      chosen = Family::DrawingSheet::Dimension.new(feature: 'label_hole', of: 'horizontal', away: away, shown: way)
      drawn = DrawingSheets::Composed.new(result, Family::DrawingSheet.standard.with(dimensions: [chosen]))
      drawn.pages.each { |page| assert_nothing_meets(page, way) }
      front = drawn.pages.first.views.find { |view| view.name == 'front' }
      lines = front.around.grep(Marks::Line).select { |line| line.owner == 'label_hole' && line.of == 'horizontal' && (line.from[1] - line.till[1]).abs < 1e-9 }
      assert_in_delta away, lines.first.from[1] - front.outline.top, 1e-6 if away
      next if away

      width = front.outline.width / front.scale
      said = front.around.grep(Marks::Text).find { |text| text.owner == 'label_hole' && text.of == 'horizontal' }.words.to_f
      assert_in_delta({ 'low' => 20.0, 'high' => width - 20 }.fetch(way), said, 0.06)
      assert_in_delta said, SecondReading.dimensions(front).find { |one| one.owner == 'label_hole' && one.of == 'horizontal' }.then { |one| one.ends.max - one.ends.min }, 0.06
    end
  end

  # {feature: [[x, y] of each instance from the lower left corner of the view, …]}
  def true_places(result, view)
    frame = Drawing::Views::FRAMES.fetch(view)
    corner = %i[left bottom].map { |side| Marks.box(Drawing::Seen.new(result.model.bodies, frame).marks).public_send(side) }
    result.model.solids.flat_map { |solid| solid.features.select { |own| own.built? && own.seat && own.loops.any? }.map { |own| [solid, own] } }.to_h do |solid, own|
      wall = own.seat.frame.within(solid.frame)
      [own.name, own.centres.map { |x, y| frame.local(wall.point(x, y)).first(2).zip(corner).map { |at, from| at - from } }]
    end
  end

  # Links go on from the edge, or from where another one or a row ends.
  def places_of_chain(drawn)
    drawn.pages.flat_map(&:views).flat_map do |view|
      links = SecondReading.dimensions(view)
      links.reject { |link| link.of == 'row' }.map do |link|
        axis = link.upright ? 1 : 0
        low, high = link.ends.minmax.map { |at| at - ((view.outline.public_send(%i[left bottom][axis]) - view.origin[axis]) / view.scale) }
        assert_in_delta link.amount, high - low, 0.006
        known = [0.0, *links.reject { |other| other == link || other.upright != link.upright }.flat_map { |other| other.ends.map { |at| at - (link.ends.min - low) } }]
        assert(known.any? { |at| (at - low).abs < 0.006 }, "#{link.owner}: #{link.words} begins at #{low}")
        [view.name, link.owner, axis, high]
      end
    end
  end

  def places_of_runs(drawn)
    drawn.pages.flat_map(&:views).flat_map do |view|
      view.around.grep(Marks::Text).select { |text| %w[horizontal vertical].include?(text.of) }
          .map { |text| [view.name, text.owner, text.turn.zero? ? 1 : 0, Float(text.words[/[\d.]+/])] }
    end
  end

  # By the letters that the list explains.
  def places_of_table(drawn)
    letters = drawn.pages.flat_map(&:marks).grep(Marks::Text).select(&:owner).to_h { |text| [text.words, text.owner] }
    rows = drawn.pages.flat_map { |page| page.other.grep(Marks::Text).reject(&:owner).group_by { |text| text.at[1].round(3) }.values }
    triples = rows.flat_map { |row| row.sort_by { |text| text.at[0] }.map(&:words).each_cons(3).select { |label, *numbers| letters.key?(label) && numbers.all?(/\A[\d.]+\z/) } }
    homes = drawn.views.flat_map { |view| view.tabled.map { |feature, _| [feature.name, view.name] } }.to_h
    triples.flat_map { |label, *numbers| numbers.each_with_index.map { |number, axis| [homes.fetch(letters[label]), letters[label], axis, Float(number)] } }
  end

  # By ezdxf (a Debian package) no error and nothing that had to be mended; what is round has the radius of the model, times the scale of
  # its view.
  def test_dxf
    plan = rich(demo_plans.fetch('Side frame'), 'views' => KINDS_OF_VIEWS)
    drawn = composed(plan)
    dxf = DrawingSheets::DXFWriter.new(drawn.pages).write
    assert_equal dxf, DrawingSheets::DXFWriter.new(composed(plan).pages).write
    Dir.mktmpdir do |folder|
      path = File.join(folder, 'sheet.dxf')
      File.write(path, dxf)
      told, problem, status = Open3.capture3('/usr/bin/python3', File.join(CoreTest::ROOT, 'test/support/read_dxf.py'), path)
      assert_predicate status, :success?, problem
      read = JSON.parse(told)
      assert_equal ['AC1015', 0, 0], read.values_at('version', 'errors', 'fixes')
      front = drawn.pages.first.views.find { |view| view.name == 'front' }
      assert_read_alike(front, read['blocks'].fetch('1_FRONT'))
      assert_in_delta front.scale, read['inserts'].fetch('1_FRONT').last, 1e-9
      assert_operator (%w[VISIBLE DIMENSION FRAME HATCH HIDDEN] - read['layers']).size, :zero?

      told, = Open3.capture2('node', '-e', <<~JS, chdir: CoreTest::ROOT)
        const DxfParser = require('dxf-parser');
        const read = new DxfParser().parseSync(require('fs').readFileSync(#{path.to_json}, 'utf8'));
        console.log(JSON.stringify([read.entities.length, Object.keys(read.blocks).sort(), read.entities.filter(({ type }) => type === 'TEXT').map(({ text }) => text)]));
      JS
      count, blocks, texts = JSON.parse(told)
      assert_equal [read['entities'], read['blocks'].keys.sort], [count, blocks.reject { |name| name.start_with?('*') }]
      assert_includes texts, 'Side frame'
    end
  end

  # Dimensions as the format has them: each measures what it is drawn between, in mm of the model, and says so unless it says more.
  def test_dimensions_of_dxf
    result = Result.new(demo_plans.fetch('Side frame'))
    own = pages(result)
    read = JSON.parse(in_file(DrawingSheets::DXFWriter.new(own, real: true).write) { |path| Open3.capture2('/usr/bin/python3', File.join(CoreTest::ROOT, 'test/support/read_dxf.py'), path).first })
    assert_equal ['AC1015', 0, 0], read.values_at('version', 'errors', 'fixes')
    drawn = own.flat_map(&:views).flat_map { |view| SecondReading.dimensions(view).map { |one| [one.ends.max - one.ends.min, one.words] } }
    drawn.each do |length, words|
      _, text, marks = read['dimensions'].find { |measured, said, _| (measured - length).abs < 1e-6 && (said.empty? || said == words.gsub('×', '\\U+00D7')) }
      refute_nil text, words
      assert_in_delta(length, Float(words), 1e-4) if text.empty?
      assert_operator marks, :>, 4
    end
    assert_equal own.flat_map(&:views).sum { |view| view.measures.size }, read['dimensions'].size
  end

  # Lengths of lines, radii and angles of arcs, in mm of the model.
  def assert_read_alike(view, block)
    lines, arcs = view.lines.partition { |mark| mark.is_a?(Marks::Line) }
    own = lines.map { |mark| ['LINE', mark.length] } + arcs.map { |mark| [mark.whole? ? 'CIRCLE' : 'ARC', mark.radius, mark.length] }
    [own, block].map { |list| list.sort_by { |kind, *numbers| [kind, *numbers.map { |number| number.round(5) }] } }.transpose.each do |one, other|
      assert_equal one.first, other.first
      one.drop(1).zip(other.drop(1)).each { |number, found| assert_in_delta number, found, 1e-6 }
    end
  end

  # On sheets of products rows of components are said once, as they are laid.
  def test_rows_of_components
    { 'Side guide' => %w[brackets], 'Straight module' => %w[rollers ties] }.each do |name, rows|
      result = Variants::All.new(demo_plans.fetch(name)).first.result
      texts = pages(result).flat_map(&:views).flat_map(&:around).grep(Marks::Text)
      rows.each do |row|
        places = result.model.laid.find { |laid| laid.name == row }.instances.map { |_, frame, _| frame.origin[0] }
        found = texts.select { |text| text.owner == row }.filter_map { |text| text.words.match(/\A(\d+) × ([\d.]+)(?: \(= ([\d.]+)\))?\z/) }
        assert_equal 1, found.size
        count, pitch, whole = found.first.captures
        assert_equal places.size - 1, Integer(count)
        assert_in_delta places[1] - places[0], Float(pitch), 0.006
        assert_in_delta places.max - places.min, Float(whole || pitch), 0.006
      end
    end
  end

  # Positions are those of the parts list, each in a circle, once (ISO 6433).
  def test_positions
    plan = demo_plans.fetch('Side guide')
    result = Result.new(plan)
    listed = Quantities::PartsList.new(result.outcome).level(1)
    pages = pages(result)
    numbers = pages.flat_map(&:marks).grep(Marks::Text).select { |text| text.owner && text.height == DrawingSheets::Letters::HEIGHT }.map(&:words)
    assert_equal listed.map(&:number).sort, numbers.sort
    circles = pages.flat_map(&:other).grep(Marks::Arc).select { |arc| arc.radius == DrawingSheets::Letters::ROUND }
    assert_equal listed.size, circles.size
    texts = pages.flat_map(&:other).grep(Marks::Text).map(&:words)
    listed.each { |position| assert_includes texts, position.part_number.to_s unless position.part_number.to_s.empty? }
    pages.each { |page| assert_nothing_meets(page, plan.family.name) }
  end

  # What a sheet speaks of follows when it is renamed, and goes with it.
  def test_names_follow
    family = [{ 'do' => 'rename_feature', 'name' => 'windows', 'to' => 'openings' }, { 'do' => 'rename_feature', 'name' => 'shaft_holes', 'to' => 'bores' },
              { 'do' => 'rename_parameter', 'name' => 'gauge', 'to' => 'thickness' }].reduce(side_frame) { |changed, edit| Family::Edits.apply(changed, edit) }
    sheet = family.drawing_sheet('making')
    assert_equal ['openings', %w[bores], 'Bend with the {thickness} mm tool.'], [sheet.view('section').through, sheet.dimensions.map(&:feature), sheet.notes.last]
    without = Family::Edits.apply(family, 'do' => 'remove_features', 'features' => %w[openings bores]).drawing_sheet('making')
    assert_nil without.view('section')
    assert_empty without.dimensions
  end

  # A picture of the family in the title block follows when it is renamed; PDF and SVG hold it.
  def test_a_logo
    png = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg=='
    square = ['<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><rect width="10" height="10" fill="#123456"/></svg>'].pack('m')
    { 'png' => png, 'svg' => square }.each do |kind, data|
      family = side_frame.with(pictures: [Family::Picture.new(name: 'mark', kind: kind, data: data)])
      family = [{ 'do' => 'set_drawing_sheet', 'sheet' => 'making', 'field' => 'logo', 'text' => 'mark' }, { 'do' => 'rename_picture', 'name' => 'mark', 'to' => 'emblem' }]
               .reduce(family) { |changed, edit| Family::Edits.apply(changed, edit) }
      assert_equal 'emblem', family.drawing_sheet('making').logo
      pages = composed(Plan.of(family)).pages
      assert_includes DrawingSheets::SVGWriter.new(pages.first).write, "data:image/#{kind == 'svg' ? 'svg+xml' : kind};base64,"
      pdf = DrawingSheets::PDFWriter.new(pages).write
      images, = Open3.capture2('pdfimages', '-list', '-', stdin_data: pdf, binmode: true)
      assert_includes DrawingSheets::DXFWriter.new(pages).write, 'Side frame'
      kind == 'png' ? assert_operator(images.lines.size, :>, 2) : assert_operator(pdf.size, :>, 1000)
      pages.each { |page| assert_nothing_meets(page, kind) }
    end
  end

  def test_what_cannot_be_drawn
    nothing = Result.new(plan("parameters: [{name: n, kind: number, default: 1}]\n"))
    assert_equal 'There is nothing to draw.', refused(DrawingSheets::Impossible) { pages(nothing) }.message
    huge = Result.new(plan("parts: [{name: p, stock: {kind: plate, width: 3000 m, height: 90, thickness: 2}}]\n"))
    assert_equal 'It does not fit on the sheet.', refused(DrawingSheets::Impossible) { pages(huge, size: 'A4') }.message
  end
end
