# frozen_string_literal: true

module VastLattice
  class Plan
    # A field of a form that is read: +form+ its name, +numbers+ of its page, group and itself, the Target (nil where nothing is
    # asked), the Controls::Control, the Unit in which it is answered, and its own +least+, +most+, +step+ and +default+ as the
    # program holds them (nil where there is none). +order+ are all its choices as they stand in the form; +narrowings+ Narrowings;
    # +keys+ of a table's rows the titles of the columns by which they are found, by target. Amounts are +shown+ in another Unit, if
    # it has one; what is chosen is told by its own all the same.
    class FormField < Value.with(:form, :numbers, :field, target: nil, control: nil, unit: nil, least: nil, most: nil, step: nil,
                                                          default: nil, order: [], narrowings: [], keys: {}, shown: nil)
      # What a field leaves where its Typed +condition+ holds: Typed +least+ and +most+, values of +choices+, or nil each.
      class Narrowing < Value.with(:condition, least: nil, most: nil, choices: nil)
        def trees = [condition, least, most].compact
      end

      # Quick: its numbers tell it from others of its form.
      def hash = numbers.hash

      # Whether a person can answer it.
      def answered? = !target.nil? && !target.computed? && !sourced? && control&.name != 'readout'

      # Whether its value comes from a registered source.
      def sourced? = target.value? && !target.subject.source.empty?

      # Whether it asks for a number within a range, and not for one of its choices.
      def ranged? = target.type.number? && order.empty?

      # Where steps of its own begin; nil where it has none.
      def base = step && least

      # What is typed to get a value, in its unit; nil for what is undefined, '' for no row.
      def entry(value)
        return value.to_s if target.kind == :row
        return if Undefined.is?(value)

        return target.text(value) unless target.type.number?

        asked.equal?(unit) ? exact(value) : Units::Format.quantity(value, asked).delete_suffix(" #{asked}")
      end

      # The same with its unit, to the last digit: an answer wherever it is read.
      def answer(value) = target.type.number? ? "#{exact(value)} #{unit.symbol}".strip : entry(value)

      # The Unit in which a number without one is meant.
      def asked = shown && ranged? ? shown : unit

      # The same field in the units of a Units::Display.
      def in_units(display) = display.any? && target&.type&.number? ? with(shown: display.shown(unit)) : self

      # A value for people.
      def text(value)
        return value || 'none' if target.kind == :row

        target.text(value, target.type.number? ? shown || unit : target.unit)
      end

      # Its choices in order: [what is typed for one, what it is called].
      def options = order.map { |value| [entry(value), text(value)] }

      # Numbers from the form down, as text.
      def at = numbers.join('/')

      def title = field.label.empty? && target ? target.about.title : field.label

      def exact(value) = Units::Format.exact(Rounding.of(unit.from_base(value).to_f))
      private :exact

      # Where findings of it are.
      def place = field.asks? ? Place.at('forms', form, field.ask) : Place.at('forms', form, *Family::Form.path(numbers))
    end
  end
end
