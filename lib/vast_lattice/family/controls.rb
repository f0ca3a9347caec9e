# frozen_string_literal: true

module VastLattice
  class Family
    # What a form's fields are asked with.
    module Controls
      # The control of a field that asks for a subject (nil where it asks for nothing).
      def self.of(field, subject) = field.control || (subject ? usual(subject) : 'note')

      # The control used where a field names none: +subject+ as Control takes it.
      def self.usual(subject)
        return 'rows' if subject.is_a?(Table)

        { 'yes_no' => 'switch', 'choice' => 'list', 'text' => 'text' }.fetch(subject.kind, 'number')
      end
    end
  end
end
