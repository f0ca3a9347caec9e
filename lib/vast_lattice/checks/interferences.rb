# frozen_string_literal: true

module VastLattice
  module Checks
    # Where things run into each other over the variants of a family, pair by pair, with what allows it.
    class Interferences
      # Work of one look, in points of Geometry::Work; at least one variant is looked at.
      WORK = 60_000

      def initialize(plan)
        @plan = plan
        @variants = Variants::All.new(plan)
      end

      # Plain form of what is found from a variant on (its number, from 0): "variants" that there are, "looked" how many were looked
      # at, "next" where to go on (null at the end), and "found".
      def to_tree(from: 0)
        points = 0
        number = from
        found = []
        while number < size && (number == from || points < WORK)
          list, taken = Geometry::Work.counted { in_variant(@variants.at(number)) }
          points += taken
          found.concat(list)
          number += 1
        end
        { 'variants' => size, 'looked' => number - from, 'next' => (number if number < size), 'found' => found }
      end

      # What is found in one Result, in plain form: the worst first, each pair once for all instances.
      def self.of(result)
        allowances = result.outcome.plan.allowances
        pairs = result.interferences.group_by { |found| [found.kind, found.plain_names] }
        pairs.map { |(kind, names), same| tree(kind, names, same, allowances) }
      end

      # Pairs over all variants that may not be: {[kind, names] => [[variant, volume in mm3], …]}.
      def disputed
        pages = [to_tree]
        pages << to_tree(from: pages.last['next']) while pages.last['next']
        open = pages.flat_map { |page| page['found'] }.reject { |one| one['allowed'] }
        open.group_by { |one| one.values_at('kind', 'names') }
            .transform_values { |same| same.map { |one| one.values_at('variant', 'volume') } }
      end

      private

      def size = [@variants.size, Variants::All::MOST].min

      def in_variant(variant)
        Interferences.of(variant.result).map { |one| one.merge('variant' => variant.name, 'rows' => variant.rows) }
      end

      def self.tree(kind, names, same, allowances)
        allowed = allowances.find { |own| own.covers?(names) }
        { 'kind' => kind.to_s, 'names' => names, 'volume' => same.sum(&:volume).round(3), 'times' => same.size,
          'at' => same.first.centre.map { |part| part.round(3) }, 'paths' => same.first.names,
          'allowed' => allowed && { 'name' => allowed.name, 'reason' => allowed.reason } }
      end
      private_class_method :tree
    end
  end
end
