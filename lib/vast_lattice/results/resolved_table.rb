# frozen_string_literal: true

module VastLattice
  module Results
    # Every variant with its values, states, mass and findings.
    class ResolvedTable < Format
      KINDS = { 'csv' => ['values, states, mass of every variant, and whether it is valid', 'text/csv'],
                'json' => ['the same, with deciders and findings', 'application/json'] }.freeze
      ONLY = Option.new('only', 'Choice of variants', { 'all' => 'all variants', 'valid' => 'without what is not valid' })

      def initialize(ending)
        note, type = KINDS.fetch(ending)
        super("variants.#{ending}", title: 'Resolved table', note: note, made_from: :variants, media_type: type, options: [ONLY])
      end

      def write(subject, options)
        table = Exchange::VariantsCSV.new(subject.plan, verdicts: subject.verdicts, only_valid: options['only'] == 'valid')
        ending == 'csv' ? table.to_csv : JSON.pretty_generate(table.to_list)
      end
    end
  end
end
