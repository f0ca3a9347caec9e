# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of parts and their recipes.
      module Shapes
        ANCHORS = %w[horizontal vertical].freeze
        TEXTS = %w[label note built_when shown_when on tier].freeze

        # Adds a part with its stock in plain form, or replaces the stock of one.
        def self.put_part(family, name:, stock:, material: nil)
          part = family.part(name) || Part.new(name: Edits.checked_name(name), stock: Stock.from_tree(stock))
          part = part.with(stock: Stock.from_tree(stock))
          part = part.with(material: material) if material
          family.with(parts: Edits.put(family.parts, part))
        end

        # Sets a dimension of the stock, its outline, or the part's material. "90 mm as depth" also makes
        # a parameter.
        def self.set_stock(family, part:, field:, text:)
          family, text = named(family, text, 'mm')
          family.with(parts: Edits.change(family.parts, part, 'part') do |found|
            case field
            when 'material' then found.with(material: text)
            when 'outline' then found.with(stock: Stock.new(kind: found.stock.kind, outline: text))
            else found.with(stock: found.stock.with(dimensions: found.stock.dimensions.merge(field => text)))
            end
          end)
        end

        # Adds a feature to a part, given in plain form, or replaces the one of its name.
        def self.put_feature(family, part:, feature:)
          made = Feature.from_tree(feature.merge('name' => Edits.checked_name(feature['name'])))
          family.with(parts: Edits.change(family.parts, part, 'part') do |found|
            found.with(features: Edits.put(found.features, made))
          end)
        end

        # Sets one field of a feature: a dimension ("diameter"), "horizontal.from", "horizontal.offset",
        # "pattern.count", "built_when" … "12 mm as bore" also makes a parameter.
        def self.set_feature(family, feature:, field:, text:)
          found = Edits.find(family.features, feature, 'feature')
          family, text = named(family, text, unit(found, field)) unless TEXTS.include?(field) || field.end_with?('.from')
          replace(family, found, changed(found, field, text))
        end

        # Removes a feature.
        def self.remove_feature(family, feature:)
          found = Edits.find(family.features, feature, 'feature')
          family.with(parts: family.parts.map { |part| part.with(features: part.features - [found]) })
        end

        def self.named(family, text, unit)
          naming = Naming.read(text, unit)
          naming ? [naming.apply(family), naming.name] : [family, text]
        end
        private_class_method :named

        def self.unit(feature, field)
          return '' if field == 'pattern.count'
          return 'mm' if field.include?('.') || !FEATURE_KINDS.key?(feature.kind)

          FEATURE_KINDS.fetch(feature.kind).measures.find { |measure| measure.name == field }&.unit || 'mm'
        end
        private_class_method :unit

        def self.replace(family, old, new)
          family.with(parts: family.parts.map do |part|
            part.with(features: part.features.map { |feature| feature.equal?(old) ? new : feature })
          end)
        end
        private_class_method :replace

        def self.changed(feature, field, text)
          group, key = field.split('.', 2)
          if key && ANCHORS.include?(group) then anchored(feature, group.to_sym, key, text)
          elsif key && group == 'pattern' then patterned(feature, key, text)
          elsif TEXTS.include?(field) then feature.with(field.to_sym => blank_to_default(field, text))
          else feature.with(dimensions: feature.dimensions.merge(field => text))
          end
        end
        private_class_method :changed

        def self.blank_to_default(field, text)
          text.strip.empty? ? Feature.fields[field.to_sym] : text
        end
        private_class_method :blank_to_default

        def self.anchored(feature, axis, key, text)
          anchor = feature.public_send(axis) || Anchor.new(from: 'centre', offset: '0')
          if key == 'from' && !Anchor::EDGES[axis].include?(text)
            raise Error.new("\"#{text}\" is no edge.", remedy: "Choose #{Anchor::EDGES[axis].join(', ')}.")
          end

          feature.with(axis => anchor.with(key.to_sym => text))
        end
        private_class_method :anchored

        def self.patterned(feature, key, text)
          pattern = feature.pattern || Pattern.new(along: 'horizontal', count: '2', pitch: '50 mm')
          return feature.with(pattern: nil) if key == 'along' && text == 'none'

          feature.with(pattern: pattern.with(key.to_sym => text))
        end
        private_class_method :patterned
      end
    end
  end
end
