# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of what a family says of itself.
      module Whole
        FIELDS = %w[name code group note].freeze

        # Sets its name, code, group or note; only the name must not be blank.
        def self.set_family(family, field:, text:)
          unless FIELDS.include?(field)
            raise Error.new("A family has no #{field} that could be set.", remedy: Nearest.remedy(field, FIELDS, kind: 'field'))
          end

          family.with(field.to_sym => field == 'name' ? Edits.checked_title(text, 'family') : text.strip)
        end
      end
    end
  end
end
