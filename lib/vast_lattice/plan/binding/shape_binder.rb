# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads the dimensions of stocks and features.
    class ShapeBinder
      OFFSET = Family::Measure.new(name: 'offset', label: 'offset')
      LEAST_WALL = Family::Measure.new(name: 'least_wall', label: 'least wall')

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
        outline = part.stock.outline.nil? ? kind.outlines.first : kind.outlines.find { |known| known == part.stock.outline }
        return unknown_outline(part, kind, place) unless outline

        Bound::Stock.new(part: resolved(part, kind), kind: kind.name, outline: outline,
                         measures: measures(part.stock.entries, part.stock.measures(kind, outline), place), place: part_place(part),
                         least_wall: part.least_wall && length(part.least_wall, Place.at('parts', part.name, 'least_wall'), LEAST_WALL))
      end

      # With what its kind of stock takes of the family besides.
      def resolved(part, kind)
        stock = kind.resolved(part.stock, @family)
        stock.equal?(part.stock) ? part : part.with(stock: stock)
      end

      def unknown_outline(part, kind, place)
        @reader.error(:unknown_kind, Wording[:there_is_no_outline_outline, outline: part.stock.outline], place,
                      Nearest.remedy(part.stock.outline.to_s, kind.outlines, kind: 'outline'))
      end

      def part_place(part)
        place = part.at || Family::PartPlace.new
        Family::PartPlace::UNITS.to_h do |field, unit|
          measure = Family::Measure.new(name: field.to_s, label: field.to_s, unit: unit)
          [field, length(place.public_send(field), Place.at('parts', part.name, 'at', field), measure)]
        end
      end

      def check_material(part)
        return if @family.material(part.material)

        @reader.missing(part.material, Wording[:there_is_no_material_material, material: part.material],
                        Place.at('parts', part.name, 'material'), @family.material_names, kind: 'material')
      end

      def kind(registry, name, place)
        registry.fetch(name)
      rescue Registry::Unknown => e
        @reader.error(:unknown_kind, e.wording, place, e.advice)
      end

      def shape(part, feature)
        place = Place.at('parts', part.name, 'features', feature.name)
        kind = kind(Family::FEATURE_KINDS, feature.kind, place) or return
        check_stock(part, feature, kind, place)
        Bound::Shape.new(part: part, feature: feature, kind: kind.name,
                         measures: measures(feature.dimensions, kind.measures, place),
                         horizontal: offset(feature, :horizontal, place), vertical: offset(feature, :vertical, place),
                         **pattern(feature.pattern, Place.at(*place.path, 'pattern')))
      end

      def check_stock(part, feature, kind, place)
        if Family::STOCK_KINDS.key?(part.stock.kind) && !Family::STOCK_KINDS.fetch(part.stock.kind).worked?
          return not_worked(part, feature, place)
        end
        return if kind.stocks.nil? || kind.stocks.include?(part.stock.kind)

        titles = kind.stocks.map { |name| Family::STOCK_KINDS.fetch(name).title.downcase }
        @reader.error(:wrong_stock, Wording[:feature_is_a_kind_which_needs_another, feature: feature.title, kind: kind.title.downcase],
                      place, Wording[:it_suits_titles, titles: titles])
      end

      def not_worked(part, feature, place)
        @reader.error(:wrong_stock, Wording[:nothing_is_made_of_a_bought_part, feature: feature.title, part: part.title], place,
                      Wording[:take_the_feature_out])
      end

      # The numbers of a pattern are the same for all instances, all others may use the number of the instance.
      def measures(given, wanted, place, scope: @reader.symbols.instance_scope)
        (given.keys - wanted.map(&:name)).each do |stray|
          @reader.missing(stray, Wording[:name_is_no_dimension_here, name: stray], Place.at(*place.path, *Name.read(stray).segments),
                          wanted.map(&:name), kind: 'dimension')
        end
        wanted.to_h { |measure| [measure.name, measure(given[measure.name], measure, place, scope)] }
      end

      def measure(text, measure, place, scope)
        text = measure.default if text.nil? || text.to_s.strip.empty?
        place = Place.at(*place.path, *measure.path)
        return length(text, place, measure, scope) if text
        return if measure.optional

        @reader.error(:missing_dimension, Wording[:the_measure_is_missing, measure: measure.label], place, missing_remedy(measure))
      end

      def missing_remedy(measure)
        return Wording[:choose_choice, choice: measure.choices] if measure.choices

        measure.number? ? Wording[:type_one_such_as_example, example: measure.example] : Wording[:type_a_text]
      end

      def length(text, place, measure, scope = @reader.symbols.instance_scope)
        @reader.entry_of(text, measure.type, measure.number? ? Units[measure.unit] : Units::PLAIN, place, scope: scope)
      end

      # Without an anchor, a feature sits in the centre.
      def offset(feature, axis, place)
        anchor = feature.public_send(axis)
        check_anchor(feature, anchor, axis, place) if anchor&.feature
        length(anchor ? anchor.offset : '0', Place.at(*place.path, axis, 'offset'), OFFSET)
      end

      # It may be measured from a feature of the same part that stands before it in the recipe.
      def check_anchor(feature, anchor, axis, place)
        part = @family.part_of(feature.name)
        before = part.features.take_while { |other| !other.equal?(feature) }.map(&:name)
        return if before.any? { |name| name.casecmp?(anchor.from) }

        @reader.missing(anchor.from, Wording[:from_is_neither_an_edge_nor, from: anchor.from],
                        Place.at(*place.path, axis, 'from'), Family::Anchor::EDGES.fetch(axis) + before, kind: 'edge or feature')
      end

      def pattern(pattern, place)
        return {} unless pattern

        kind = kind(Family::PATTERN_KINDS, pattern.kind, place) or return {}
        { pattern: measures(pattern.dimensions, kind.measures, place, scope: @reader.symbols.scope), skip: skip(pattern.skip_when, place) }
      end

      def skip(text, place)
        return if text.nil? || text.strip.empty?

        @reader.entry_of(text, Formula::BOOLEAN, Units::PLAIN, Place.at(*place.path, 'skip_when'), scope: @reader.symbols.instance_scope)
      end
    end
  end
end
