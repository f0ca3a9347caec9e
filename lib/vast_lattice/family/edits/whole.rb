# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of what a family says of itself.
      module Whole
        FIELDS = %w[name code group note currency base_price].freeze

        # Sets its name, code, group, note, currency or base price; only the name must not be blank.
        def self.set_family(family, field:, text:)
          unless FIELDS.include?(field)
            raise Error.new("A family has no #{field} that could be set.", remedy: Nearest.remedy(field, FIELDS, kind: 'field'))
          end

          refuse_currency(text.strip) if field == 'currency'
          family.with(field.to_sym => field == 'name' ? Edits.checked_title(text, 'family') : text.strip)
        end

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
