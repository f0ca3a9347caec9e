# frozen_string_literal: true

module VastLattice
  class Plan
    # The patterns of a family, compiled: part numbers, descriptions and the like.
    class Labels
      def initialize(patterns, targets, lists)
        @patterns = patterns
        @targets = targets
        formulas = patterns.flat_map(&:formulas).map { |typed| Formula::Emitter.settled(typed) }
        names = targets.map { |target| "v#{target.index} = v[#{target.index}]" }.join('; ')
        @lambda = Formula.compiled("lambda { |lists| lambda { |v| #{names}; [#{formulas.join(', ')}] } }", 'labels').call(lists)
      end

      # Label by name, for the values of an outcome.
      def write(values)
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
