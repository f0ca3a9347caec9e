# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A turned part: steps along its axis, cylindrical or tapered, with bores from its ends.
      module Turned
        extend Kind

        DIAMETER = Family::Measure.new(name: 'diameter', label: 'diameter', begins: '30 mm')
        END_DIAMETER = Family::Measure.new(name: 'end_diameter', label: 'diameter at its end', optional: true, hint: 'the same')
        LISTS = { 'steps' => [Family::Measure.new(name: 'length', label: 'length', begins: '40 mm'), DIAMETER, END_DIAMETER].freeze,
                  'bores' => [Family::Measure.new(name: 'from', label: 'from', kind: 'choice', choices: %w[left right], default: 'left'),
                              DIAMETER.with(begins: '10 mm'),
                              Family::Measure.new(name: 'depth', label: 'depth', optional: true, hint: 'through'),
                              END_DIAMETER].freeze }.freeze

        def self.name = 'turned'
        def self.title = 'Turned'
        def self.outlines = ['steps']
        def self.dimensions(_outline) = []
        def self.lists(_outline) = LISTS

        def self.first_items(_outline) = { 'steps' => [Family::Measure.beginnings(LISTS['steps'])] }

        def self.draft(stock, _outline, numbers)
          steps = entries(stock, 'steps', numbers)
          raise Impossible.new(Wording[:a_turned_part_needs_at_least_one], remedy: Wording[:add_a_step]) if steps.empty?

          at = 0.0
          outer = steps.map do |step|
            from = at
            at += step['length']
            [from, at, step['diameter'] / 2, (step['end_diameter'] || step['diameter']) / 2]
          end
          draft = Drafts::TurnedDraft.new(outer, entries(stock, 'bores', numbers).map { |bore| bore(bore, at) })
          # Tells when a bore leaves no wall.
          draft.turn_down(0.0, at, outer.flat_map { |step| step.last(2) }.max)
          draft
        end

        def self.entries(stock, list, numbers)
          stock.list(list).each_index.map do |index|
            LISTS[list].to_h do |measure|
              [measure.name, numbers["#{list}.#{index}.#{measure.name}"]]
            end
          end
        end
        private_class_method :entries

        def self.bore(bore, length)
          depth = [bore['depth'] || length, length].min
          radii = [bore['diameter'] / 2, (bore['end_diameter'] || bore['diameter']) / 2]
          bore['from'] == 'left' ? [0.0, depth, *radii] : [length - depth, length, *radii.reverse]
        end
        private_class_method :bore
      end
    end
  end
end
