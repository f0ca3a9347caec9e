# frozen_string_literal: true

module VastLattice
  module Storage
    # An edit that would bring errors into documents that use the changed one.
    class Used < Refused
    end
  end
end
