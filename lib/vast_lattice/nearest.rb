# frozen_string_literal: true

require 'did_you_mean'

module VastLattice
  # Finds the known name that a misspelt one most likely meant.
  module Nearest
    # So many letters may be the beginning of a name.
    BEGUN = 4
    # So many are listed where none is near.
    LISTED = 8

    # Returns the nearest of +known+ to +word+, or nil when none is near.
    def self.to(word, known)
      exact = known.find { |name| name.casecmp?(word) }
      exact || begun(word, known) || DidYouMean::SpellChecker.new(dictionary: known.map(&:to_s)).correct(word).first
    end

    # The shortest that begins like that, where that is much of a name: bracket_h is bracket_height sooner than bracket_width.
    def self.begun(word, known)
      return if word.size < BEGUN

      known.map(&:to_s).select { |name| name.downcase.start_with?(word.downcase) }.min_by(&:size)
    end
    private_class_method :begun

    # A remedy sentence: the nearest name, or the short list of all there are.
    def self.remedy(word, known, kind: 'name')
      near = to(word, known)
      return Wording[:did_you_mean_near, near: near] if near
      return Wording[:there_is_no_kind_yet, kind: kind] if known.empty?

      if known.size > LISTED
        Wording[:known_names_and_more,
                names: known.first(LISTED).map(&:to_s)]
      else
        Wording[:known_names, names: known.map(&:to_s)]
      end
    end
  end
end
