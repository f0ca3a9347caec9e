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

        @reader.error(:wrong_unit, "#{@target.name} is not measured in #{@field.unit}.", @place,
                      "Use a unit such as #{@target.unit.symbol}.")
        @target.unit
      rescue Units::Error => e
        @reader.error(:unknown_unit, e.message, @place, e.remedy)
        @target.unit
      end

      def step
        found = constant('step')
        return found if found.nil? || found.positive?

        @reader.error(:impossible_step, "The step of #{@target.name} in this form must be above zero.", @place, 'Change it.')
        nil
      end

      # What a setting comes to; nil where it is blank or cannot be read, which is found.
      def constant(setting) = read(@field.public_send(setting), "#{setting.capitalize} of #{@target.name} in this form")

      def read(text, what)
        return if text.to_s.strip.empty?

        Formula.value(Entry.read(text.to_s, type: @target.type, unit: @unit || @target.unit, scope: NOTHING))
      rescue Formula::Error => e
        @reader.error(:bad_setting, "#{what}: #{e.message}", @place,
                      e.remedy || 'Settings of fields are constant: narrow by a condition instead.')
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
          chosen = own.choices.filter_map { |text| read(text, 'Choices that are left') }
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
