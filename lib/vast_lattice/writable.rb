# frozen_string_literal: true

module VastLattice
  # Texts that every format can hold: characters of XML 1.0 (5th edition, 2.2, production Char) that are printable in YAML, too (1.2.2,
  # 5.1, c-printable), which leaves out nearly all control characters. What is typed or brought in is asked before it is kept, so that
  # what is stored can always be written.
  module Writable
    OTHER = /[^\t\n\r\u{20}-\u{7E}\u{85}\u{A0}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/

    # Why a text cannot be written, nil where it can.
    def self.fault(text)
      return Wording[:it_is_no_utf8_text] unless text.encoding == Encoding::UTF_8 ? text.valid_encoding? : text.ascii_only?

      at = text.index(OTHER) or return
      Wording[:it_holds_the_control_character, character: format('U+%04X', text[at].ord), place: at + 1]
    end

    # The first fault within plain form, with its path: [path, fault]; nil where there is none.
    def self.fault_within(tree)
      return (why = fault(tree)) && [[], why] if tree.is_a?(String)

      pairs = { Hash => :each, Array => :each_with_index }[tree.class] or return
      tree.public_send(pairs) do |one, other|
        key, item = pairs == :each ? [one, other] : [other, one]
        path, why = (fault_within(key) if key.is_a?(String)) || fault_within(item)
        return [[key, *path], why] if why
      end
      nil
    end
  end
end
