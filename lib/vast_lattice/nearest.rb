# frozen_string_literal: true

require 'did_you_mean'

module VastLattice
  # Finds the known name that a misspelt one most likely meant.
  module Nearest
    # Returns the nearest of +known+ to +word+, or nil when none is near.
    def self.to(word, known)
      exact = known.find { |name| name.casecmp?(word) }
      exact || DidYouMean::SpellChecker.new(dictionary: known.map(&:to_s)).correct(word).first
    end

    # A remedy sentence: the nearest name, or the short list of all there are.
    def self.remedy(word, known, kind: 'name')
      near = to(word, known)
      return "Did you mean #{near}?" if near
      return "There is no #{kind} yet." if known.empty?

      listed = known.first(8).join(', ')
      "Known: #{listed}#{', …' if known.size > 8}."
    end
  end
end
