# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Changes of a component's envelope, for Components.
      module Envelopes
        # The Envelope after a change of its kind ("none" for none), label, axis, or a place or dimension; nil may become one.
        def self.changed(envelope, key, text)
          return of_kind(envelope, text) if key == 'kind'

          own = envelope || of_kind(nil, 'box')
          refuse(key, ['label', 'along', *Envelope::PLACE, *Envelope::KINDS.fetch(own.kind)])
          refuse(text, Component::AXES) if key == 'along'
          own.with(key.to_sym => text.empty? ? Envelope.fields[key.to_sym] : text)
        end

        # Begins with sizes to be seen, or with those that it had.
        def self.of_kind(envelope, kind)
          return if kind == 'none'

          refuse(kind, ['none', *Envelope::KINDS.keys])
          sizes = Envelope::KINDS.fetch(kind).to_h { |name| [name.to_sym, envelope&.public_send(name) || '50 mm'] }
          (envelope || Envelope.new(kind: kind)).with(kind: kind, **sizes)
        end
        private_class_method :of_kind

        def self.refuse(word, known)
          return if known.include?(word)

          raise Error.new(Wording[:an_envelope_has_no_word, word: word], remedy: Wording[:choose_choice, choice: known])
        end
        private_class_method :refuse
      end
    end
  end
end
