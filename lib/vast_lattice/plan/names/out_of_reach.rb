# frozen_string_literal: true

module VastLattice
  class Plan
    # Why a name of a family cannot be used in most formulas: it is known too late, or it is inside a component and not there.
    class OutOfReach
      LATER = Wording[:use_it_in_a_price]
      OF_INSTANCES = Wording[:use_it_in_the_dimensions]
      TWIN = Wording[:decide_it_there_or_make_the_twin]
      private_constant :LATER, :OF_INSTANCES

      # +symbols+ are those of the family.
      def initialize(symbols)
        @symbols = symbols
      end

      # Why, and what to do, and perhaps the code of the Finding; nil where nothing is known of the name.
      def why(name)
        return [Wording[:index_is_the_number_of_an_instance, index: Symbols::INDEX], OF_INSTANCES] if name == Symbols::INDEX
        if Measured.like?(name) && @symbols.measured.any? { |own| own.name.casecmp?(name) }
          return [Wording[:name_is_measured_on_the_finished_shape, name: name], LATER]
        end

        inside(name) if @symbols.placed[Name.read(name).first]
      end

      private

      def inside(name)
        path = Name.read(name)
        one = @symbols.placed[path.first]
        return unless one.plan && path.rest
        return [Wording[:one_is_a_twin_of_original, one: one.name, original: one.original.name], TWIN] if one.original

        known = one.plan.symbols.targets.reject(&:port?).map(&:name)
        nearest = Nearest.remedy(path.rest.to_s, known)
        [Wording[:one_is_of_the_family_family, one: one.name, family: one.component.family, rest: path.rest], nearest, :unknown_name]
      end
    end
  end
end
