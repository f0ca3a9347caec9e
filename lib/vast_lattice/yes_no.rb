# frozen_string_literal: true

module VastLattice
  # The words for yes and no that people type.
  module YesNo
    YES = %w[yes true on built shown].freeze
    NO = %w[no false off suppressed hidden].freeze

    # true, false, or nil when the word is neither.
    def self.boolean(word)
      word = word.to_s.strip.downcase
      return true if YES.include?(word)

      false if NO.include?(word)
    end
  end
end
