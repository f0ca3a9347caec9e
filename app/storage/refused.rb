# frozen_string_literal: true

module VastLattice
  module Storage
    # An edit that would bring errors into a family; +findings+ say which. Nothing was stored.
    class Refused < Error
      attr_reader :findings

      def initialize(findings)
        @findings = findings
        super(findings.first.message, remedy: findings.first.remedy)
      end

      def to_tree
        super.merge('problems' => findings.map { |finding| { 'message' => finding.message, 'text' => finding.to_s } })
      end
    end
  end
end
