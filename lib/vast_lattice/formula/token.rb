# frozen_string_literal: true

module VastLattice
  module Formula
    # One token. +kind+ is :number, :text, :name, :word (a keyword), :sign or :end; +value+ is a
    # Rational, a String or nil; +unit+ belongs to a number.
    class Token < Value.with(:kind, :text, :span, value: nil, unit: nil)
      def is?(kind, text = nil) = self.kind == kind && (text.nil? || self.text == text)
    end
  end
end
