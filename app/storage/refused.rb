# frozen_string_literal: true

module VastLattice
  module Storage
    # An edit that would bring errors into a family; +findings+ say which. Nothing was stored.
    class Refused < Error
      SHOWN = 3

      attr_reader :findings

      # +patch+ is what the edit changes: what it would break elsewhere is named by its place, first of all.
      def initialize(findings, patch = nil)
        elsewhere = patch.respond_to?(:touches?) ? findings.reject { |finding| patch.touches?(finding.place) } : []
        @findings = elsewhere | findings
        first = @findings.first
        super([broken(elsewhere), first.message].compact.join(' '), remedy: first.remedy)
      end

      def to_tree
        super.merge('problems' => findings.map { |finding| { 'message' => finding.message, 'text' => finding.to_s } })
      end

      private

      # "It would break rule Heavy, when; form Order, page 1 and 2 more. There:"
      def broken(findings)
        places = findings.map { |finding| finding.place.to_s }.uniq
        return if places.empty?

        more = " and #{places.size - SHOWN} more" if places.size > SHOWN
        "It would break #{places.first(SHOWN).join('; ')}#{more}. #{places.one? ? 'There' : 'In the first'}:"
      end
    end
  end
end
