# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads what is typed where a value of a known kind is expected.
    #
    # * a number without unit takes the unit of its place ("90" in a column of mm);
    # * a yes/no accepts yes, no, true, false, and the words of states;
    # * a text is taken as it stands, a choice in any case; after = it is a formula;
    # * everything else is a formula, with or without = before it.
    module Entry
      COMMA = /\A\s*[+-]?\d+,\d+\s*\S*\s*\z/

      # Returns the Typed tree. Raises Formula::Error.
      def self.read(text, type:, unit:, scope:)
        text = text.to_s
        return formula(text, type, scope) if text.start_with?('=')
        return text_entry(text, type) if type.text?

        constant = type.boolean? ? boolean(text, scope) : number(text, type, unit)
        constant || Formula.type(text, scope, expected: type)
      end

      # A parameter called "on" is meant before the word is.
      def self.boolean(text, scope)
        value = YesNo.boolean(text) unless scope.variables.key?(text.strip.downcase)
        value.nil? ? nil : constant(value, text, Formula::BOOLEAN, :boolean)
      end
      private_class_method :boolean

      def self.number(text, type, unit)
        match = Formula::PLAIN_NUMBER.match(text)
        return refuse_comma(text) unless match && text.size <= 40

        amount = match[:number].split.sum { |part| Rational(part.sub(/\A\./, '0.')) }
        amount = -amount if match[:sign] == '-'
        constant(Rounding.of(unit.to_base(amount).to_f, type.dimension.decimals), text, type, :number)
      end
      private_class_method :number

      def self.refuse_comma(text)
        return unless text.match?(COMMA)

        raise Formula::Error.new(Wording[:a_comma_cannot_stand_inside_a_number],
                                 span: span(text), code: :syntax, remedy: Wording[:write_text, text: text.strip.tr(',', '.')])
      end
      private_class_method :refuse_comma

      # What stands after =.
      def self.formula(text, type, scope)
        Formula.type(text[1..], scope, expected: type)
      rescue Formula::Error => e
        raise Formula::Error.new(e.wording, span: e.span.shift(1), remedy: e.advice, code: e.code)
      end
      private_class_method :formula

      def self.text_entry(text, type)
        meant = type.words&.meant(text) || (type.choices ? choice(text, type.choices) : (text unless type.words))
        meant ? constant(meant, text, type, :text) : raise(Formula::Type.refusal(text, type, span(text)))
      end
      private_class_method :text_entry

      # The choice that is meant, also in another case where that is one alone; else nil.
      def self.choice(text, choices)
        return text if choices.include?(text)

        alike = choices.select { |choice| choice.casecmp?(text.strip) }
        alike.first if alike.one?
      end
      private_class_method :choice

      def self.constant(value, text, type, kind)
        Formula::Typed.new(kind: kind, type: type, span: span(text), data: value)
      end
      private_class_method :constant

      def self.span(text) = Formula::Span.new(start: 0, length: text.size)
      private_class_method :span
    end
  end
end
