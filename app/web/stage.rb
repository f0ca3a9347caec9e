# frozen_string_literal: true

module VastLattice
  module Web
    # One of the seven stages of a family, in the order of work: the verb, the trade term beside it, and
    # what is counted in the strip.
    class Stage < Value.with(:verb, :term, :number, :counted)
      ALL = [
        ['shape', 'parts and features', ->(family) { family.features.size + family.parts.size }],
        ['name', 'parameters', ->(family) { family.parameters.size }],
        ['vary', 'variant tables', ->(family) { family.tables.sum { |table| table.rows.size } }],
        ['rule', 'conditional rules', ->(family) { family.rules.size + family.rule_tables.size }],
        ['guide', 'input forms', ->(family) { family.forms.size }],
        ['prove', 'lattice and checks', lambda(&:variant_count)],
        ['release', 'results and files', nil]
      ].each_with_index.map do |(verb, term, counted), index|
        new(verb: verb, term: term, number: index + 1, counted: counted && Ractor.make_shareable(counted))
      end.freeze

      # What one does there, for those who see the program for the first time.
      WORDS = {
        'shape' => 'Parts of plate, sheet, bar or turned stock, and the features on them. Dimensions are numbers, names or formulas.',
        'name' => 'Every named value: what it may be, and who decides it.',
        'vary' => 'Tables of variants, a row for each, as in a spreadsheet.',
        'rule' => 'What follows when something holds: values, states, limits, messages.',
        'guide' => 'Forms by which others configure the family without touching it.',
        'prove' => 'All features over all variants in one picture, and whatever is wrong.',
        'release' => 'Drawings, lists and files.'
      }.freeze

      def self.find(verb) = ALL.find { |stage| stage.verb == verb }

      def title = "#{verb.capitalize}: #{term}"
      def count(family) = counted&.call(family)
    end
  end
end
