# frozen_string_literal: true

module VastLattice
  # What the shop works with: which tools it has, how long each kind of operation takes and what an hour of it costs, and which bars it
  # buys. A house has one; a family may say otherwise for itself.
  #
  # +rates+ are Rates by kind of operation; +tools+ {kind => sizes in mm}, where none are listed any will do; +bars+ lengths of stock bars
  # and +saw+ the width of a cut, mm; +currency+ that of costs.
  class Workshop < Value.with(rates: [], tools: {}, bars: [], saw: nil, currency: '')
    extend TreeForm

    # A kind of operation: what it is called, the +verb+ of its tool ("drill"), and by how much a tool goes past the far side of what it
    # goes through: mm, and part of its diameter.
    Operation = Struct.new(:name, :title, :tool, :past, :past_share)

    # In the order of making. A drill of 118° has a tip as long as 0.3 of its diameter; the rest is common practice, no source.
    OPERATIONS = [['saw', 'Saw', nil, 0.0, 0.0], ['laser', 'Cut by laser', nil, 0.0, 0.0], ['turn', 'Turn', nil, 0.0, 0.0],
                  ['mill', 'Mill', 'milling cutter', 1.0, 0.0], ['drill', 'Drill', 'drill', 0.5, 0.3],
                  ['counterbore', 'Counterbore', 'counterbore', 0.0, 0.0], ['countersink', 'Countersink', 'countersink', 0.0, 0.0],
                  ['tap', 'Tap', 'tap', 1.0, 0.0], ['engrave', 'Engrave', nil, 0.0, 0.0], ['bend', 'Bend', 'die', 0.0, 0.0],
                  ['weld', 'Weld on', nil, 0.0, 0.0], ['fix', 'Fix', nil, 0.0, 0.0], ['rule', 'By rule', nil, 0.0, 0.0]]
                 .to_h { |about| [about.first, Operation.new(*about)] }.freeze

    def self.nested = { rates: Rate }

    # The Rate of a kind of operation; one that takes no time where nothing is said.
    def rate(kind) = rates.find { |rate| rate.kind == kind } || Rate.new(kind: kind)

    # Sizes of tools of a kind, mm; nil where any will do.
    def sizes(kind) = tools[kind].to_a.empty? ? nil : tools[kind]

    # The same, with what another one says of a kind, a tool or the bars in its place.
    def with_own(other)
      return self if other.nil?

      kinds = (rates + other.rates).map(&:kind).uniq
      with(rates: kinds.map { |kind| rate(kind).with_own(other.rate(kind)) },
           tools: tools.merge(other.tools.reject { |_, sizes| sizes.empty? }), bars: other.bars.empty? ? bars : other.bars,
           saw: other.saw || saw, currency: other.currency.empty? ? currency : other.currency)
    end

    RATES = [['saw', 1.5, 0.0, 48.0], ['laser', 0.4, 3000.0, 110.0], ['turn', 1.0, 120.0, 65.0], ['mill', 0.8, 400.0, 70.0],
             ['drill', 0.2, 150.0, 52.0], ['counterbore', 0.2, 100.0, 52.0], ['countersink', 0.15, 100.0, 52.0],
             ['tap', 0.3, 200.0, 52.0], ['engrave', 0.5, 600.0, 60.0], ['bend', 0.5, 0.0, 62.0], ['weld', 3.0, 0.0, 58.0],
             ['fix', 1.0, 0.0, 42.0]].freeze
    DRILLS = [*(2..26).map { |half| half / 2.0 }, 3.3, 4.2, 5.3, 6.6, 6.8, 8.4, 10.2, 13.5, 14.0, 15.0, 16.0, 17.5, 18.0, 20.0].sort.freeze
    private_constant :RATES, :DRILLS

    # Where a house says nothing: common practice, no source; the diameters of drills are those that hardware is drilled with.
    USUAL = new(rates: RATES.map { |kind, each, feed, hour| Rate.new(kind: kind, each: each, feed: feed, hour: hour) },
                tools: { 'drill' => DRILLS, 'mill' => [3.0, 4.0, 5.0, 6.0, 8.0, 10.0, 12.0, 16.0, 20.0],
                         'bend' => [0.5, 1.0, 1.5, 2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0, 10.0] },
                bars: [6000.0], saw: 3.0, currency: 'EUR')
  end
end
