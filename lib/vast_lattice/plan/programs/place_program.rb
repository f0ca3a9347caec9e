# frozen_string_literal: true

module VastLattice
  class Plan
    # Where components are, as one lambda over the values of an outcome.
    class PlaceProgram
      # +lists+ as in Program.
      def initialize(bound, lists)
        index = bound.targets.size
        @names = bound.components.map { |component| component.place.keys }
        trees = bound.components.map { |component| component.place.values }
        used = trees.flatten.compact.flat_map(&:variables).map(&:index).uniq - [index]
        lambdas = trees.map { |own| "lambda { |v#{index}| [#{own.map { |tree| Formula::Emitter.settled(tree) }.join(', ')}] }" }
        body = "#{used.map { |one| "v#{one} = v[#{one}]; " }.join}[#{lambdas.join(', ')}]"
        @lambda = Formula.compiled(Formula::Emitter.lambda_of('v', body), 'places').call(lists)
      end

      # For each component a function from the number of an instance to its numbers by name: x, y, z in mm, turn_x, turn_y, turn_z
      # in degrees.
      def call(values) = @lambda.call(values).zip(@names).map { |own, names| ->(index) { names.zip(own.call(index.to_f)).to_h } }
    end
  end
end
