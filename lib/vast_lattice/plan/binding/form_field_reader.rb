# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads the settings of a field that asks for something: its unit, its own range and default, the order of its choices, what it
    # narrows.
    class FormFieldReader
      NOTHING = Formula::Scope.new([])

      # +place+ is that of the field, +path+ the numbers below the form as a path.
      def initialize(reader, field, target, place, path)
        @reader = reader
        @field = field
        @target = target
        @place = place
        @path = path
      end

      # The settings as FormField takes them.
      def settings
        numeric = @target.type.number?
        { unit: unit, default: constant('default'), order: order, narrowings: narrowings, keys: keys,
          **(numeric ? { least: constant('least'), most: constant('most'), step: step } : {}) }
      end

      private

      def unit
        return @target.unit if @field.unit.empty?

        found = Units[@field.unit]
        return @unit = found if found.dimension == @target.unit.dimension

        @reader.error(:wrong_unit, Wording[:target_is_not_measured_in_unit, target: @target.name, unit: @field.unit], @place,
                      Wording[:use_a_unit_such_as_unit, unit: @target.unit.symbol])
        @target.unit
      rescue Units::Error => e
        @reader.error(:unknown_unit, e.wording, @place, e.advice)
        @target.unit
      end

      def step
        found = constant('step')
        return found if found.nil? || found.positive?

        @reader.error(:impossible_step, Wording[:the_step_of_target_in_this_form, target: @target.name], @place, Wording[:change_it])
        nil
      end

      # What a setting comes to; nil where it is blank or cannot be read, which is found.
      def constant(setting)
        read(@field.public_send(setting), Wording[:setting_of_target_in_this_form, setting: setting.capitalize, target: @target.name])
      end

      def read(text, what)
        return if text.to_s.strip.empty?

        Formula.value(Entry.read(text.to_s, type: @target.type, unit: @unit || @target.unit, scope: NOTHING))
      rescue Formula::Error => e
        @reader.error(:bad_setting, Wording[:what_problem, what: what, problem: e.wording], @place,
                      e.advice || Wording[:settings_of_fields_are_constant_narrow])
        nil
      end

      # All choices: those that are listed first, then the others.
      def order
        return [] unless @target.chosen? || @target.type.boolean?

        all = choices
        listed = @field.order.filter_map { |text| read(text, 'Order of choices') }
        (listed & all) + (all - listed)
      end

      def keys
        return {} unless @target.kind == :row

        @target.about.key_columns.to_h { |column| [column.target, title_of(column)] }
      end

      def title_of(column)
        return column.label unless column.label.empty?

        @reader.symbols[column.target]&.title || column.target.tr('_.', '  ')
      end

      def choices
        return [true, false] if @target.type.boolean?

        @target.innermost.kind == :row ? @target.about.rows.map(&:name) : @target.about.choices.filter_map { |text| read(text, 'Choices') }
      end

      def narrowings
        @field.narrowings.each_with_index.filter_map do |own, number|
          place = Place.at('forms', @place.path[1], *@path, 'narrowings', number, 'when')
          condition = @reader.condition(own.condition, place) or next
          chosen = own.choices.filter_map { |text| read(text, Wording[:choices_that_are_left]) }
          FormField::Narrowing.new(condition: condition, least: limit(own.least, number, 'least'), most: limit(own.most, number, 'most'),
                                   choices: (chosen if own.choices.any?))
        end
      end

      def limit(text, number, field)
        return if text.to_s.strip.empty? || !@target.type.number?

        @reader.entry(text, @target, Place.at('forms', @place.path[1], *@path, 'narrowings', number, field))
      end
    end
  end
end
