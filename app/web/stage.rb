# frozen_string_literal: true

module VastLattice
  module Web
    # One of the seven stages of a family, in the order of work: the verb, the trade term beside it, what is
    # counted in the strip, and in words what one does there.
    class Stage < Value.with(:verb, :term, :number, :counted, :words)
      ALL = [
        ['shape', 'parts and features', ->(family) { family.features.size + family.parts.size + family.components.size },
         'Parts of plate, sheet, bar or turned stock, and the features on them. Dimensions are numbers, names or formulas.'],
        ['name', 'parameters', ->(family) { family.parameters.size },
         'Every named value: what it may be, and who decides it.'],
        ['vary', 'variant tables', ->(family) { family.tables.sum { |table| table.rows.size } },
         'Tables of variants, a row for each, as in a spreadsheet.'],
        ['rule', 'conditional rules', ->(family) { family.rules.size + family.rule_tables.size },
         'What follows when something holds: values, states, limits, messages.'],
        ['guide', 'input forms', ->(family) { family.forms.size },
         'Forms by which others configure the family without touching it.'],
        ['prove', 'lattice and checks', lambda(&:variant_count),
         'All features over all variants in one picture, and whatever is wrong.'],
        ['release', 'results and files', nil,
         'Drawings, lists and files.']
      ].each_with_index.map do |(verb, term, counted, words), index|
        new(verb: verb, term: term, number: index + 1, words: words, counted: counted && Ractor.make_shareable(counted))
      end.freeze

      def self.find(verb) = ALL.find { |stage| stage.verb == verb }

      def title = "#{verb.capitalize}: #{term}"
      def count(family) = counted&.call(family)
    end
  end
end
