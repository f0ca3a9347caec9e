# frozen_string_literal: true

module VastLattice
  # Base of every error that the core raises on purpose. Its message is fit for a user: it says what
  # is wrong and where; +remedy+ says what to do.
  class Error < StandardError
    attr_reader :remedy

    def initialize(message, remedy: nil)
      super(message)
      @remedy = remedy
    end

    # As a program is told of it.
    def to_tree = { 'message' => message, 'remedy' => remedy }.compact

    # Message and remedy as one text.
    def full_text = [message, remedy].compact.join(' ')
  end
end
