# frozen_string_literal: true

module VastLattice
  module Guide
    # What a program may answer to a field, in plain JSON: numbers in the field's unit, texts of choices, true and false. It knows the
    # limits that always hold; those that depend on other answers are told by what comes of it. The JSON Schema (2020-12) of a field
    # and what is accepted follow from the same.
    class AnswerKind
      # Steps that do not begin at zero are listed, as far as they are so few.
      MOST_LISTED = 2000

      # +field+ is a Plan::FormField that is answered.
      def initialize(plan, field)
        @plan = plan
        @field = field
        @target = field.target
      end

      # The schema of it.
      def schema
        about = { 'title' => @field.title, 'description' => @field.field.help }.reject { |_, text| text.to_s.empty? }
        about['x-unit'] = @field.unit.symbol if @target.type.number? && !@field.unit.symbol.empty?
        default = @field.default.nil? ? nil : plain(@field.default)
        about.merge(default.nil? ? {} : { 'default' => default }).merge(kind)
      end

      # The text that a plain value is as an answer. Raises Refused with the reason.
      def text(value)
        fault(value)&.then { |fault| refuse(fault) }
        return value ? 'yes' : 'no' if [true, false].include?(value)

        value.is_a?(Numeric) ? "#{Units::Format.exact(value.to_f)} #{@field.unit.symbol}".strip : value
      end

      private

      def refuse(fault)
        raise Refused.new(Wording[:what_problem, what: @target.name, problem: fault], remedy: Wording[:the_schema_of_the_form_says_what])
      end

      def kind
        return { 'type' => 'boolean' } if @target.type.boolean?
        return { 'enum' => listed } if @field.order.any?
        return { 'type' => 'string', 'maxLength' => AnswerReader::LONGEST } unless @target.type.number?
        return { 'enum' => listed } if listed

        { 'type' => whole? ? 'integer' : 'number', 'minimum' => least, 'maximum' => most, 'multipleOf' => step }.compact
      end

      # Why a value is not accepted, or nil.
      def fault(value)
        return boolean_fault(value) if @target.type.boolean?
        return ("it must be one of #{listed.first(8).join(', ')}#{', …' if listed.size > 8}" unless among?(value)) if listed
        return number_fault(value) if @target.type.number?
        return Wording[:it_must_be_a_text] unless value.is_a?(String)

        Wording[:it_is_longer_than_longest_characters, longest: AnswerReader::LONGEST] if value.size > AnswerReader::LONGEST
      end

      def boolean_fault(value) = [true, false].include?(value) ? nil : Wording[:it_must_be_true_or_false]

      def number_fault(value)
        return Wording[:a_number_is_wanted] unless number?(value)
        return Wording[:it_must_be_whole] if whole? && value != value.round
        return Wording[:it_is_below_plain_text, plain_text: plain_text(least)] if least && value < least
        return Wording[:it_is_above_plain_text, plain_text: plain_text(most)] if most && value > most

        Wording[:it_is_not_in_steps_of_plain, plain_text: plain_text(step)] if step && !Plan::Limits.on_a_step?(value, step, 0.0)
      end

      def number?(value) = value.is_a?(Numeric) && !Undefined.is?(value.to_f)
      def among?(value) = listed.any? { |one| one.is_a?(Numeric) ? number?(value) && one == value : one == value }
      def whole? = @target.about.kind == 'count'

      # All values, of choices and of steps that begin elsewhere; nil where numbers are free.
      def listed
        return @listed if defined?(@listed)

        @listed = @field.order.any? && !@target.type.boolean? ? @field.order.map { |value| plain(value) } : stepped
      end

      def stepped
        return unless @field.ranged? && amounts[:step] && !from_zero?
        return unless least && most && (most - least) / amounts[:step] <= MOST_LISTED

        first = Plan::Limits.on_step(least, amounts[:step], amounts[:base], :ceil)
        (0..((most - first) / amounts[:step]).round(6).floor).map { |index| Rounding.of(first + (index * amounts[:step])) }
      end

      def from_zero? = Plan::Limits.on_a_step?(amounts[:base], amounts[:step], 0.0)

      def least = amounts[:least]
      def most = amounts[:most]
      def step = amounts[:step] && from_zero? ? amounts[:step] : nil

      # The Plan::FixedRange in the field's unit.
      def amounts
        plan, target = @plan.home(@target)
        @amounts ||= Plan::FixedRange.of(@field, plan.bound.items[target.index], plan.lists).to_h.transform_values do |amount|
          amount && Rounding.of(@field.unit.from_base(amount).to_f)
        end
      end

      # A value as JSON has it.
      def plain(value)
        return value unless value.is_a?(Float)

        number = Rounding.of(@field.unit.from_base(value).to_f)
        number == number.round ? number.to_i : number.to_f
      end

      def plain_text(number) = Units::Format.exact(number)
    end
  end
end
