# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of what a family says of itself.
      module Whole
        FIELDS = %w[name code group note currency base_price display].freeze

        # Sets its name, code, group, note, currency, base price or display; only the name must not be blank.
        def self.set_family(family, field:, text:)
          unless FIELDS.include?(field)
            raise Error.new(Wording[:a_family_has_no_field_that_could, field: field], remedy: Nearest.remedy(field, FIELDS, kind: 'field'))
          end

          refuse_currency(text.strip) if field == 'currency'
          Units::Display.checked(text.strip) if field == 'display'
          family.with(field.to_sym => field == 'name' ? Edits.checked_title(text, 'family') : text.strip)
        end

        # Names a colour (#rrggbb, or one that everybody knows); nothing takes the name away.
        def self.set_colour(family, name:, text:)
          name = Edits.checked_title(name, 'colour')
          named = family.colours.keys.find { |own| own.casecmp?(name) } || name
          return family.with(colours: family.colours.except(named)) if text.strip.empty?

          drawn = Colours.drawn(text.strip)
          raise Error.new(Wording[:text_is_no_colour_that_is_known, text: text[0, 60]], remedy: Wording[:write_it_as_rrggbb]) unless drawn

          family.with(colours: family.colours.merge(named => drawn))
        end

        # Bases it on another family, by its name: from then on it takes what changes there.
        def self.base_on(family, base:)
          raise Error.new(Wording[:a_family_cannot_be_based_on_itself], remedy: Wording[:choose_another_one]) if base.casecmp?(family.name)

          family.with(base: Base.new(family: Edits.checked_title(base, 'family')))
        end

        # Takes elements that its base has no more for its own: their keys.
        def self.keep_as_own(family, differences:)
          raise Error.new(Wording[:it_is_based_on_nothing], remedy: Wording[:load_the_page_again]) unless family.base

          family.with(base: family.base.with(lost: family.base.lost - Array(differences)))
        end

        # Lets it stand alone, as it is.
        def self.leave_base(family) = family.with(base: nil)

        def self.refuse_currency(text)
          known = Units::CURRENCIES.map(&:base_unit)
          return if text.empty? || known.include?(text)

          raise Error.new(Wording[:text_is_no_currency_that_is_known, text: text], remedy: Wording[:choose_choice_or_none, choice: known])
        end
        private_class_method :refuse_currency
      end
    end
  end
end
