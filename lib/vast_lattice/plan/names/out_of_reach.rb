# frozen_string_literal: true

module VastLattice
  class Plan
    # Why a name of a family cannot be used in most formulas: it is known too late, or it is inside a component and not there.
    class OutOfReach
      LATER = 'Use it in a price, or in a rule that forbids, warns or limits what is measured.'
      OF_INSTANCES = 'Use it in the dimensions and the position of the feature, or where the pattern leaves instances out.'
      TWIN = 'Decide it there, or make the twin independent.'
      private_constant :LATER, :OF_INSTANCES

      # +symbols+ are those of the family.
      def initialize(symbols)
        @symbols = symbols
      end

      # Why, and what to do, and perhaps the code of the Finding; nil where nothing is known of the name.
      def why(name)
        return ["#{Symbols::INDEX} is the number of an instance in a pattern.", OF_INSTANCES] if name == Symbols::INDEX
        if Measured.like?(name) && @symbols.measured.any? { |own| own.name.casecmp?(name) }
          return ["#{name} is measured on the finished shape; what decides the shape cannot depend on it.", LATER]
        end

        inside(name) if @symbols.placed[Name.read(name).first]
      end

      private

      def inside(name)
        path = Name.read(name)
        one = @symbols.placed[path.first]
        return unless one.plan && path.rest
        return ["#{one.name} is a twin of #{one.original.name}, which decides for both.", TWIN] if one.original

        known = one.plan.symbols.targets.reject(&:port?).map(&:name)
        nearest = Nearest.remedy(path.rest.to_s, known)
        ["#{one.name} is of the family #{one.component.family}, which has no \"#{path.rest}\".", nearest, :unknown_name]
      end
    end
  end
end
