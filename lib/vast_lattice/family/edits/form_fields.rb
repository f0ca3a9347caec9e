# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of what fields of forms say of single choices, and of what they narrow.
      module FormFields
        # What fields say of choices, or of names; and of what they narrow.
        BY_CHOICE = %w[pictures colours sets].freeze
        NARROWED = %w[when least most choices].freeze

        # Sets what a field says of a choice (+field+ pictures or colours), or the answer that a button gives (sets); an empty text
        # takes it away.
        def self.set_form_choice(family, form:, place:, field:, choice:, text:)
          FormTree.refuse_unknown(field, BY_CHOICE)
          FormTree.on_field(family, form, place) do |own|
            said = own.public_send(field).except(choice)
            own.with(field.to_sym => if text.strip.empty?
                                       said
                                     else
                                       said.merge(choice => field == 'colours' ? colour(text.strip) : text.strip)
                                     end)
          end
        end

        # Swatches are kept as #rrggbb; colours can be typed by name.
        def self.colour(text)
          Colours.drawn(text) ||
            raise(Error.new(Wording[:text_is_no_colour_that_is_known, text: text[0, 60]],
                            remedy: Nearest.remedy(text[0, 60], Colours.names) || Wording[:write_it_as_rrggbb]))
        end
        private_class_method :colour

        # Sets one of +field+ (when, least, most, choices) of the narrowing with a number, which is added where there is none yet.
        def self.set_narrowing(family, form:, place:, number:, field:, text:)
          FormTree.refuse_unknown(field, NARROWED)
          FormTree.on_field(family, form, place) do |own|
            at = Integer(number.to_s, 10, exception: false)
            FormTree.stray("#{place}, narrowing #{number}") unless at&.between?(0, own.narrowings.size)
            list = own.narrowings + (at == own.narrowings.size ? [Form::Narrowing.new] : [])
            given = field == 'choices' ? FormTree.listed(text) : text.strip
            own.with(narrowings: list.each_with_index.map { |one, index| index == at ? one.with(narrowed(field) => given) : one })
          end
        end

        # Removes the narrowing with a number.
        def self.remove_narrowing(family, form:, place:, number:)
          FormTree.on_field(family, form, place) do |own|
            own.with(narrowings: own.narrowings.each_with_index.reject { |_, index| index.to_s == number.to_s }.map(&:first))
          end
        end

        def self.narrowed(field) = field == 'when' ? :condition : field.to_sym
        private_class_method :narrowed
      end
    end
  end
end
