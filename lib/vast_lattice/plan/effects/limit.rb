# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # limit: length, least: 1 m, most: 3 m. Narrows the limits of a parameter; it never widens them.
      module Limit
        ARGUMENTS = [Family::EffectArgument.new(name: 'least', title: 'Least', hint: 'least'),
                     Family::EffectArgument.new(name: 'most', title: 'Most', hint: 'most')].freeze
        private_constant :ARGUMENTS

        def self.name = 'limit'
        def self.arguments = ARGUMENTS
        def self.about = 'limit'
        def self.subject = :parameter

        # Returns the consequences; problems go to the reader.
        def self.consequences(effect, reader, place)
          target = reader.target(effect.target, place) or return []
          unless target.type.number?
            reader.error(:not_a_number, "#{target.name} has no limits: it is #{target.type}.", place, 'Use offer instead.')
            return []
          end

          limits = effect.arguments.to_h do |key, text|
            [key.to_sym, reader.entry(text, target, Place.at(*place.path, key))]
          end
          [Consequence::Limit.new(target: target, place: place, **limits)]
        end
      end
    end
  end
end
