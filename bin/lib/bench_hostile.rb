# frozen_string_literal: true

require 'json'
require 'net/http'

# One who means harm, or knows no better: families, files and requests that take all that they may, one after the other. Others are
# measured meanwhile (BenchLoad).
class BenchHostile
  PICTURE = "<!DOCTYPE a [<!ENTITY a \"ha\">]><svg>#{'<g>' * 40_000}</svg>".freeze
  LAUGHS = "<!DOCTYPE a [<!ENTITY a \"ha\">#{(1..30).map { |n| "<!ENTITY a#{n} \"&a#{n - 1};&a#{n - 1};\">" }.join}]><a>&a30;</a>".freeze
  ROWS = "variant,length\n#{(1..19_000).map { |row| "R#{row},#{row}\n" }.join}".freeze

  # Families by their names: explanations of nested filters; shapes that take all that shapes may.
  NESTED = Array.new(30) do |at|
    { 'name' => "p#{at}", 'kind' => 'count', 'formula' => 'count([1, 2, 3][count([1, 2, 3, 4][item > n / (n - n)]) > 1])' }
  end
  HOLES = {
    'name' => 'd', 'kind' => 'hole', 'diameter' => '40 mm', 'depth' => 'deep + index * 0.1 mm',
    'horizontal' => { 'from' => 'left', 'offset' => '100 mm' }, 'pattern' => { 'kind' => 'linear', 'count' => '240', 'pitch' => '10 mm' }
  }.freeze
  PLATE = { 'kind' => 'plate', 'width' => '3000 mm', 'height' => '2000 mm', 'thickness' => '30 mm' }.freeze
  # Families that share families, level by level.
  LEVELS = Array.new(10) do |level|
    shared = level.zero? ? [] : %w[a b].map { |name| { 'name' => name, 'family' => "Level #{level - 1}" } }
    { 'family' => "Level #{level}", 'components' => shared }
  end
  FAMILIES = [{ 'family' => 'Nested', 'parameters' => [{ 'name' => 'n', 'kind' => 'count', 'default' => '300' }, *NESTED] },
              { 'family' => 'Holes', 'parameters' => [{ 'name' => 'deep', 'kind' => 'number', 'unit' => 'mm', 'default' => '5 mm' }],
                'parts' => [{ 'name' => 'p', 'stock' => PLATE, 'features' => [HOLES] }] }, *LEVELS].freeze
  BUNDLE = JSON.generate('vast_lattice' => 1, 'families' => FAMILIES).freeze

  def initialize(port)
    @port = port
    @rounds = 0
  end

  # How often all was tried.
  attr_reader :rounds

  # Goes on until the block says that it is over. What is refused, or given up, is what it wants to see.
  def run(session, form)
    stored(session)
    until yield
      deeds(form).each do |deed|
        break if yield

        begin
          Net::HTTP.start('127.0.0.1', @port, read_timeout: 90) { |http| deed.call(http, session) }
        rescue SystemCallError, IOError, Timeout::Error
          nil
        end
      end
      @rounds += 1
    end
  end

  private

  def stored(session)
    Net::HTTP.start('127.0.0.1', @port) { |http| file(http, session, '/api/bundles', BUNDLE, 'all.json') }
  end

  def deeds(form)
    number = @rounds
    get = ->(path) { ->(http, session) { http.get(path, session) } }
    send = ->(path, bytes, name) { ->(http, session) { file(http, session, path, bytes, name) } }
    rules = '/api/families/side-frame/rule_tables/read'
    [get["/api/families/nested/outcome?set[n]=#{number}"], get["/api/families/holes/outcome?set[deep]=#{5 + (number / 100.0)}"],
     get['/api/families/level-9/outcome'], get["/api/forms/#{form}/proposals?set[length]=9999&set[depth]=#{number}&set[shortest_load]=1"],
     send['/api/bundles/compare', BUNDLE, 'a.json'], send[rules, LAUGHS, 'a.dmn'],
     send['/api/families/side-frame/pictures', PICTURE, 'a.svg'], send['/api/families/side-frame/imports?table=size', ROWS, 'a.csv'],
     send[rules, ROWS * 8, 'a.csv'], get["/api/families/holes/mesh?set[deep]=#{6 + (number / 100.0)}"]]
  end

  def file(http, session, path, bytes, name)
    http.post(path, bytes, session.merge('Content-Type' => 'application/octet-stream', 'X-File-Name' => name))
  end
end
