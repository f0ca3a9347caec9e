# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads the dimensions of stocks and features.
    class ShapeBinder
      OFFSET = Family::Measure.new(name: 'offset', label: 'offset')
      PITCH = Family::Measure.new(name: 'pitch', label: 'pitch')
      COUNT = Family::Measure.new(name: 'count', label: 'count', unit: '')

      attr_reader :stocks, :features

      def initialize(family, reader)
        @family = family
        @reader = reader
      end

      # Returns itself, with +stocks+ (Bound::Stock) and +features+ (Bound::Shape).
      def bind
        @stocks = @family.parts.filter_map { |part| stock(part) }
        @features = @family.parts.flat_map { |part| part.features.filter_map { |feature| shape(part, feature) } }
        self
      end

      private

      def stock(part)
        place = Place.at('parts', part.name, 'stock')
        check_material(part)
        kind = kind(Family::STOCK_KINDS, part.stock.kind, place) or return
        outline = kind.outline(part.stock.outline)
        if outline.nil?
          return @reader.error(:unknown_kind, "There is no outline \"#{part.stock.outline}\".", place,
                               Nearest.remedy(part.stock.outline.to_s, kind.outlines, kind: 'outline'))
        end
        Bound::Stock.new(part: part, kind: kind.name, measures: measures(part.stock.dimensions, kind.measures(outline), place))
      end

      def check_material(part)
        return if Materials[part.material]

        @reader.error(:unknown_name, "There is no material \"#{part.material}\".", Place.at('parts', part.name, 'material'),
                      Nearest.remedy(part.material, Materials.names, kind: 'material'))
      end

      def kind(registry, name, place)
        registry.fetch(name)
      rescue Registry::Unknown => e
        @reader.error(:unknown_kind, e.message, place, e.remedy)
      end

      def shape(part, feature)
        place = Place.at('parts', part.name, 'features', feature.name)
        kind = kind(Family::FEATURE_KINDS, feature.kind, place) or return
        Bound::Shape.new(part: part, feature: feature, kind: kind.name,
                         measures: measures(feature.dimensions, kind.measures, place),
                         horizontal: offset(feature.horizontal, Place.at(*place.path, 'horizontal')),
                         vertical: offset(feature.vertical, Place.at(*place.path, 'vertical')),
                         **pattern(feature.pattern, Place.at(*place.path, 'pattern')))
      end

      def measures(given, wanted, place)
        (given.keys - wanted.map(&:name)).each do |stray|
          @reader.error(:unknown_name, "\"#{stray}\" is no dimension here.", Place.at(*place.path, stray),
                        Nearest.remedy(stray, wanted.map(&:name), kind: 'dimension'))
        end
        wanted.to_h { |measure| [measure.name, measure(given[measure.name] || measure.default, measure, place)] }
      end

      def measure(text, measure, place)
        place = Place.at(*place.path, measure.name)
        return length(text, place, measure) if text && !text.strip.empty?

        @reader.error(:missing_dimension, "The #{measure.label} is missing.", place, "Type one, such as 20 #{measure.unit}.")
      end

      def length(text, place, measure) = @reader.entry_of(text, measure.type, Units[measure.unit], place)

      # Without an anchor, a feature sits in the centre.
      def offset(anchor, place) = length(anchor ? anchor.offset : '0', Place.at(*place.path, 'offset'), OFFSET)

      def pattern(pattern, place)
        return {} unless pattern

        { count: length(pattern.count, Place.at(*place.path, 'count'), COUNT),
          pitch: length(pattern.pitch, Place.at(*place.path, 'pitch'), PITCH) }
      end
    end
  end
end
