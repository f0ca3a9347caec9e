# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # limit: length, least: 1 m, most: 3 m. Narrows the limits of a parameter, or of what is measured (frame.mass); it never
      # widens them. Of steps the coarsest counts.
      module Limit
        ARGUMENTS = [Family::EffectArgument.new(name: 'least', title: 'Least', hint: 'least'),
                     Family::EffectArgument.new(name: 'most', title: 'Most', hint: 'most'),
                     Family::EffectArgument.new(name: 'step', title: 'Step', hint: 'step')].freeze
        private_constant :ARGUMENTS

        def self.name = 'limit'
        def self.arguments = ARGUMENTS
        def self.about = 'limit'
        def self.decided(_target) = []
        def self.subject = :number

        # Returns the consequences; problems go to the reader.
        def self.consequences(effect, reader, place)
          measured = Measured.like?(effect.target) && reader.symbols.measured.find { |own| own.name.casecmp?(effect.target) }
          return measured_limit(measured, effect, reader, place) if measured

          target = reader.limited(effect.target, place) or return []
          unless target.type.number?
            reader.error(:not_a_number, Wording[:target_has_no_limits_it_is_type, target: target.name, type: target.type], place,
                         Wording[:use_offer_instead])
            return []
          end

          limits = effect.arguments.to_h do |key, text|
            [key.to_sym, reader.entry(text, target, Place.at(*place.path, key))]
          end
          [Consequence::Limit.new(target: target, place: place, **limits)]
        end

        # What is measured is limited once the shape is known.
        def self.measured_limit(measured, effect, reader, place)
          if effect.arguments.key?('step')
            reader.error(:not_a_number, Wording[:measured_is_measured_it_has_no_step, measured: measured.name], place,
                         Wording[:limit_the_least_and_the_most])
            return []
          end

          limits = effect.arguments.to_h do |key, text|
            [key.to_sym,
             reader.entry_of(text, measured.variable.type, measured.unit, Place.at(*place.path, key), scope: reader.symbols.late_scope)]
          end
          limits.value?(nil) ? [] : [Consequence::MeasuredLimit.new(measured: measured, place: place, **limits)]
        end
        private_class_method :measured_limit
      end
    end
  end
end
