# frozen_string_literal: true

module VastLattice
  class Outcome
    # The texts of an Outcome's values, and in which units they are shown; a part of it.
    module Shown
      # The value as text, with its unit.
      def text(name)
        found = plan.symbols[name]
        found ? text_of(found) : Array(inside(Name.read(name)) { |own, rest| own.shown_as(@display).text(rest) }).uniq.join(', ')
      end

      # The same of a Target; of one that has a value for each instance, that at +position+ alone if there is one.
      def text_of(target, position = nil)
        return target.text(values[target.index][position], shown_in(target)) if position && values[target.index].is_a?(Array)
        return 'does not apply' unless applies?(target)

        target.kind == :row && values[target.index].nil? ? 'none' : target.text(values[target.index], shown_in(target))
      end

      # The unit in which a target is shown: as the outcome was asked to be, else the display unit of a picked row, else as the family
      # says.
      def shown_in(target)
        return target.unit unless target.type.number?
        return @display.shown(target.unit) if @display

        display_units.fetch(target.type.dimension) { plan.display.shown(target.unit) }
      end

      # The same outcome in the units of a Units::Display; itself, where there is none or it says nothing.
      def shown_as(display) = display&.any? ? dup.tap { |copy| copy.asked(display) } : self

      # Whether it is shown in units that were asked for.
      def asked? = !@display.nil?

      # The Units::Display for facts and drawings.
      def display = @display || plan.display

      # {dimension => Unit} by the picked rows.
      def display_units
        @display_units ||= plan.display_columns.filter_map do |table, column|
          text = row_of(table)&.cell(column.target).to_s
          Units[text] if !text.empty? && Units.unit?(text)
        end.to_h { |unit| [unit.dimension, unit] }
      end

      protected

      def asked(display)
        @display = display
        @findings = @placings = nil
      end
    end
  end
end
