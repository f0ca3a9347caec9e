# frozen_string_literal: true

module VastLattice
  module Lists
    # A column of a list: its +name+ in files, its +title+ and +unit+ for people, with how many +decimals+ its numbers are shown (nil for
    # texts) and whether with all of these (+fixed+), whether they are +summed+, and whether it is one of those that a new list begins
    # with (+usual+).
    class Column < Value.with(:name, :title, unit: '', decimals: nil, fixed: false, summed: false, usual: true)
      # With its other fields, one of texts, and one of numbers.
      def self.text(name, title, **more) = new(name: name, title: title, **more)
      def self.number(name, title, decimals, **more) = new(name: name, title: title, decimals: decimals, **more)

      # "Mass (kg)".
      def heading = unit.empty? ? title : "#{title} (#{unit})"

      def number? = !decimals.nil?

      # A value as people read it.
      def text(value)
        return value.to_s unless number? && value.is_a?(Numeric)

        Undefined.text(value) { fixed ? format("%.#{decimals}f", value) : Units::Format.number(value.round(decimals)) }
      end
    end
  end
end
