# frozen_string_literal: true

module VastLattice
  module Geometry
    # What is measured on a Model, for Plan::Measured: masses, volumes, surfaces of parts and of all of it, numbers of instances
    # of features. What is not there has none; of what cannot be built it is undefined.
    module Measures
      module_function

      # {number => amount in base units} of some Plan::Measured.
      def of(model, wanted)
        wanted.to_h { |measured| [measured.index, one(model, measured).then { |amount| amount.is_a?(Array) ? amount : amount.to_f }] }
      end

      # Of a component: of each instance, where it has a pattern.
      def inside(model, measured)
        placing = model.outcome.placing(measured.owner)
        amounts = placing.instances.map { |_, own| placing.built? ? of_component(own, measured) : nothing(placing) }
        placing.many? ? amounts : amounts.first
      end

      # What is not built measures nothing; of what may be built or not it is undefined.
      def nothing(placing) = placing.state == :suppressed ? 0.0 : Undefined::NUMBER

      def of_component(outcome, measured)
        return whole(Model.for(outcome), measured.fact) unless measured.fact == :price

        price = Pricing.price(outcome)
        price.empty? ? 0.0 : price.single&.last || Undefined::NUMBER
      end

      def one(model, measured)
        return count(model, measured.owner) if measured.fact == :count
        return inside(model, measured) if measured.component
        return whole(model, measured.fact) unless measured.owner

        body = model.part(measured.owner)
        return body.public_send(FACTS.fetch(measured.fact)) || 0.0 if body && complete?(model, body)

        model.outcome.state(measured.owner) == :suppressed ? 0.0 : Undefined::NUMBER
      end

      FACTS = { mass: :mass, volume: :volume, surface: :surface_area, area: :area }.freeze

      # A part with steps that could not be made measures nothing.
      def complete?(model, body) = model.complete? || body.features.none?(&:problem)

      def whole(model, fact) = fact == :surface && model.bodies.empty? ? 0.0 : model.public_send(FACTS.fetch(fact))

      def count(model, name)
        feature = model.feature(name)
        return feature.built? ? feature.loops.size : 0 if feature && feature.state != :undefined

        %i[suppressed].include?(model.outcome.state(name)) ? 0 : Undefined::NUMBER
      end
    end
  end
end
