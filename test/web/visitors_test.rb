# frozen_string_literal: true

require_relative '../support/application'

# Whoever has nothing but the address of a form, or the code of a configuration, is told what the form asks for and shows, and nothing else.
class VisitorsTest < WebCase
  WITHOUT = %w[straight-module].freeze
  # All that is not asked for says so in its name, its label, or its value.
  SECRET = <<~YAML
    vast_lattice: 1
    family: Veiled family
    code: HID
    currency: EUR
    base_price: 3 EUR + veiled_cost
    patterns: {part_number: 'S-{width}', description: 'veiled {veiled_margin}'}
    materials: [{name: veiledium, label: Veiled alloy, density: 7.9, colour: "#aabbcc"}]
    parameters:
      - {name: width, label: Width, kind: number, unit: mm, default: 200 mm, least: 50 mm, most: 3000 mm}
      - {name: grade, label: Grade, kind: choice, choices: [plain, fine], default: plain}
      - {name: veiled_margin, label: Veiled margin, kind: number, unit: mm, default: 17.375 mm, most: 900 mm}
      - {name: veiled_cost, label: Veiled cost, kind: number, unit: EUR, formula: 4.0625 EUR}
      - {name: veiled_depth, label: Veiled depth, kind: number, unit: mm, formula: width / 3, most: 400 mm}
    parts:
      - name: veiled_plate
        label: Veiled plate
        material: veiledium
        stock: {kind: plate, width: width, height: 120 mm, thickness: 4 mm}
        features:
          - {name: veiled_hole, label: Veiled hole, kind: hole, diameter: 12 mm, horizontal: {from: left, offset: veiled_margin}, vertical: {from: bottom, offset: 40 mm}}
    tables:
      - name: veiled_sizes
        label: Veiled sizes
        columns: [{target: veiled_margin, unit: mm}, {target: veiled_remark, kind: text}]
        rows: [{name: veiled_row, cells: {veiled_margin: 17.375, veiled_remark: veiled words}}]
    rules:
      - {name: Veiled rule, note: Veiled note, when: grade = "fine" and veiled_cost > 1 EUR, then: [{price: Veiled work, amount: 7 EUR}, {operation: Veiled operation}, {set: veiled_margin, to: 21 mm}]}
      - {name: Veiled limit, when: veiled_margin > 20 mm, then: [{limit: width, most: 500 mm}]}
      - {name: Veiled word, when: veiled_margin > 20 mm and width < 100 mm, then: [{forbid: Too narrow for a fine one.}]}
    pictures: [{name: veiled_picture, kind: png, data: "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="}]
    forms:
      - name: order
        label: Order
        pages:
          - title: Size
            groups:
              - fields:
                  - {ask: width, control: number}
                  - {ask: grade, control: buttons, locked_when: veiled_margin > 800 mm}
              - {title: More, shown_when: veiled_margin > 700 mm, fields: [{control: note, text: x}]}
  YAML
  TOLD = /veiled|17\.375|4\.0625|21 mm/i

  def setup
    super
    @slug = store.create(Exchange::FamilyFile.read(SECRET).family, person: 'Ann').slug
    sign = token
    post_json("/api/families/#{@slug}/forms/order/publication", {}, { 'HTTP_X_CSRF_TOKEN' => sign })
    @address = publications.listed(subject: @slug).first.slug
    clear_cookies
    @door = VastLattice::Web.app(secret: 'x' * 64, store: store, door: true)
  end

  def publications = Storage::Store.new(Storage::PublicationDocument)
  def configurations = Storage::Store.new(Storage::ConfigurationDocument)
  def app = @at_door ? @door : super

  # By the one way in or by the other.
  def by(door, &)
    @at_door = door
    with_session(door ? :door : :default, &)
  ensure
    @at_door = false
  end

  def edit(edit) = store.edit(@slug, version: nil, person: 'Ann') { |family| Family::Edits.apply(family, edit) }

  def keep(**more)
    shown = get_json("/api/forms/#{@address}")
    post_json("/api/forms/#{@address}/configurations", { 'name' => 'Mine', 'entries' => { 'grade' => 'plain' }, **more }, 'HTTP_X_CSRF_TOKEN' => shown['token'])
  end

  ASKED = ['', '?set[width]=80&set[grade]=fine', '?set[width]=900&set[grade]=fine', '?set[width]=1500', '?set[width]=veiled_margin', '?set[veiled_margin]=2', '?set[width]=veiled_depth * 2', '?set[grade]=x', '?set[width]=1/0'].freeze

  # Every address that a visitor may ask, right and wrong, on both ways in: none of the bytes is of what is hidden.
  def test_nothing_veiled_in_any_answer
    [false, true].each { |door| by(door) { look_everywhere(keep['code']) } }
  end

  def look_everywhere(code)
    what = ['', '/schema', *%w[outcome choices proposals mesh].flat_map { |one| ASKED.map { |asked| "/#{one}#{asked}" } }, '/outcome?view=top', '/proposals?set[grade]=fine&wish[width]=1200']
    paths = what.map { |one| "/api/forms/#{@address}#{one}" } + ASKED.map { |asked| "/forms/#{@address}#{asked}" } + ["/forms/#{@address}/pictures/veiled_picture"]
    kept = ["/configurations/#{code}", "/configurations/#{code}.json", "/api/configurations/#{code}", "/api/configurations/#{code}/differences"]
    told = (paths + kept).to_h { |path| [path, get(path).then { [last_response.status, last_response.body] }] }
    # What was asked with may be said again.
    told.each do |path, (status, body)|
      rest = path.scan(/\w*veiled\w*/).reduce(body) { |text, own| text.gsub(own, '') }
      # Where things are is to be seen in 3D.
      rest = rest.gsub(/[\d.]+,/, '') if path.include?('/mesh')
      refute rest[TOLD], "#{path}, #{status}: …#{rest[/.{60}#{TOLD.source}.{60}/im]}…"
    end
    assert_equal [200], told.slice(*kept, *paths.first(3)).values.map(&:first).uniq
    # The PDF is made of this alone.
    refute_match(TOLD, configurations.find(code).content.discreet.to_tree.to_s)
  end

  # Names of what is not asked for are not found out by asking, either: what is no plain value is refused in the same words.
  def test_answers_cannot_probe
    words = %w[veiled_margin veiled_depth nothing_at_all].map do |name|
      get_json("/api/forms/#{@address}/outcome?set[width]=#{name}").dig('error', 'message').to_s.gsub(name, 'NAME')
    end
    assert_equal 1, words.uniq.size, words.inspect
    refute_empty words.first
  end

  # What the author wrote is told; what the price is made of where the form says so, without the names of rules.
  def test_what_is_told
    shown = get_json("/api/forms/#{@address}/outcome?set[width]=80&set[grade]=fine")
    assert_includes shown['form']['findings'].map { |finding| finding['message'] }, 'Too narrow for a fine one.'
    assert_equal [[], 'the total'], [shown['lines'], Family::Form::PRICES['total']]
    assert_match(/\d EUR/, shown['price'])
    { 'lines' => [['Base price', 'Veiled work'], true], 'none' => [[], false] }.each do |setting, (lines, price)|
      edit('do' => 'set_form_item', 'form' => 'order', 'field' => 'price', 'text' => setting)
      sign = token
      post_json("/api/families/#{@slug}/forms/order/publication", {}, { 'HTTP_X_CSRF_TOKEN' => sign })
      clear_cookies
      shown = get_json("/api/forms/#{@address}/outcome?set[grade]=fine")
      assert_equal [lines, [''], price], [shown['lines'].map { |line| line['text'] }, shown['lines'].map { |line| line['rule'] }.uniq | [''], !shown['price'].empty?]
    end
  end

  # Tried before it was published: by its code it tells what it is, not what it would be now.
  def test_what_comes_from_no_published_form
    sign = token
    code = post_json("/api/families/#{@slug}/forms/order/configurations", { 'name' => 'Tried', 'entries' => {} }, { 'HTTP_X_CSRF_TOKEN' => sign })['code']
    clear_cookies
    assert_equal 'unknown', get_json("/api/configurations/#{code}/differences")['status']
    get "/configurations/#{code}"
    assert_equal 200, last_response.status
    refute_match(/As it was|Impossible now|Differs/, last_response.body)
  end

  # What was changed and not published yet is for engineers alone.
  def test_what_is_not_published
    code = keep['code']
    edit('do' => 'put_parameter', 'name' => 'width', 'fields' => { 'default' => '260 mm' })
    assert_equal 'same', get_json("/api/configurations/#{code}/differences")['status']
    token
    assert_equal 'differs', get_json("/api/configurations/#{code}/differences")['status']
  end

  # Opening a form first locks nobody out; by the door, nobody gets in.
  def test_ways_in
    get "/forms/#{@address}"
    get '/families'
    assert_equal 200, last_response.status
    assert_includes last_response.body, 'New family'
    by(true) { closed_at_the_door(%W[/families / /forms /configurations /configurations/compare?codes=a /api/families /families/#{@slug}/shape /api/families/#{@slug}/forms/order/proposals /person]) }
  end

  def closed_at_the_door(paths)
    paths.each do |path|
      get path
      assert_equal 404, last_response.status, path
    end
    get "/forms/#{@address}", {}, 'HTTP_HOST' => 'forms.example'
    assert_equal 200, last_response.status
    post_json('/api/configurations/remove', { 'codes' => [] }, {})
    assert_includes [403, 404], last_response.status
  end

  # A visitor's copies are his; nobody else renames what he made; so many in a day, and of a form.
  def test_whose_configurations
    get "/forms/#{@address}"
    code = keep['code']
    get "/configurations/#{code}"
    sign = last_response.body[/name="csrf-token" content="([^"]+)"/, 1]
    assert_equal({ 'name' => 'Other' }, post_json("/api/configurations/#{code}/name", { 'name' => 'Other' }, 'HTTP_X_CSRF_TOKEN' => sign))
    clear_cookies
    get "/configurations/#{code}"
    refute_includes last_response.body, 'Rename'
    sign = last_response.body[/name="csrf-token" content="([^"]+)"/, 1]
    post_json("/api/configurations/#{code}/name", { 'name' => 'Mine' }, 'HTTP_X_CSRF_TOKEN' => sign)
    assert_equal 403, last_response.status
    copy = post_json("/api/configurations/#{code}/copy", {}, 'HTTP_X_CSRF_TOKEN' => sign)
    assert_equal({ 'name' => 'Mine too' }, post_json("/api/configurations/#{copy['code']}/name", { 'name' => 'Mine too' }, 'HTTP_X_CSRF_TOKEN' => sign))
    fill(VastLattice::Web::ConfigurationsAPI::MOST_OF_VISITOR)
    assert_match(/kept 60 configurations today/, keep.dig('error', 'message'))
    # Saying that one is another browser helps until there are too many from one address.
    clear_cookies
    refute_nil keep['code']
    fill(VastLattice::Web::ConfigurationsAPI::MOST_OF_SENDER - VastLattice::Web::ConfigurationsAPI::MOST_OF_VISITOR)
    clear_cookies
    assert_match(/kept 600 configurations today/, keep.dig('error', 'message'))
    clear_cookies
    Storage::DocumentRecord.where(kind: 'configuration').update_all(created_at: Time.now - 100_000)
    refute_nil keep['code']
    fill(VastLattice::Web::ConfigurationsAPI::MOST_OF_FORM)
    assert_match(/5000 configurations are kept/, keep.dig('error', 'message'))
  end

  # Many more of the same maker and form, as records alone.
  def fill(count)
    row = Storage::DocumentRecord.where(kind: 'configuration').last.attributes.except('id')
    row['maker'] = Storage::DocumentRecord.where(kind: 'configuration', origin: @address).last.maker
    count.times.each_slice(500) do |some|
      Storage::DocumentRecord.insert_all!(some.map { |number| row.merge('slug' => "f#{number}-#{count}", 'body' => row['body'], 'about' => row['about']) })
    end
  end

  # Names are followed, also back; what is removed withdraws what is published of it.
  def test_published_forms_follow
    address = "/forms/#{@address}"
    status = -> { get(address) && last_response.status }
    sign = token
    change = ->(edit) { post_json("/api/families/#{@slug}/edits", { 'edit' => edit }, { 'HTTP_X_CSRF_TOKEN' => sign }) && status.call }
    code = keep['code']
    assert_equal 200, change.call('do' => 'rename_form', 'name' => 'order', 'to' => 'offer')
    assert_equal 'offer', publications.listed(subject: @slug).first.about['form']
    assert_equal 'same', get_json("/api/configurations/#{code}/differences")['status']
    post_json("/api/families/#{@slug}/undo", {}, { 'HTTP_X_CSRF_TOKEN' => sign })
    assert_equal ['order', 200], [publications.listed(subject: @slug).first.about['form'], status.call]
    assert_equal 200, change.call('do' => 'set_family', 'field' => 'name', 'text' => 'Another')
    assert_equal 'Another: Order', publications.listed(subject: @slug).first.name
    assert_equal 404, change.call('do' => 'remove_form', 'name' => 'order')
    get '/forms'
    assert_includes last_response.body, 'the form was removed'
    post_json("/api/families/#{@slug}/undo", {}, { 'HTTP_X_CSRF_TOKEN' => sign })
    assert_equal 200, status.call
    capture_io { store.remove(@slug, person: 'Ann') }
    assert_equal 404, status.call
    capture_io { store.restore(@slug, person: 'Ann') }
    get '/forms'
    assert_match(/Another: Order.*open.*Engineer/m, last_response.body)
  end
end
