# frozen_string_literal: true

require_relative '../support/browser'

# The room that the model takes, and looking closer at it: by mouse, keys and touch.
class RoomTest < BrowserCase
  def picture = find('#picture')
  def view_box = page.evaluate_script("document.querySelector('#picture svg').getAttribute('viewBox')").split.map(&:to_f)
  def size(css) = page.evaluate_script("(({ width, height }) => [width, height])(document.querySelector('#{css}').getBoundingClientRect())")

  # Waits until the picture is drawn in the size that there is.
  def fitted = wait_until { size('#picture').map(&:round) == view_box.last(2).map(&:round) }

  # Where the middle of an element of the picture is on the screen.
  def middle(css)
    page.evaluate_script("(({ x, y, width, height }) => [x + width / 2, y + height / 2])(document.querySelector('#{css}').getBoundingClientRect())")
  end

  def wheel(at, by)
    page.execute_script(<<~JS, *at, by)
      document.getElementById('picture').dispatchEvent(new WheelEvent('wheel', { clientX: arguments[0], clientY: arguments[1], deltaY: arguments[2], bubbles: true, cancelable: true }));
    JS
  end

  # A finger or a mouse by pointer events: [name, x, y] one after the other.
  def point(kind, id, *steps)
    steps.each do |name, x, y|
      page.execute_script(<<~JS, name, x, y, id, kind)
        const [name, clientX, clientY, pointerId, pointerType] = arguments;
        const place = document.getElementById('picture');
        place.setPointerCapture = () => {};
        place.dispatchEvent(new PointerEvent(name, { clientX, clientY, pointerId, pointerType, bubbles: true, cancelable: true }));
      JS
    end
  end

  # A 4 mm hole of a frame of 2.5 m is found, looked at, moved, selected, and measured to its neighbour.
  def test_a_small_hole_of_a_long_frame
    open_stage('shape', 'row[size]=SF-2500')
    fitted
    whole = view_box
    wheel(middle('[data-feature=label_hole] > path').map(&:round), -1300)
    at = middle('[data-feature=label_hole] > path').map(&:round)
    wheel(at, -1300)
    assert_selector '#picture.is-close'
    assert_operator view_box[2], :<, whole[2] / 20
    # What was under the pointer still is; wheels tell whole pixels.
    middle('[data-feature=label_hole] > path').zip(at) { |now, then_| assert_in_delta then_, now, 8 }
    at = middle('[data-feature=label_hole] > path')
    point('mouse', 1, ['pointerdown', at[0], at[1]], ['pointermove', at[0] + 30, at[1] + 10], ['pointermove', at[0] + 60, at[1] + 20], ['pointerup', at[0] + 60, at[1] + 20])
    middle('[data-feature=label_hole] > path').zip([at[0] + 60, at[1] + 20]) { |now, wanted| assert_in_delta wanted, now, 4 }
    page.driver.click(*middle('[data-feature=label_hole] > path'))
    assert_selector '.because', text: 'label_hole.built'
    # An edit or another row leaves what is looked at.
    looked = view_box
    click_on 'Measure'
    assert_selector '.measure-centre', minimum: 10
    looked.zip(view_box) { |before, after| assert_in_delta before, after, 0.01 }
    page.execute_script("document.getElementById('picture').focus()")
    press('f')
    assert_equal whole, view_box
    ['centre of Label hole 1', 'centre of Shaft holes 1'].each { |label| page.execute_script("document.querySelector('[aria-label=\"#{label}\"]').dispatchEvent(new MouseEvent('click', { bubbles: true }))") }
    assert_selector '.measure-panel dd', count: 4
  end

  def test_by_touch_and_by_keys
    open_stage('shape', 'row[size]=SF-2500')
    fitted
    whole = view_box
    x, y = middle('#picture')
    point('touch', 1, ['pointerdown', x - 20, y])
    point('touch', 2, ['pointerdown', x + 20, y])
    (1..8).each do |step|
      point('touch', 1, ['pointermove', x - 20 - (10 * step), y])
      point('touch', 2, ['pointermove', x + 20 + (10 * step), y])
    end
    [1, 2].each { |id| point('touch', id, ['pointerup', x, y]) }
    assert_in_delta 5, whole[2] / view_box[2], 1.2
    pinched = view_box
    point('touch', 3, ['pointerdown', x, y], ['pointermove', x - 15, y], ['pointermove', x - 50, y], ['pointerup', x - 50, y])
    assert_operator view_box[0], :>, pinched[0]
    picture.send_keys('f', '+', '+', :left)
    assert_in_delta whole[2] / (1.25**2), view_box[2], 0.1
    assert_operator view_box[0], :<, (whole[2] - view_box[2]) / 2
    find('[data-recipe=shaft_holes] .recipe-title').click
    assert_selector '.picture .selected'
    picture.send_keys('f', 's')
    refute_equal whole, view_box
  end

  # The divider, large by one key and back, a second picture; all kept for the next page.
  def test_room
    open_stage('shape')
    fitted
    assert_equal(size('#picture').map(&:round), view_box.last(2).map(&:round))
    before = size('.side')[0]
    find('.divider').send_keys(:left, :left)
    settle
    assert_in_delta before + 48, size('.side')[0], 4
    find('body').send_keys('l')
    assert_no_selector '#stage'
    fitted
    assert_operator size('#picture')[0], :>, 1000
    find('body').send_keys(:escape)
    assert_selector '#stage'
    find('.more-looks summary').click
    select 'Section', from: 'Second picture'
    assert_selector '.picture-second svg[aria-label^=Section]'
    find('.looks').click_on('Section')
    select 'the height', from: 'Axis of the section'
    assert_selector '#picture svg[aria-label^=Section]'
    visit '/families/side-frame/name'
    assert_selector '#picture svg[aria-label^=Section]'
    assert_selector '.picture-second svg'
    assert_in_delta before + 48, size('.side')[0], 4
  end

  # A form is filled in on a phone: the picture above, the rest folded away.
  def test_on_a_phone
    page.driver.resize(390, 780)
    open_stage('guide')
    assert_no_selector '.because'
    assert_equal 390, page.evaluate_script('document.documentElement.scrollWidth')
    find('[data-choice=heavy]').click
    assert_selector '[data-choice=heavy][aria-pressed=true]'
    assert_operator size('#picture')[1], :>, 100
  end
end
