# frozen_string_literal: true

module VastLattice
  class Plan
    # A value that a parameter takes from a registered Source: +value+ as the program holds it, with the +title+ and +key+ of the source,
    # +where+ it comes from and the +date+.
    class Sourced < Value.with(:value, :title, :key, :where, :date)
      # "Wind map (station 4, of 2026-12-01)"
      def called
        details = [where, ("of #{date}" unless date.to_s.empty?)].reject { |part| part.to_s.empty? }
        details.empty? ? title : "#{title} (#{details.join(', ')})"
      end
    end
  end
end
