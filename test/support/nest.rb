# frozen_string_literal: true

# Five families, each made of the one before: every one of them speaks of the innermost one's size.
module Nest
  NAMES = %w[Pin Hinge Door Cabin Lift].freeze

  def self.trees(size = 'size')
    pin = { 'name' => 'Pin', 'parameters' => [{ 'name' => size, 'kind' => 'number', 'unit' => 'mm', 'default' => '8 mm' }, { 'name' => 'spare', 'kind' => 'number', 'unit' => 'mm', 'default' => '1 mm' }],
            'parts' => [{ 'name' => 'rod', 'stock' => { 'kind' => 'plate', 'width' => size, 'height' => '20 mm', 'thickness' => '2 mm' } }] }
    NAMES.each_cons(2).with_index.reduce([pin]) do |found, ((inner, outer), depth)|
      path = [*NAMES.first(depth + 1).reverse.map(&:downcase), size].join('.')
      found << { 'name' => outer, 'components' => [{ 'name' => inner.downcase, 'family' => inner }],
                 'parameters' => [{ 'name' => 'sum', 'kind' => 'number', 'unit' => 'mm', 'formula' => "#{path} + 1 mm" }],
                 'patterns' => { 'part_number' => "#{outer[0]}-{#{path}}" } }
    end
  end

  def self.families(size = 'size') = trees(size).map { |tree| VastLattice::Family.from_tree(tree) }

  # Which of two names a family in plain form speaks of.
  def self.spoken(tree, names)
    text = JSON.generate(tree)
    names.select { |name| text.match?(/\b#{name}\b/) }
  end
end
