# frozen_string_literal: true

module VastLattice
  module Exchange
    # A lattice as a Sheet: parts and features down, variants across, each cell a state and its decider in words.
    module LatticeSheet
      WORDS = Variants::Lattice::STATES.invert.freeze
      DECIDERS = Variants::Lattice::DECIDERS.invert.freeze

      def self.write(lattice)
        rows = lattice.lines.map do |line|
          cells = line.states.each_char.zip(line.deciders.each_char).map do |state, decider|
            "#{WORDS.fetch(state)} by #{DECIDERS.fetch(decider)}"
          end
          [line.name, line.part ? 'part' : 'feature', line.tier, *cells]
        end
        Sheet.new('lattice', [['name', 'kind', 'tier', *lattice.names], *rows])
      end
    end
  end
end
