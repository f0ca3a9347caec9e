# frozen_string_literal: true

require 'json'

# Prints results for people or as JSON.
class BenchReport
  def initialize(results)
    @results = results
    @machine = "ruby #{RUBY_VERSION}, YJIT #{RubyVM::YJIT.enabled? ? 'on' : 'off'}"
  end

  def to_json(*)
    lines = @results.transform_values do |list|
      list.map { |what, figure, unit| { what: what, figure: figure, unit: unit || :seconds } }
    end
    JSON.pretty_generate('machine' => @machine, 'results' => lines)
  end

  def to_s
    [@machine, *@results.flat_map { |name, list| ['', name, *list.map { |line| text(*line) }] }].join("\n")
  end

  private

  def text(what, figure, unit = nil)
    shown = { times: [figure, '×'], kilobytes: [figure, 'kB'], plain: [figure, ''] }.fetch(unit) { [figure * 1e6, 'µs'] }
    format('  %-58<what>s %12.1<figure>f %<unit>s', what: what, figure: shown.first, unit: shown.last)
  end
end
