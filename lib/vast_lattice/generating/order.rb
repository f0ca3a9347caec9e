# frozen_string_literal: true

module VastLattice
  module Generating
    # What is wanted: +results+ [[name of a format, its options], …], of +which+ variants ("all" or "valid"), as far as they are +within+
    # rows of tables ({table => "SF-1*, SF-2000"}: names with commas, a star stands for any letters), and how files are called (+pattern+).
    class Order < Value.with(:results, which: 'all', within: {}, pattern: '{variant}-{result}')
      WHICH = { 'all' => 'all variants', 'valid' => 'those without errors' }.freeze

      # From plain form. Raises Error for what there is not.
      def self.read(tree)
        results = Array(tree['results']).map { |one| one.is_a?(Hash) ? [one['name'].to_s, texts(one['options'])] : [one.to_s, {}] }
        raise Error.new(Wording[:no_result_is_chosen], remedy: Wording[:choose_one_or_more_results]) if results.empty?

        which = tree.fetch('which', 'all').to_s
        unless WHICH.key?(which)
          raise Error.new(Wording[:there_is_no_kind_name, kind: 'choice of variants', name: which],
                          remedy: Nearest.remedy(which, WHICH.keys, kind: 'choice'))
        end

        pattern = tree['pattern'].to_s.strip
        new(results: results.map { |name, options| format(name, options) }.uniq, which: which, within: within(tree['within']),
            **(pattern.empty? ? {} : { pattern: pattern }))
      end

      # Texts by table, without those that keep all.
      def self.within(given)
        texts(given).transform_values(&:strip).reject { |_, text| text.empty? }
      end

      # Texts by name, whatever was given.
      def self.texts(given)
        given.is_a?(Hash) ? given.to_h { |name, text| [name.to_s, Array(text).join(', ')] } : {}
      end

      # A format that is made of single variants, with all its options. Raises Error.
      def self.format(name, options)
        format = Results::FORMATS.fetch(name)
        unless format.made_from == :variant
          raise Error.new(Wording[:result_is_not_of_single_variants, result: name], remedy: Wording[:choose_one_or_more_results])
        end

        [name, format.chosen(options)]
      end
      private_class_method :within, :texts, :format

      def to_tree
        { 'results' => results.map { |name, options| { 'name' => name, 'options' => options } }, 'which' => which, 'within' => within,
          'pattern' => pattern }
      end
    end
  end
end
