# frozen_string_literal: true

# A source as somebody else would add one: what was measured at a place.
class StrangeSource < VastLattice::Plan::Source
  VALUES = { 'depth' => ['120 mm', 'gate 4'], 'load' => ['"heavy"', 'gate 5'], 'mass' => ['3 kg', 'gate 6'], 'lane' => ['=50 mm + 1 mm', ''] }.freeze

  def initialize = super('survey', 'Survey')
  def keys = VALUES.keys
  def entry(key) = VALUES[key]&.then { |text, where| Entry.new(text, where, '2026-11-30') }
end
