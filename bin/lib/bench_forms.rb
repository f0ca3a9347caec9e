# frozen_string_literal: true

require 'net/http'

# A published form of the demo's largest single family: from the slider to the painted picture in a browser, the API from outside,
# which choices are possible, and the nearest valid products.
class BenchForms
  def initialize(address)
    @address = address
  end

  # Lines as Bench gives them.
  def lines
    path = published
    times, = Served.browse("#{@address}#{path}") do |browser|
      break BenchSlider.times(browser, slider: 'ask-full-length', picture: '.fill-picture', address: "/api#{path}/outcome")
    end
    outcome = asked("/api#{path}/outcome") { |length| { 'set[length]' => length } }
    choices = asked("/api#{path}/choices") { |length| { 'set[length]' => length } }
    proposals = asked("/api#{path}/proposals", 5) { |length| { 'set[length]' => length, 'set[roller_pitch]' => 150 } }
    [['published form: slider to painted picture, median', middle(times) / 1000], ['the slowest of them', times.max / 1000],
     ['API: outcome with picture, another length each time, median', middle(outcome)],
     ['API: which choices are possible, median', middle(choices)],
     ['API: the nearest valid products, median', middle(proposals)]]
  end

  private

  # The path of the published form.
  def published
    publications = VastLattice::Storage::Store.new(VastLattice::Storage::PublicationDocument)
    stored = VastLattice::Storage::Store.new.find('side-frame')
    made = VastLattice::Guide::Publication.of(stored.plan, stored.family.form('full'),
                                              family: { 'slug' => 'side-frame', 'name' => 'Side frame', 'version' => stored.version })
    "/forms/#{publications.create(made, person: 'Bench').slug}"
  end

  # Seconds of so many requests, the first of them left out; each asks for another length.
  def asked(path, times = 60)
    uri = URI("#{@address}#{path}")
    Net::HTTP.start(uri.host, uri.port) do |http|
      all = Array.new(times + 10) do |index|
        query = URI.encode_www_form(yield(700 + (index * 13)))
        begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        raise path unless http.get("#{uri.path}?#{query}").is_a?(Net::HTTPOK)

        Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun
      end
      all.drop(10)
    end
  end

  def middle(times) = times.sort[times.size / 2].to_f
end
