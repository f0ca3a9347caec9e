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
      list.map { |what, seconds, ratio| { what: what, seconds: seconds, ratio: ratio }.compact }
    end
    JSON.pretty_generate('machine' => @machine, 'results' => lines)
  end

  def to_s
    [@machine, *@results.flat_map { |name, list| ['', name, *list.map { |line| text(*line) }] }].join("\n")
  end

  private

  def text(what, seconds, ratio = nil)
    figure = seconds ? format('%12.1f µs', seconds * 1e6) : format('%12.1f ×', ratio)
    format('  %-58<what>s %<figure>s', what: what, figure: figure)
  end
end
