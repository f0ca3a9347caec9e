# frozen_string_literal: true

module VastLattice
  class Family
    # What a form's fields are asked with.
    module Controls
      # The control used where a field names none.
      def self.usual(parameter)
        { 'yes_no' => 'switch', 'choice' => 'list', 'text' => 'text' }.fetch(parameter.kind, 'number')
      end
    end
  end
end
