# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # A view that stands by itself and says below it what it is, and its scale where it has one of its own.
      class Captioned < View
        def caption(scale, own) = own ? "#{words} (#{Scale.text(scale)})" : words

        private

        def words = self.class.title
      end
    end
  end
end
