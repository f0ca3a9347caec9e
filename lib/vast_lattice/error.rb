# frozen_string_literal: true

module VastLattice
  # Base of every error that the core raises on purpose. Its message is fit for a user: it says what
  # is wrong and where; +remedy+ says what to do. Both are Wordings or texts.
  class Error < StandardError
    # The same as data, as of Finding.
    attr_reader :wording, :advice

    def initialize(wording, remedy: nil)
      super(wording.to_s)
      @wording = wording
      @advice = remedy
    end

    # What to do, for people.
    def remedy = advice&.to_s

    # As a program is told of it.
    def to_tree = { 'message' => message, 'remedy' => remedy }.compact

    # Message and remedy as one text.
    def full_text = [message, remedy].compact.join(' ')
  end
end
