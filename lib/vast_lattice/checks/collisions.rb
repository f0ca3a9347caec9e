# frozen_string_literal: true

module VastLattice
  module Checks
    # Labels that two variants share although they must be unique: part numbers.
    class Collisions
      UNIQUE = %w[part_number].freeze

      def initialize(plan)
        @plan = plan
      end

      # Findings, one for each label that is used twice.
      def findings
        return [] unless @plan.runnable?

        (UNIQUE & @plan.family.patterns.keys).flat_map { |name| collisions(name) }
      end

      private

      def collisions(name)
        by_label = Sweep.new(@plan).group_by { |variant| variant.outcome.labels[name] }.transform_values { |same| same.uniq(&:name) }
        by_label.select { |label, variants| label && variants.size > 1 }.map do |label, variants|
          Finding.new(code: :label_collides, level: :error, place: Place.at('patterns', name),
                      message: "#{variants.first(4).map(&:name).join(', ')} have the same #{name.tr('_', ' ')}, #{label}.",
                      remedy: 'Put what differs between them into the pattern.')
        end
      end
    end
  end
end
