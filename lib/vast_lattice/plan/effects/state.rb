# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # build, suppress, show and hide: each decides one state of a feature.
      class State
        attr_reader :name, :about

        # +state+ is :built or :shown, +value+ what it becomes.
        def initialize(name, state, value, about)
          @name = name
          @state = state
          @value = value
          @about = about
        end

        def arguments = []
        def decided(target) = ["#{target}.#{@state}"]
        def subject = :feature

        # Returns the consequences; problems go to the reader.
        def consequences(effect, reader, place)
          target = reader.state(effect.target, @state, place) or return []
          span = Formula::Span.new(start: 0, length: 0)
          value = Formula::Typed.new(kind: :boolean, type: Formula::BOOLEAN, span: span, data: @value)
          [Consequence::Decision.new(target: target, value: value)]
        end
      end
    end
  end
end
