# frozen_string_literal: true

module VastLattice
  module Guide
    # Reads what is typed into a field.
    module AnswerReader
      # Longest answer, in characters.
      LONGEST = 500

      # The value of a text, as the program holds it. Raises Plan::PickError.
      def self.value(plan, field, text)
        target = field.target
        if text.size > LONGEST
          refuse(Wording[:the_answer_to_field_is_longer_than, field: field.title, longest: LONGEST], Wording[:shorten_it])
        end
        return row(field, text) if target.kind == :row

        found = Plan::PickReader.new(plan).read(Plan::Pick.new(answers: { target.name => in_unit(field, text) })).answers[target.index]
        refuse(Wording[:field_comes_to_nothing, field: field.title], Wording[:answer_with_a_plain_value]) if Undefined.is?(found)
        found
      end

      # A plain number is meant in the field's unit.
      def self.in_unit(field, text)
        return text unless field.target.type.number? && field.unit && text.match?(Formula::PLAIN_NUMBER)

        "#{text} #{field.unit.symbol}".strip
      end

      def self.row(field, text)
        table = field.target.subject
        found = table.row(text)&.name
        found || refuse(Wording[:there_is_no_row_text_in_table, text: text, table: table.title],
                        Nearest.remedy(text, table.rows.map(&:name), kind: 'row'))
      end
      private_class_method :row

      def self.refuse(message, remedy) = raise(Plan::PickError.new(message, remedy: remedy))
      private_class_method :refuse
    end
  end
end
