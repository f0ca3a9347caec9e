# frozen_string_literal: true

module VastLattice
  module Storage
    # Plans of stored families, kept while their version lasts.
    class Plans
      MOST = 64

      def initialize
        @plans = {}
        @mutex = Mutex.new
      end

      # The plan of a FamilyRecord; the block compiles it when it is not known yet.
      def fetch(record)
        key = [record.id, record.version]
        @mutex.synchronize { @plans[key] } || yield.tap { |plan| keep(key, plan) }
      end

      # Remembers a plan that is compiled already.
      def keep(key, plan)
        @mutex.synchronize do
          @plans[key] = plan
          @plans.shift while @plans.size > MOST
        end
      end
    end
  end
end
