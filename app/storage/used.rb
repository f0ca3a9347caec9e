# frozen_string_literal: true

module VastLattice
  module Storage
    # An edit that would bring errors into documents that use the changed one.
    class Used < Refused
      # Whether it can be taken out there, too.
      attr_reader :along

      def initialize(findings, along: false)
        super(findings)
        @along = along
      end
    end
  end
end
