# frozen_string_literal: true

module VastLattice
  module Quantities
    # One part number, one thing: what of a product has the number of something else in it.
    class PartNumbers
      # Findings of level error of an Outcome, one for each number that several different things have.
      def self.findings(outcome) = outcome.plan.family.components.empty? ? [] : new(outcome).findings

      # {part number => {what it is made of => the first Position of that}} of all components in an Outcome.
      def self.of(outcome)
        numbered = PartsList.new(outcome).indented.reject { |one| one.part? || one.part_number.to_s.empty? }
        numbered.group_by(&:part_number).transform_values { |same| same.group_by(&:made).transform_values(&:first) }
      end

      def initialize(outcome)
        @outcome = outcome
      end

      def findings
        PartNumbers.of(@outcome).select { |_, things| things.size > 1 }.map { |number, things| PartNumbers.finding(number, things.values) }
      end

      def self.mass(mass) = Undefined.text(mass) { "#{Units::Format.number(mass.round(3))} kg" }
      private_class_method :mass

      # What is told of different Positions with one number; +where+ says of each where it is, by default its first path.
      def self.finding(number, positions, where: positions.map { |one| one.names.first })
        told = positions.zip(where).first(3).map { |one, at| "#{at} (#{mass(one.mass)}#{", #{one.price}" unless one.price.empty?})" }
        family = positions.first.family
        Finding.new(code: :number_shared, level: :error, place: Place.at('components', Name.read(positions.first.names.first).first),
                    wording: Wording[:number_is_the_part_number_of_different_things, number: number, things: Wording.both(told)],
                    advice: Wording[:put_what_differs_between_them_into_the_part, family: family])
      end
    end
  end
end
