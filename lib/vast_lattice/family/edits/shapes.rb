# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of the features of recipes.
      module Shapes
        TEXTS = %w[label note built_when shown_when on tier face by_hand].freeze

        # Adds a feature to a part, given in plain form, or replaces the one of its name. A new one comes after
        # the feature +after+ (a blank one: first), or last. Entries such as "12 mm as bore" also make parameters.
        def self.put_feature(family, part:, feature:, after: nil)
          made = Feature.from_tree(feature.merge('name' => Edits.checked_name(feature['name'])))
          family, made = named_entries(family, made)
          family.with(parts: Edits.change(family.parts, part, 'part') do |found|
            found.with(features: put_after(found.features, made, after))
          end)
        end

        # The same, but refuses the name of a feature that is there.
        def self.add_feature(family, part:, feature:, after: nil)
          present = family.feature(feature['name'].to_s.strip)
          return put_feature(family, part: part, feature: feature, after: after) unless present

          raise Error.new(Wording[:there_is_a_step_present_already, present: present.name], remedy: Wording[:give_the_new_one_another_name])
        end

        # Sets one field of a feature: a dimension ("diameter"), "horizontal.from", "horizontal.offset",
        # "pattern.kind", "pattern.count", "built_when" … "12 mm as bore" also makes a parameter.
        def self.set_feature(family, feature:, field:, text:)
          found = Edits.find(family.features, feature, 'feature')
          refuse_start(family, field, text) if field.end_with?('.from')
          refuse_word(field, text)
          family, text = Naming.named(family, text, unit(found, field)) if measured?(found, field)
          family, text = Naming.condition(family, text) if Naming::CONDITIONS.include?(field)
          replace(family, found, changed(found, field, text))
        end

        # Sets one field of several features at once: "tier", "built_when", "shown_when", "by_hand" …
        def self.set_features(family, features:, field:, text:)
          unless TEXTS.include?(field)
            raise Error.new(Wording[:field_cannot_be_set_of_many_features, field: field],
                            remedy: Wording[:choose_one_of_names, names: TEXTS])
          end

          family, text = Naming.condition(family, text) if Naming::CONDITIONS.include?(field)
          features.reduce(family) { |changed, feature| set_feature(changed, feature: feature, field: field, text: text) }
        end

        # Removes a feature.
        def self.remove_feature(family, feature:) = remove_features(family, features: [feature])

        # Removes several features, and with them the effects, columns and memberships that speak of them.
        def self.remove_features(family, features:)
          gone = features.map { |name| Edits.find(family.features, name, 'feature') }
          family = Removal.without(family, gone.map(&:name))
          family.with(parts: family.parts.map { |part| part.with(features: part.features - gone) })
        end

        # Moves a feature within its recipe: before another, or to the end. It stays behind what it sits on or is
        # measured from, and before what does so on it.
        def self.move_feature(family, feature:, before: nil)
          part = family.part_of(Edits.find(family.features, feature, 'feature').name)
          moved = part.features.find { |own| own.name.casecmp?(feature) }
          rest = part.features - [moved]
          at = before ? rest.index { |own| own.name.casecmp?(before) } : rest.size
          raise Error.new(Wording[:there_is_no_feature_before, before: before], remedy: Wording[:choose_one_of_the_same_part]) unless at

          order = rest.insert(at, moved)
          refuse_order(order)
          family.with(parts: Edits.change(family.parts, part.name, 'part') { |found| found.with(features: order) })
        end

        def self.put_after(features, made, after)
          present = features.find { |other| other.name.casecmp?(made.name) }
          return features.map { |other| other.equal?(present) ? made : other } if present

          return [made, *features] if after == ''

          at = after.nil? ? features.size : features.index(Edits.find(features, after, 'feature')) + 1
          features.dup.insert(at, made)
        end
        private_class_method :put_after

        # Names parameters in the entries of a new feature: the family with them, and the feature that uses them.
        def self.named_entries(family, feature)
          entries(feature).each do |field, text|
            next unless measured?(feature, field)

            family, named = Naming.named(family, text, unit(feature, field))
            feature = changed(feature, field, named) unless named.equal?(text)
          end
          [family, feature]
        end
        private_class_method :named_entries

        # All that is typed of a feature's numbers, by field.
        def self.entries(feature)
          places = %w[horizontal vertical].to_h { |axis| ["#{axis}.offset", feature.public_send(axis)&.offset] }
          pattern = feature.pattern ? feature.pattern.dimensions.transform_keys { |name| "pattern.#{name}" } : {}
          { **feature.dimensions, **places, **pattern }.select { |_, text| text.is_a?(String) }
        end
        private_class_method :entries

        def self.refuse_order(order)
          order.each_with_index do |feature, index|
            needed = [*feature.bases, feature.horizontal&.feature, feature.vertical&.feature].compact
            later = order.drop(index + 1).find { |other| needed.any? { |name| name.casecmp?(other.name) } } or next
            raise Error.new(Wording[:feature_needs_later_which_would_come_after, feature: feature.title, later: later.title],
                            remedy: Wording[:move_it_no_further_or_move_both])
          end
        end
        private_class_method :refuse_order

        WORDS = { 'tier' => Feature::TIERS, 'by_hand' => Feature::HANDS }.freeze

        # Fields that take one of a few words, or none.
        def self.refuse_word(field, text)
          words = WORDS[field]
          return if words.nil? || text.to_s.strip.empty? || words.include?(text)

          raise Error.new(Wording[:text_is_no_field_of_a_feature, text: text, field: field.tr('_', ' ')],
                          remedy: Wording[:choose_choice, choice: words])
        end
        private_class_method :refuse_word

        # A position is measured from an edge, or from a feature.
        def self.refuse_start(family, field, text)
          edges = Anchor::EDGES.fetch(field.delete_suffix('.from').to_sym, [])
          return if edges.include?(text) || family.feature(text)

          raise Error.new(Wording[:text_is_neither_an_edge_nor, text: text],
                          remedy: Wording[:choose_edges_or_a_feature_that_comes, edges: edges])
        end
        private_class_method :refuse_start

        # Whether a field takes a number, which may be named.
        def self.measured?(feature, field)
          return false if TEXTS.include?(field) || field.end_with?('.from') || %w[pattern.kind pattern.along
                                                                                  pattern.skip_when].include?(field)

          measure = measure(feature, field)
          measure.nil? || measure.number?
        end
        private_class_method :measured?

        def self.measure(feature, field)
          if field.start_with?('pattern.')
            kind = feature.pattern&.kind || 'linear'
            return PATTERN_KINDS.key?(kind) ? PATTERN_KINDS.fetch(kind).measures.find { |own| "pattern.#{own.name}" == field } : nil
          end
          FEATURE_KINDS.key?(feature.kind) ? FEATURE_KINDS.fetch(feature.kind).measures.find { |own| own.name == field } : nil
        end
        private_class_method :measure

        def self.unit(feature, field) = measure(feature, field)&.unit || 'mm'
        private_class_method :unit

        def self.replace(family, old, new)
          family.with(parts: family.parts.map do |part|
            part.with(features: part.features.map { |feature| feature.equal?(old) ? new : feature })
          end)
        end
        private_class_method :replace

        def self.changed(feature, field, text)
          path = Name.read(field)
          group = path.first
          key = path.rest&.to_s
          if key && %w[horizontal vertical].include?(group) then anchored(feature, group.to_sym, key, text)
          elsif key && group == 'pattern' then patterned(feature, key, text)
          elsif TEXTS.include?(field) then feature.with(field.to_sym => text.to_s.strip.empty? ? Feature.fields[field.to_sym] : text)
          else feature.with(dimensions: text.to_s.strip.empty? ? feature.dimensions.except(field) : feature.dimensions.merge(field => text))
          end
        end
        private_class_method :changed

        def self.anchored(feature, axis, key, text)
          anchor = feature.public_send(axis) || Anchor.new(from: 'centre', offset: '0')
          raise Error.new(Wording[:a_position_has_no_key, key: key], remedy: Wording[:set_from_or_offset]) unless %w[from
                                                                                                                     offset].include?(key)

          feature.with(axis => anchor.with(key.to_sym => text.strip.empty? ? '0' : text))
        end
        private_class_method :anchored

        def self.patterned(feature, key, text)
          return feature.with(pattern: nil) if %w[kind along].include?(key) && text == 'none'
          return feature.with(pattern: kind_changed(feature.pattern, text)) if key == 'kind'

          pattern = feature.pattern || kind_changed(nil, Pattern.fields[:kind])
          return feature.with(pattern: pattern.with(key.to_sym => text.strip.empty? ? nil : text)) if %w[along skip_when].include?(key)

          rest = text.strip.empty? ? pattern.dimensions.except(key) : pattern.dimensions.merge(key => text)
          feature.with(pattern: pattern.with(dimensions: rest))
        end
        private_class_method :patterned

        # Entries that the new kind has too are kept.
        def self.kind_changed(pattern, kind)
          measures = PATTERN_KINDS.fetch(kind).measures
          kept = pattern ? pattern.dimensions.slice(*measures.map(&:name)) : {}
          (pattern || Pattern.new).with(kind: kind, dimensions: Measure.beginnings(measures).merge(kept))
        end
        private_class_method :kind_changed
      end
    end
  end
end
