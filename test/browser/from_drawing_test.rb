# frozen_string_literal: true

require_relative '../support/browser'

# A drawing that comes in: as a plate that follows a parameter, as cut-outs; and what is wrong with another one.
class FromDrawingTest < BrowserCase
  def dxf(*entities) = "0\nSECTION\n2\nENTITIES\n#{entities.join}0\nENDSEC\n0\nEOF\n"
  def polyline(*points) = "0\nLWPOLYLINE\n70\n1\n#{points.map { |x, y, bulge| "10\n#{x}\n20\n#{y}\n#{"42\n#{bulge}\n" if bulge}" }.join}"
  def circle(x, y, radius) = "0\nCIRCLE\n10\n#{x}\n20\n#{y}\n40\n#{radius}\n"

  def attached(text)
    path = File.join(Dir.mktmpdir, 'gusset.dxf')
    File.write(path, text)
    attach_file('drawing-file', path)
  end

  def take_in(file) = within(find(file).ancestor('form')) { click_button 'Take it in' }

  def test_a_drawing_is_taken_in
    visit '/families/side-frame/shape'
    find('details.more > summary').click
    attached(dxf(polyline([0, 0], [80, 0], [80, 20], [20, 60], [0, 60]), circle(20, 20, 6), "0\nTEXT\n10\n0\n20\n0\n40\n3\n1\nA 12\n"))
    fill_in 'drawing-name', with: 'gusset'
    fill_in 'drawing-width', with: 'depth'
    take_in('#drawing-file')
    assert_text 'Taken: 2 outlines. 1 thing in it that is no outline was passed over.'
    assert_selector '[data-part="gusset"] .recipe-title', text: 'gusset cut 1'
    family = store.find('side-frame').family
    assert_equal ['depth', '0.25 * (depth)'], [family.part('gusset').stock.list('points')[1]['x'], family.part('gusset').stock.list('points')[3]['x']]

    select 'cut-outs in gusset', from: 'drawing-as'
    attached(dxf(polyline([0, 0], [9, 0, 1], [9, 6], [0, 6])))
    take_in('#drawing-file')
    assert_selector '[data-part="gusset"] .recipe-kind', text: 'cut-out of any shape'
    fill_in 'drawing-name', with: 'other'
    attached(dxf("0\nSPLINE\n10\n4\n20\n5\n"))
    take_in('#drawing-file')
    assert_selector '.from-drawing .entry-wrong', text: 'There is a spline near 4, 5'
  end

  def test_a_bought_part_is_taken_in
    path = File.join(Dir.mktmpdir, 'motor.step')
    File.write(path, VastLattice::ExactSolids.step(VastLattice::Result.new(store.find('roller').plan)))
    visit '/families/cross-tie/shape'
    find('details.more > summary').click
    attach_file('bought-file', path)
    fill_in 'bought-name', with: 'motor'
    fill_in 'bought-mass', with: '2.4 kg'
    take_in('#bought-file')
    assert_text 'Taken: 4 solids, 536 × 50 × 50 mm.'
    assert_selector '[data-part="motor"] .recipe-title', text: 'Stock: bought part'
    family = store.find('cross-tie').family
    assert_equal [['motor'], '2.4 kg'], [family.models.map(&:name), family.part('motor').stock.dimensions['mass']]
    File.write(path, 'no such thing')
    attach_file('bought-file', path)
    fill_in 'bought-name', with: 'other'
    take_in('#bought-file')
    assert_text 'This is no STEP file.'
  end
end
