# frozen_string_literal: true

module VastLattice
  class Plan
    # The patterns of a family, compiled: part numbers, descriptions and the like.
    class Labels
      def initialize(patterns, targets, lists)
        @patterns = patterns
        @targets = targets
        formulas = patterns.flat_map(&:formulas).map { |typed| Formula::Emitter.settled(typed) }
        names = patterns.flat_map(&:formulas).flat_map(&:variables).uniq.map { |name| "v#{name.index} = v[#{name.index}]; " }.join
        @lambda = Formula.compiled(Formula::Emitter.lambda_of('v', "#{names}[#{formulas.join(', ')}]"), 'labels').call(lists)
      end

      NONE = {}.freeze
      private_constant :NONE

      # Label by name, for the values of an outcome; nil where a formula in it is undefined, or where it is too long.
      def write(values)
        return NONE if @patterns.empty?

        found = @lambda.call(values)
        @patterns.to_h { |pattern| [pattern.name, pattern.write(found.shift(pattern.formulas.size)) { |typed| unit(typed) }] }
      end

      private

      # A lone name is written in its own unit, anything else in base units.
      def unit(typed)
        return @targets[typed.data.index].unit if typed.kind == :name

        Units[typed.type.plain? ? '' : typed.type.dimension.base_unit]
      end
    end
  end
end
