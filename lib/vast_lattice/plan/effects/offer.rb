# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # offer: finish, choices: [painted]. Narrows the choices of a parameter, or the rows of a table that go
      # together with others (offer: finishes.row).
      module Offer
        ARGUMENT = Family::EffectArgument.new(name: 'choices', title: 'Choices', required: true, many: true)
        private_constant :ARGUMENT

        def self.name = 'offer'
        def self.arguments = [ARGUMENT]
        def self.about = 'offer only'
        def self.decided(_target) = []
        def self.subject = :choice

        # Returns the consequences; problems go to the reader.
        def self.consequences(effect, reader, place)
          target = reader.limited(effect.target, place, among: reader.symbols.offerable_names) or return []
          unless target.innermost.chosen?
            reader.error(:not_a_choice, Wording[:target_is_not_a_choice, target: target.name], place, Wording[:use_limit_instead])
            return []
          end

          values = Array(effect.arguments['choices']).map do |text|
            reader.constant(text, target, Place.at(*place.path, 'choices'))
          end
          values.all? ? [Consequence::Offer.new(target: target, values: values)] : []
        end
      end
    end
  end
end
