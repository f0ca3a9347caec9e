# frozen_string_literal: true

module VastLattice
  class Family
    # The text of a label: fixed texts, and formulas in braces, in turn. Doubled braces are braces: "{{L}} {length}".
    module LabelText
      PIECE = /(\{\{|\}\}|\{[^{}]*\})/
      private_constant :PIECE

      module_function

      # [[:text or :formula, text], …].
      def pieces(text)
        text.split(PIECE).reject(&:empty?).map do |piece|
          case piece
          when '{{', '}}' then [:text, piece[0]]
          when /\A\{[^{}]*\}\z/ then [:formula, piece[1..-2]]
          else [:text, piece]
          end
        end
      end

      # The text with each formula replaced by what the block makes of it.
      def map(text) = text.gsub(PIECE) { |piece| piece.match?(/\A\{(?!\{)/) ? "{#{yield piece[1..-2]}}" : piece }
    end
  end
end
