# frozen_string_literal: true

module VastLattice
  class Plan
    # Checks that forms ask for what exists, with controls that suit it, and reads their settings and conditions.
    class FormBinder
      # [[form, numbers, :shown or :locked], Typed], as FormProgram takes them; and {form => FormFields}.
      attr_reader :conditions, :fields

      # +bound+ is the Bound::Family, +lists+ as in Program.
      def initialize(family, reader, bound, lists)
        @family = family
        @bound = bound
        @lists = lists
        @symbols = reader.symbols
        @reader = Reader.new(@symbols)
        @conditions = []
        @fields = family.forms.to_h { |form| [form.name, bind(form)] }
        never_asked if family.forms.any?
      end

      # The findings of all forms.
      def findings = @reader.findings

      # Typed trees by which names are used.
      def trees = conditions.map(&:last) + @fields.values.flatten.flat_map(&:narrowings).flat_map(&:trees)

      private

      def bind(form)
        form.fields.select(&:asks?).group_by { |field| field.ask.downcase }.each_value { |same| asked_twice(form, same) if same.size > 1 }
        picture(form.picture, Place.at('forms', form.name))
        form.placed.filter_map do |numbers, item|
          place = Place.at('forms', form.name, *Family::Form.path(numbers))
          picture(item.picture, place)
          condition(form, numbers, :shown, item.shown_when)
          field(form, numbers, item, place) if item.is_a?(Family::Form::Field)
        end
      end

      def field(form, numbers, field, place)
        condition(form, numbers, :locked, field.locked_when)
        own = FormField.new(form: form.name, numbers: numbers, field: field)
        field.pictures.each_value { |name| picture(name, own.place) }
        target = asked(field, own.place)
        control = control(field, target, own.place)
        return own.with(control: control) unless target

        settings = FormFieldReader.new(@reader, field, target, own.place, place.path.drop(2)).settings
        own.with(target: target, control: control, **settings).tap { |bound| check(bound) }
      end

      def asked(field, place)
        known = @symbols.parameter_names + @symbols.row_names + @symbols.answerable_names
        field.asks? ? @reader.target(field.ask, place, among: known) : nil
      end

      # The Control of a field, or nil where it does not suit, which is found.
      def control(field, target, place)
        found = Family::CONTROLS.fetch(Family::Controls.of(field, target&.about))
        return found if target ? found.suits?(target.about) : !found.asks?
        return if field.asks? && !target

        what = target ? "ask for #{target.name}" : 'stand without something that it asks for'
        @reader.error(:unsuitable_control, Wording[:a_found_cannot_what, found: found.title, what: what], place,
                      Wording[:choose_another_control])
      rescue Registry::Unknown => e
        @reader.error(:unknown_kind, e.wording, place, e.advice)
      end

      def picture(name, place)
        return if name.empty? || @family.picture(name)

        @reader.error(:unknown_picture, Wording[:there_is_no_picture_name, name: name], place,
                      Nearest.remedy(name, @family.pictures.map(&:name), kind: 'picture'))
      end

      def asked_twice(form, same)
        place = Place.at('forms', form.name, same.last.ask)
        @reader.find(:warning, :asked_twice, Wording[:ask_is_asked_for_same_times, ask: same.first.ask, same: same.size], place,
                     Wording[:ask_once])
      end

      def condition(form, numbers, what, text)
        return if text.to_s.strip.empty?

        typed = @reader.condition(text, Place.at('forms', form.name, *Family::Form.path(numbers), "#{what}_when"))
        @conditions << [[form.name, numbers, what], typed] if typed
      end

      def check(bound)
        return unless bound.target.value? && bound.target.type.number?

        range = FixedRange.of(bound, @bound.items[bound.target.index], @lists)
        misses(bound, range) if bound.control&.name == 'slider'
        return unless range.empty?

        @reader.error(:nothing_left, Wording[:this_form_leaves_no_value_of_target, target: bound.target.name], bound.place,
                      Wording[:widen_its_range])
      end

      # A slider from its least on by its step that does not come to its most.
      def misses(bound, range)
        target = bound.target
        return unless range.least && range.most && range.step&.positive? && !Limits.on_a_step?(range.most, range.step, range.least)

        @reader.find(:note, :slider_misses,
                     Wording[:by_steps_of_step_from_least,
                             step: target.text(range.step), least: target.text(range.least), target: target.name,
                             most: target.text(range.most)], bound.place, Wording[:change_the_step_or_a_limit])
      end

      # Parameters that no form asks for, and nothing decides but their own default.
      def never_asked
        asked = @fields.values.flatten.filter_map(&:target).to_h { |target| [target.index, true] }
        @bound.targets.each do |target|
          next unless target.value? && !asked[target.index] && left_alone?(@bound.ladder(target))

          @reader.find(:note, :never_asked, Wording[:no_form_asks_for_target_and_nothing, target: target.name],
                       target.place, Wording[:ask_for_it_in_a_form])
        end
      end

      # Whether nothing decides but a default that does not follow from others.
      def left_alone?(ladder)
        own = ladder.rung(Rung::Own)
        own&.kind == :default && own.typed.constant? && ladder.column.nil? && ladder.sayings.empty?
      end
    end
  end
end
