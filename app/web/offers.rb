# frozen_string_literal: true

module VastLattice
  module Web
    # What pages offer to choose from, and what kind of thing they have in hand: views name no class of the core.
    module Offers
      # Kinds by their names, as registered.
      def pattern_kinds = Family::PATTERN_KINDS
      def feature_kind(name) = Family::FEATURE_KINDS.fetch(name)
      def stock_kind(name) = Family::STOCK_KINDS.fetch(name)
      def effect_kind(name) = Family::EFFECTS.fetch(name)

      # The stages, and the tabs of Vary beside those of tables: [name, title].
      def stages = Stage::ALL
      def vary_views = WorkspacePage::VIEWS

      # Where a feature is measured from along an axis, and a component put; how it is turned.
      def edges(axis) = Family::Anchor::EDGES.fetch(axis)
      def sides(axis) = Family::AxisPlace::SIDES.fetch(axis)
      def turns = Family::ComponentPlace::TURNS
      # Fields of the place of a part, with their units.
      def part_places = Family::PartPlace::UNITS

      # What a hand can say of a state; how much of a product is drawn; how many dimensions are.
      def hands = Family::Feature::HANDS
      def tiers = Family::Feature::TIERS
      def densities = PictureParams::DENSITIES

      # Measures of how a component is repeated; kinds and axes of envelopes, and whether a field says where one begins.
      def repeating(kind) = Family::Component.measures(kind)
      def envelope_kinds = Family::Envelope::KINDS.keys
      def envelope_axes = Family::Component::AXES
      def envelope_begins?(name) = Family::Envelope::PLACE.include?(name)

      # What a new item of a list begins with, by its measures.
      def beginnings(measures) = Family::Measure.beginnings(measures)

      # The step of a part's recipe with a feature's number.
      def recipe_step(index) = Family::Part.step(index)

      def series_kinds = Family::Series::KINDS
      # Units that prices may have.
      def currencies = Units::CURRENCIES.map(&:base_unit)
      # Pairs of a word that is stored and what it is called: units to show, how a form tells prices, what its buttons do.
      def displays = Units::Display::TITLES.to_a
      def price_ways = Family::Form::PRICES.to_a
      def sheet_sizes = Family::DrawingSheet::SIZES.to_a
      def sheet_projections = Family::DrawingSheet::PROJECTIONS.to_a
      def sheet_hidden = Family::DrawingSheet::HIDDEN.to_a
      def sheet_ways = Family::DrawingSheet::WAYS.to_a
      def sheet_lists = Family::DrawingSheet::LISTS.to_a
      def actions = Family::Form::ACTIONS

      # Controls that suit what is asked for; without a subject, those that ask for nothing.
      def controls_for(subject) = Family::CONTROLS.kinds.select { |kind| subject ? kind.suits?(subject) : !kind.asks? }

      # A narrowing that says nothing yet.
      def blank_narrowing = Family::Form::Narrowing.new

      def field?(item) = item.is_a?(Family::Form::Field)
      def group?(item) = item.is_a?(Family::Form::Group)
      def parameter?(subject) = subject.is_a?(Family::Parameter)
    end
  end
end
