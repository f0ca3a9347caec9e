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

      # The text with every quoted text that the block maps to another replaced.
      def self.texts(text)
        replaced(text, Lexer.tokens(text).select { |token| token.kind == :text }) { |token| yield token.value }
      rescue Error
        text
      end

      # The same of quoted texts alone that are compared with a name.
      def self.compared(text, name, &)
        return text unless text.to_s.downcase.include?(name.downcase)

        replaced(text, literals(Parser.parse(text), name)) { |node| yield node.data }
      rescue Error
        text
      end

      def self.replaced(text, pieces)
        letters = text.chars
        pieces.sort_by { |piece| -piece.span.start }.each do |piece|
          new_text = yield piece
          letters[piece.span.start, piece.span.length] = quoted_text(new_text).chars if new_text
        end
        letters.join
      end
      private_class_method :replaced

      def self.quoted_text(text) = %("#{text.gsub(/["\\]/) { |mark| "\\#{mark}" }}")
      private_class_method :quoted_text

      # Quoted texts that stand in comparisons and tests of a name.
      def self.literals(node, name)
        inner = node.parts.flat_map { |part| literals(part, name) }
        compared = %i[compare in].include?(node.kind) && node.parts.any? { |part| part.kind == :name && part.data.key == name.downcase }
        compared ? inner + node.parts.flat_map { |part| quoted(part) } : inner
      end
      private_class_method :literals

      def self.quoted(node)
        return [node] if node.kind == :text

        %i[list against].include?(node.kind) ? node.parts.flat_map { |part| quoted(part) } : []
      end
      private_class_method :quoted
    end
  end
end
