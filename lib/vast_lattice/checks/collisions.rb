# frozen_string_literal: true

module VastLattice
  module Checks
    # Labels that two variants share although they must be unique: part numbers.
    class Collisions
      UNIQUE = %w[part_number].freeze

      # +tick+ as of Sweep.
      def initialize(plan, tick: nil)
        @plan = plan
        @tick = tick
      end

      # Findings, one for each label that is used twice.
      def findings = found.map(&:finding)

      # The same as Gathering::Found values.
      def found
        doubles.flat_map { |name, labels| labels.map { |label, variants| collision(name, label, variants) } }
      end

      # {name of a pattern => the texts that several variants share}
      def doubled = doubles.transform_values { |labels| labels.keys.to_set }

      private

      def doubles
        @doubles ||= @plan.runnable? ? (UNIQUE & @plan.family.patterns.keys).to_h { |name| [name, shared(name)] } : {}
      end

      # {text => the variants that share it}
      def shared(name)
        by_label = Sweep.new(@plan, tick: @tick).group_by { |variant| variant.outcome.labels[name] }
        by_label.transform_values { |same| same.uniq(&:name) }.select { |label, variants| label && variants.size > 1 }
      end

      def collision(name, label, variants)
        told = Finding.new(code: :label_collides, level: :error, place: Place.at('patterns', name),
                           wording: Wording[:variants_have_the_same_name_label,
                                            variants: variants.first(4).map(&:name), name: name.tr('_', ' '), label: label],
                           advice: Wording[:put_what_differs_between_them_into])
        Gathering::Found.new(finding: told, rows: variants.first.rows, count: variants.size)
      end
    end
  end
end
