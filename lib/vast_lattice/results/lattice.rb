# frozen_string_literal: true

module VastLattice
  module Results
    # All states against all variants, of one table or over all together.
    class Lattice < Sheets
      TABLE = Format::Option.new('table', 'Table', nil)
      ABOUT = { title: 'Lattice', made_from: :variants, options: [TABLE] }.freeze

      def self.of(subject, options)
        table = subject.chosen(options['table'], subject.family.tables, 'table').first unless options['table'].empty?
        Variants::Lattice.new(subject.plan, table, subject.pick)
      end

      def initialize(kind) = super('lattice', kind, note: 'every feature in every variant', **ABOUT)
      def sheets(subject, options) = [Exchange::LatticeSheet.write(Lattice.of(subject, options))]

      # The same as a picture.
      class Picture < Format
        def initialize = super('lattice.svg', note: 'every feature in every variant', **ABOUT)
        def write(subject, options) = Exchange::LatticePicture.new(Lattice.of(subject, options)).to_svg
      end
    end
  end
end
