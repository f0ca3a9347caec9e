# frozen_string_literal: true

module VastLattice
  class Plan
    module Effects
      # label: description, text: Heavy frame {length}. Writes a label, or a property of rows, otherwise than its own pattern or
      # the row says.
      module Label
        ARGUMENT = Family::EffectArgument.new(name: 'text', title: 'Text', hint: 'Heavy frame {length}', required: true)
        private_constant :ARGUMENT

        def self.name = 'label'
        def self.arguments = [ARGUMENT]
        def self.about = 'write a label'
        def self.decided(_target) = []
        def self.subject = :label

        # Returns the consequences; problems go to the reader.
        def self.consequences(effect, reader, place)
          known = reader.symbols.label_names
          name = known.find { |own| own.casecmp?(effect.target) }
          unless name
            reader.missing(effect.target, Wording[:there_is_no_label_target, target: effect.target], place, known, kind: 'label')
            return []
          end

          at = Place.at(*place.path, 'text')
          [Consequence::Label.new(name: name, pattern: LabelPattern.read(name, effect.arguments['text'].to_s, reader, at), place: at)]
        end
      end
    end
  end
end
