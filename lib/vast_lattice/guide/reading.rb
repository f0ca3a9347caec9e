# frozen_string_literal: true

module VastLattice
  module Guide
    # Reads what is typed into a field.
    module Reading
      # Longest answer, in characters.
      LONGEST = 500

      # The value of a text, as the program holds it. Raises Plan::PickError.
      def self.value(plan, field, text)
        target = field.target
        refuse("The answer to #{field.title} is longer than #{LONGEST} characters.", 'Shorten it.') if text.size > LONGEST
        return row(field, text) if target.kind == :row

        found = Plan::PickReader.new(plan).read(Plan::Pick.new(answers: { target.name => in_unit(field, text) })).answers[target.index]
        refuse("#{field.title} comes to nothing.", 'Answer with a plain value.') if Undefined.is?(found)
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
        found || refuse("There is no row \"#{text}\" in #{table.title}.", Nearest.remedy(text, table.rows.map(&:name), kind: 'row'))
      end
      private_class_method :row

      def self.refuse(message, remedy) = raise(Plan::PickError.new(message, remedy: remedy))
      private_class_method :refuse
    end
  end
end
