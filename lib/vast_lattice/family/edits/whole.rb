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
            raise Error.new("A family has no #{field} that could be set.", remedy: Nearest.remedy(field, FIELDS, kind: 'field'))
          end

          refuse_currency(text.strip) if field == 'currency'
          Units::Display.checked(text.strip) if field == 'display'
          family.with(field.to_sym => field == 'name' ? Edits.checked_title(text, 'family') : text.strip)
        end

        # Bases it on another family, by its name: from then on it takes what changes there.
        def self.base_on(family, base:)
          raise Error.new('A family cannot be based on itself.', remedy: 'Choose another one.') if base.casecmp?(family.name)

          family.with(base: Base.new(family: Edits.checked_title(base, 'family')))
        end

        # Takes elements that its base has no more for its own: their keys.
        def self.keep_as_own(family, differences:)
          raise Error.new('It is based on nothing.', remedy: 'Load the page again.') unless family.base

          family.with(base: family.base.with(lost: family.base.lost - Array(differences)))
        end

        # Lets it stand alone, as it is.
        def self.leave_base(family) = family.with(base: nil)

        def self.refuse_currency(text)
          known = Units::CURRENCIES.map(&:base_unit)
          return if text.empty? || known.include?(text)

          raise Error.new("\"#{text}\" is no currency that is known here.", remedy: "Choose #{known.join(', ')}, or none.")
        end
        private_class_method :refuse_currency
      end
    end
  end
end
