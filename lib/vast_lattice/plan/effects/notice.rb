# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # forbid and warn: each says a text when its rule applies.
      class Notice
        attr_reader :name, :about

        # +level+ is :error or :warning.
        def initialize(name, level, about)
          @name = name
          @level = level
          @about = about
        end

        def arguments = []
        def decided(_target) = []
        def subject = :text

        # Returns the consequences.
        def consequences(effect, _reader, _place)
          [Consequence::Notice.new(level: @level, text: effect.target)]
        end
      end
    end
  end
end
