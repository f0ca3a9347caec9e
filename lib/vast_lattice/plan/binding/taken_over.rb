# frozen_string_literal: true

module VastLattice
  class Plan
    # What a plan may take over from that of an earlier edition.
    module TakenOver
      private

      def cells_alone?(before, family)
        return false unless before.lists.empty? && placed.all.empty?

        others = Family.fields.keys - [:tables]
        others.all? { |field| family.public_send(field).equal?(before.family.public_send(field)) } &&
          family.tables.size == before.family.tables.size && family.tables.zip(before.family.tables).all? do |now, then_|
                                                               same_frame?(now, then_)
                                                             end
      end

      # Whether it is the same family, and all that it reads of its components and gives them is there as it was.
      def inside_alone?(before, family)
        return false unless family.equal?(before.family) && @also.empty? && placed.findings.empty?
        return false if placed.all.empty? || before.placed.findings.any? || family.base

        same = placed.all.zip(before.placed.all).all? { |one, other| one.plan.family.tables.equal?(other.plan.family.tables) }
        same && before.symbols.ports.alike?(Ports.new(family, placed))
      end

      # Whether two tables differ in cells alone.
      def same_frame?(one, other)
        one.equal?(other) || (one.name == other.name && one.columns.equal?(other.columns) && one.default_row == other.default_row &&
          one.rows.size == other.rows.size && one.rows.zip(other.rows).all? { |row, before| row.equal?(before) || row.name == before.name })
      end

      # Solids depend on what the parts say and on the numbers that they are remembered by.
      def same_shapes?(other)
        %i[parts parameters materials components models].all? { |list| family.public_send(list).equal?(other.public_send(list)) } &&
          family.variant_tables.size == other.variant_tables.size
      end
    end
  end
end
