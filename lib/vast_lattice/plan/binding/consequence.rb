# frozen_string_literal: true

module VastLattice
  class Plan
    # What an effect comes down to once it is checked. The programs know only these seven. +place+ is where its formulas
    # stand (of a limit, without the key least or most).
    module Consequence
      # Decides a target: +value+ is a Typed tree.
      class Decision < Value.with(:target, :value, place: nil)
      end

      # Narrows the limits of a target: +least+, +most+ and +step+ are Typed or nil.
      class Limit < Value.with(:target, least: nil, most: nil, step: nil, place: nil)
      end

      # Narrows the choices of a target: +values+ as the program holds them.
      class Offer < Value.with(:target, :values)
      end

      # Narrows what is measured (a Plan::Measured): +least+ and +most+ are Typed or nil.
      class MeasuredLimit < Value.with(:measured, least: nil, most: nil, place: nil)
      end

      # Adds a line to a list: +list+ price or operation; +amount+ is Typed money for a price. It is +late+ where the amount
      # depends on what is measured on the finished shape.
      class Line < Value.with(:list, :text, amount: nil, place: nil, late: false)
      end

      # Writes a label or a property: +pattern+ is a LabelPattern.
      class Label < Value.with(:name, :pattern, place: nil)
      end

      # Says something: +level+ :error or :warning.
      class Notice < Value.with(:level, :text)
      end
    end
  end
end
