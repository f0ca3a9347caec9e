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

      # What is kept, of a store of these (Store::Stored of a Family::House); nil where nothing is yet.
      def self.kept(houses) = houses.records.first&.then { |record| houses.find(record.slug) }

      # The Workshop of the house, or nil.
      def self.workshop(houses) = kept(houses)&.then { |own| Workshop::Reading.new(own.content.workshop).workshop }
    end
  end
end
