# frozen_string_literal: true

require_relative '../support/meaning_digest'

# Whatever is changed in the code, outcomes, reasons and findings stay what they were: of the demo, of random families, and
# along histories of edits. A change that is meant makes test/data/meanings.json anew and says so.
class SameMeaningTest < CoreCase
  def test_outcomes_reasons_and_findings_are_what_they_were
    known = JSON.parse(File.read(MeaningDigest::FILE))
    cases = MeaningDigest.cases
    assert_equal known.keys, cases.keys
    every = ENV['LATTICE_LONG'] ? 1 : 100
    looked_at = cases.keys.select.with_index { |name, index| (index % every).zero? || name.match?(/history \d?[05]\z/) || !name.match?(/random|known|history/) }
    different = looked_at.reject { |name| cases[name].call[0, 16] == known[name] }
    assert_empty different
  end
end
