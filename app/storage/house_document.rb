# frozen_string_literal: true

module VastLattice
  module Storage
    # What all families have in common (Family::House): there is one.
    module HouseDocument
      extend WholeDocument

      ADDRESS = 'house'

      def self.name = 'house'
      def self.type = Family::House
      def self.blank(title) = Family::House.new(name: title)
      def self.compiled(house, before: nil, **) = before && house == before ? before : house
      def self.document(house) = house
      def self.addresses(_title) = [ADDRESS]
    end
  end
end
