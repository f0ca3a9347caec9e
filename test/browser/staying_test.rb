# frozen_string_literal: true

require_relative '../support/browser'

# While somebody works on a page, edits (one's own, those of others) change it where they must, and nothing else: what has
# the focus keeps it, with its caret and what is typed, and so do scroll positions and what is unfolded. On all stages.
class StayingTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  # What must stay: what has the focus, its caret and text, how far everything is scrolled, what is unfolded.
  STATE = <<~JS
    (() => {
      const { id, className, selectionStart, value } = document.activeElement;
      const scrolled = ['#stage', '.sheet-scroll', '.resolved-scroll'].map((part) => document.querySelector(part)).map((one) => one && [one.scrollTop, one.scrollLeft].map((far) => Math.round(far / 4)));
      return JSON.stringify([id, id ? '' : className, selectionStart ?? null, value ?? null, scrolled, document.querySelectorAll('#stage details[open]').length]);
    })()
  JS

  # Whether an edit is under way: what was left is kept then, and may change how high the page is.
  SENDING = "(Alpine.$data(document.querySelector('.workspace') || document.body) || {}).sending || 0"

  # What was unfolded may still be coming when it begins, and so may what is said of what was typed, a moment after it.
  def stays(what)
    sleep 0.5
    wait_until { page.evaluate_script(SENDING).zero? }
    settle
    before = page.evaluate_script(STATE)
    changed_by_another
    assert_selector '.notice', text: 'changed meanwhile'
    settle
    assert_equal JSON.parse(before), JSON.parse(page.evaluate_script(STATE)), what
  end

  # Somebody else changes a note and a row.
  def changed_by_another
    @changes = @changes.to_i + 1
    store.edit('side-frame', version: nil, person: 'Somebody') do |family|
      family = Family::Edits.apply(family, 'do' => 'set_feature', 'feature' => 'guide_holes', 'field' => 'note', 'text' => "note #{@changes}")
      Family::Edits.apply(family, 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-2000', 'column' => 'depth', 'text' => (140 + @changes).to_s)
    end
  end

  def scroll(part, to) = page.execute_script("document.querySelector('#{part}').scrollTop = #{to}; document.querySelector('#{part}').scrollLeft = #{to}")

  # Types into a field and leaves the caret in the middle.
  def type_into(id, text)
    page.execute_script("document.getElementById('#{id}').focus()")
    press(*text.chars, :left, :left)
  end

  def test_shape
    open_stage('shape', 'open=windows')
    page.execute_script("document.querySelectorAll('#stage details').forEach((one) => { one.open = true; })")
    type_into('f-windows-width', ' + 5 mm')
    scroll('#stage', 180)
    stays('a dimension that is being typed')
    page.execute_script("document.querySelector('#new-name-frame').focus()")
    press(*'drain_hole'.chars, :left)
    stays('the name of a step that is being added')
    press([:ctrl, 'a'], :delete)
    assert_selector '#f-windows-width'
  end

  def test_name
    open_stage('name')
    type_into('p-depth-default', '1')
    scroll('#stage', 120)
    stays('a default that is being typed')
    type_into('new-parameter', '80 mm as extra')
    stays('a parameter that is being made')
    press(:enter)
    assert_selector '[data-name-row=extra]'
    assert_equal '', find('#new-parameter').value
  end

  def test_rule
    open_stage('rule')
    click_on 'New rule', exact: true
    fill_in 'Rule', with: 'Half a rule'
    press(:left, :left)
    stays('a rule that is being written')
    assert_field 'Rule', with: 'Half a rule'
  end

  def test_guide
    page.driver.resize(1280, 600)
    open_stage('guide')
    id = page.evaluate_script("document.querySelector('#stage input[type=text], #stage input:not([type])')?.id || document.querySelector('#stage input, #stage select').id")
    page.execute_script("document.getElementById('#{id}').focus()")
    scroll('#stage', 60)
    stays('a form that is being filled in')
  end

  def test_vary
    open_stage('vary')
    find('.sheet-body [role=gridcell]', match: :first).click
    press(:down, :down, :right)
    stays('a cell')
    assert_selector '.sheet-cell.is-active'
  end

  def test_prove
    open_stage('prove')
    assert_selector '#lattice .sheet-cell, #lattice [role=gridcell]'
    find('#lattice [role=gridcell]', match: :first).click
    press(:down, :right)
    stays('a cell of the lattice')
  end

  def test_release
    open_stage('release')
    page.execute_script("document.querySelector('.resolved-scroll').focus()")
    scroll('.resolved-scroll', 90)
    scroll('#stage', 100)
    stays('the resolved table')
  end

  # One's own edits: Enter in one field, on with Tab; the next field keeps what is typed while the first is being kept.
  def test_going_on_while_an_edit_is_kept
    open_stage('name')
    type_into('p-depth-default', '')
    press([:ctrl, 'a'], '125 mm', :tab)
    focused = page.evaluate_script('document.activeElement.id')
    press('7')
    wait_until { store.find('side-frame').family.parameter('depth').default == '125 mm' }
    settle
    assert_equal [focused, true], page.evaluate_script("[document.activeElement.id, document.activeElement.value.startsWith('7')]")
    assert_equal '125 mm', find('#p-depth-default').value
  end

  # What was not answered is told, and one button does it once more; but not where it may have been kept.
  def test_what_was_not_answered_can_be_repeated
    open_stage('name')
    unanswered(before: true)
    fill_in 'p-depth-default', with: "150 mm\t"
    assert_selector '.notice', text: 'The program does not answer'
    assert_equal '120 mm', default_of_depth
    click_on 'Try again'
    wait_until { default_of_depth == '150 mm' }
    assert_no_text 'The program does not answer'
    assert_equal '150 mm', default_of_depth

    # By itself the page would find it after some seconds: not while it is not looked at.
    page.execute_script("Object.defineProperty(document, 'hidden', { get: () => true })")
    unanswered(before: false)
    fill_in 'p-depth-default', with: "155 mm\t"
    assert_selector '.notice', text: 'The program does not answer'
    click_on 'Try again'
    assert_selector '.notice', text: 'look whether it was kept'
    assert_equal '155 mm', default_of_depth
    assert_equal(1, store.history('side-frame').count { |change| change['summary'].include?('155 mm') })
  end

  def default_of_depth = store.find('side-frame').family.parameter('depth').default

  # The next edit is lost on its way, or its answer is.
  def unanswered(before:)
    page.execute_script(<<~JS, before)
      const { fetch } = window;
      const [before] = [arguments[0]];
      window.fetch = async (path, options) => {
        if (!String(path).includes('/edits')) return fetch(path, options);
        window.fetch = fetch;
        if (!before) await fetch(path, options);
        throw new TypeError('Failed to fetch');
      };
    JS
  end
end
