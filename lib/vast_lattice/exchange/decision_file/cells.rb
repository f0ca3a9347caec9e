# frozen_string_literal: true

module VastLattice
  module Exchange
    module DecisionFile
      # Texts of one column, as FEEL has them and back.
      class Cells < Value.with(:kind, :unit, type: nil)
        # What FEEL has where nothing is said.
        BLANK = 'null'

        # Values, limits and amounts have units; all else is text. A name that nobody knows counts as a number.
        def self.of_output(plan, output)
          target = output.named? ? plan.symbols[output.target] : nil
          return of_target(target) if target && (output.sets? || output.kind == 'limit')

          new(kind: output.sets? ? :number : :text, unit: Units::PLAIN)
        end

        def self.of_target(target) = new(kind: target.type.kind, unit: target.unit, type: target.type)

        # A lone name has its unit, all else base units.
        def self.of_input(plan, text)
          plan = plan.reading(text)
          typed = Formula.type(text, plan.symbols.scope)
          target = typed.kind == :name ? plan.targets[typed.data.index] : nil
          unit = target&.unit || Units[typed.type.number? && !typed.type.plain? ? typed.type.dimension.base_unit : '']
          new(kind: typed.type.kind, unit: unit, type: typed.type)
        end

        def test(text) = text.strip == '-' ? '-' : bare(Plan::RuleTableBinder.quoted(text, type))

        def result(text)
          text = text.to_s.strip
          return BLANK if text.empty?
          return bare(text.delete_prefix('=').strip) if kind == :number || text.start_with?('=')
          return YesNo.boolean(text).nil? ? text : YesNo.boolean(text).to_s if kind == :boolean

          JSON.generate(text)
        end

        # A result as it is typed: a quoted text without its quotes, a formula after =.
        def typed(text)
          return '' if text == BLANK
          return text unless kind == :text

          parsed = Formula::Parser.parse(text)
          parsed.kind == :text ? parsed.data : "= #{text}"
        rescue Formula::Error
          text
        end

        private

        # Numbers with a unit, in that of the column.
        def bare(text)
          letters = text.chars
          Formula::Lexer.tokens(text).select { |token| token.kind == :number && token.unit }.reverse_each do |token|
            next unless token.unit.dimension == unit.dimension

            amount = unit.from_base(token.unit.to_base(token.value)).then { |exact| Rounding.of(exact.to_f) }
            letters[token.span.start, token.span.length] = Units::Format.exact(amount).chars
          end
          letters.join
        rescue Formula::Error
          text
        end
      end
    end
  end
end
