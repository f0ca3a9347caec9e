# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads what opts out of sets of rules.
    class OptOutBinder
      def initialize(family, reader)
        @reader = reader
        @read = family.opt_outs.to_h { |own| [own, RowReader.new(family, reader).read(own.rows, Place.at('opt_outs', own.name))] }
        family.opt_outs.each { |own| refuse_stranger(family, own) }
      end

      # Rows by the numbers of their tables, for which the rules of a set do not apply.
      def rows_of(set)
        return [] if set.empty?

        @read.select { |own, rows| own.from?(set) && own.subject.empty? && rows }.values
      end

      private

      def refuse_stranger(family, own)
        return if own.subject.empty? || family.feature(own.subject) || family.part(own.subject)

        known = (family.parts + family.features).map(&:name)
        @reader.missing(own.subject, Wording[:there_is_no_part_or_feature_subject, subject: own.subject], Place.at('opt_outs', own.name),
                        known, kind: 'part or feature')
      end
    end
  end
end
