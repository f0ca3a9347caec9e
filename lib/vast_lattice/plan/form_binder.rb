# frozen_string_literal: true

module VastLattice
  class Plan
    # Checks that forms ask for parameters that exist, with controls that suit them, and reads their conditions.
    class FormBinder
      # [[form, numbers, :shown or :locked], Typed], as FormProgram takes them.
      attr_reader :conditions

      # +items+ are the bound targets, +lists+ as in Program.
      def initialize(family, reader, items, lists)
        @family = family
        @items = items
        @lists = lists
        @symbols = reader.symbols
        @reader = Reader.new(@symbols)
        @conditions = []
        family.forms.each { |form| bind(form) }
      end

      # The findings of all forms.
      def findings = @reader.findings

      private

      def bind(form)
        form.fields.group_by { |field| field.ask.downcase }.each_value { |same| asked_twice(form, same) if same.size > 1 }
        form.placed.each do |numbers, item|
          check(form, item) if item.is_a?(Family::Form::Field)
          condition(form, numbers, :shown, item.shown_when)
          condition(form, numbers, :locked, item.locked_when) if item.is_a?(Family::Form::Field)
        end
      end

      def asked_twice(form, same)
        place = Place.at('forms', form.name, same.last.ask)
        @reader.find(:warning, :asked_twice, "#{same.first.ask} is asked for #{same.size} times.", place, 'Ask once.')
      end

      # A slider from its least on by its step that does not come to its most.
      def misses(field, target, place)
        return unless field.control == 'slider'

        item = @items[target.index]
        least, most = item.fixed_limits(@lists)
        step = Formula.value(item.step, @lists) if item.step&.constant?
        return unless least && most && step&.positive?
        return if Limits.on_a_step?(most, step, least)

        @reader.find(:note, :slider_misses, "By steps of #{target.text(step)} from #{target.text(least)} the slider of #{target.name} " \
                                            "never comes to #{target.text(most)}.", place, 'Change the step or a limit.')
      end

      def condition(form, numbers, what, text)
        return if text.to_s.strip.empty?

        typed = @reader.condition(text, Place.at('forms', form.name, *Family::Form.path(numbers), "#{what}_when"))
        @conditions << [[form.name, numbers, what], typed] if typed
      end

      def check(form, field)
        place = Place.at('forms', form.name, field.ask)
        target = @reader.target(field.ask, place) or return
        return unless field.control

        control = Family::CONTROLS.fetch(field.control)
        return misses(field, target, place) if control.suits?(target.subject)

        @reader.error(:unsuitable_control, "A #{control.title} cannot ask for #{target.name}.", place, 'Choose another control.')
      rescue Registry::Unknown => e
        @reader.error(:unknown_kind, e.message, place, e.remedy)
      end
    end
  end
end
