# frozen_string_literal: true

module VastLattice
  module Results
    # Every variant with its values, states, mass and findings.
    class ResolvedTable < Format
      NOTES = { 'csv' => 'values, states, mass of every variant, and whether it is valid',
                'json' => 'the same, with deciders and findings' }.freeze
      ONLY = Option.new('only', 'Choice of variants', { 'all' => 'all variants', 'valid' => 'without what is not valid' })

      def self.all = for_endings('variants', NOTES, title: 'Resolved table', made_from: :variants, options: [ONLY])

      def write(subject, options)
        table = Exchange::VariantsCSV.new(subject.plan, verdicts: subject.verdicts, only_valid: options['only'] == 'valid')
        ending == 'csv' ? table.to_csv : JSON.pretty_generate(table.to_list)
      end
    end
  end
end
