# frozen_string_literal: true

module VastLattice
  module Formula
    # Changes names within a formula's text and leaves all else as it was typed: blanks, units, numbers.
    module Rewrite
      # The text with every name that the block maps to another replaced; the block gets the name as typed
      # and returns the new one or nil. A text that is no formula comes back unchanged.
      def self.names(text)
        tokens = Lexer.tokens(text).select { |token| token.kind == :name }
        letters = text.chars
        tokens.reverse_each do |token|
          new_name = yield token.text
          letters[token.span.start, token.span.length] = new_name.chars if new_name
        end
        letters.join
      rescue Error
        text
      end
    end
  end
end
