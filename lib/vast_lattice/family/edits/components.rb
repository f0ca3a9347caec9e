# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of components: what is placed, what it is given, where it is.
      module Components
        # Characters of what something stands on (schema.json).
        LONGEST_PLACE = 130
        TEXTS = %w[family label note role called built_when shown_when tier by_hand].freeze
        WORDS = { 'tier' => Feature::TIERS, 'by_hand' => ['', *Feature::HANDS] }.freeze
        SIDE = %w[own on side].freeze
        # Fields that hold no formula.
        PLAIN = [*TEXTS, 'envelope.kind', 'envelope.label', 'envelope.along'].freeze
        private_constant :TEXTS, :WORDS, :SIDE, :PLAIN

        # Adds a component in plain form, or replaces the one of its name.
        def self.put_component(family, component:)
          made = Component.from_tree(component.merge('name' => Edits.checked_name(component['name'])))
          refuse_taken(family, made.name) unless family.component(made.name)
          family.with(components: Edits.put(family.components, made))
        end

        # Adds another family that is +placed+ as a component, before another one or at the end.
        def self.add_component(family, name:, placed:, before: nil)
          name = Edits.checked_name(name)
          refuse_taken(family, name)
          family = family.with(components: [*family.components, Component.new(name: name, family: placed.strip)])
          before ? move_component(family, component: name, before: before) : family
        end

        # Moves it before another, or to the end.
        def self.move_component(family, component:, before: nil)
          family.with(components: Edits.moved(family.components, component, before, 'component'))
        end

        # Adds a twin of a component under another name; of one that is repeated, or as the twin of another, one like it.
        def self.copy_component(family, component:, name:)
          refuse_taken(family, name = Edits.checked_name(name))
          found = Edits.find(family.components, component, 'component')
          copy = found.pattern || found.twin? ? found : found.with(twin: found.name, rows: {}, values: {})
          family.with(components: family.components.flat_map { |own| own.equal?(found) ? [own, copy.with(name: name)] : [own] })
        end

        # Gives twins all that decides that whose twins they are: from now on each has its own, and the product is what it was.
        def self.make_independent(family, components:)
          components.reduce(family) { |made, name| Independence.of(made, Edits.find(made.components, name, 'component')) }
        end

        # Makes components the same +like+ another one of their family: its twins, as are theirs.
        def self.make_same(family, components:, like:)
          found = Edits.find(family.components, like, 'component')
          original = family.component(found.twin) || found
          twins = components.map { |name| Edits.find(family.components, name, 'component') } - [original]
          fault = twins.filter_map { |own| Twins.fault(own.with(rows: {}, values: {}), original) }.first
          raise Error.new(Wording[:they_cannot_be_made_the_same_fault, fault: fault], remedy: Wording[:choose_another_one]) if fault

          names = twins.map(&:name)
          # What decides their insides is said of the original alone.
          family = Removal.of_deciders(family) { |target| Twins.inside?(target, names) }
          family.with(components: family.components.map do |own|
            twins.include?(own) || names.include?(own.twin) ? own.with(twin: original.name, rows: {}, values: {}) : own
          end)
        end

        # Removes components, and what speaks of them.
        def self.remove_components(family, components:)
          gone = components.map { |name| Edits.find(family.components, name, 'component').name }
          left = family.components.select { |own| gone.include?(own.twin) && !gone.include?(own.name) }
          family = make_independent(family, components: left.map(&:name))
          Removal.without(family, gone).with(components: family.components.reject { |own| gone.include?(own.name) })
        end

        # Sets a field of some components: one of TEXTS, "at.x" (an offset), "at.x.own", "at.x.on", "at.x.side", "at.turn_z",
        # "pattern.kind" (none for no pattern), "pattern.along", "pattern.skip_when", or a dimension of the pattern; "envelope.kind"
        # (none for no envelope), "envelope.label", "envelope.along", or a place or dimension of it. "3 as legs" also
        # makes a parameter.
        def self.set_components(family, components:, field:, text:)
          if field.end_with?('.on') && text.size > LONGEST_PLACE
            raise Error.new(Wording[:what_something_stands_on_has_at_most, longest_place: LONGEST_PLACE],
                            remedy: Wording[:pick_one_of_the_list])
          end

          family, text = named(family, Edits.find(family.components, components.first, 'component'), field, text)
          change(family, components) { |component| changed(component, field, text) }
        end

        # Gives some components a value by its path within them; a blank text gives nothing. "500 mm as width" also makes a
        # parameter, and links them to it.
        def self.give_components(family, components:, path:, text:)
          naming = Naming.read(text, 'mm')
          family, text = naming ? [naming.apply(family), "=#{naming.name}"] : [family, text]
          change(family, components) do |component|
            key = component.values.keys.find { |own| own.casecmp?(path) } || path
            component.with(values: text.strip.empty? ? component.values.except(key) : component.values.merge(key => text))
          end
        end

        # Lets some components pick a row of a table of their family (RowPick); a blank text leaves it to that.
        def self.pick_components(family, components:, table:, text:)
          change(family, components) do |component|
            key = component.rows.keys.find { |own| own.casecmp?(table) } || table
            component.with(rows: text.strip.empty? ? component.rows.except(key) : component.rows.merge(key => text))
          end
        end

        def self.change(family, names, &)
          found = names.map { |name| Edits.find(family.components, name, 'component') }
          family.with(components: family.components.map { |own| found.include?(own) ? yield(own) : own })
        end
        private_class_method :change

        def self.named(family, component, field, text)
          return Naming.condition(family, text) if Naming::CONDITIONS.include?(field)
          return [family, text] if PLAIN.include?(field) || SIDE.include?(Name.read(field).last)

          Naming.named(family, text, unit(component, field))
        end
        private_class_method :named

        def self.unit(component, field)
          return 'deg' if field.start_with?('at.turn')
          return 'mm' unless field.start_with?('pattern.') && PATTERN_KINDS.key?(component.pattern&.kind.to_s)

          measures = Component.measures(PATTERN_KINDS.fetch(component.pattern.kind))
          measures.find { |own| "pattern.#{own.name}" == field }&.unit || 'mm'
        end
        private_class_method :unit

        def self.changed(component, field, text)
          path = Name.read(field)
          case path.first
          when 'at' then component.with(at: placed(component.place, path.segments.drop(1), text))
          when 'envelope' then component.with(envelope: Envelopes.changed(component.envelope, path.rest.to_s, text.strip))
          when 'pattern' then component.with(pattern: patterned(component, path.rest.to_s, text))
          else with_text(component, field, text.strip)
          end
        end
        private_class_method :changed

        def self.with_text(component, field, text)
          refuse(Wording[:a_component_has_no], field, TEXTS) unless TEXTS.include?(field)
          refuse(Wording[:there_is_no_field, field: field.tr('_', ' ')], text, WORDS[field]) unless WORDS.fetch(field,
                                                                                                                [text]).include?(text)
          raise Error.new(Wording[:a_component_needs_a_family], remedy: Wording[:choose_one]) if field == 'family' && text.empty?

          component.with(field.to_sym => text.empty? ? Component.fields[field.to_sym] : text)
        end
        private_class_method :with_text

        def self.placed(place, (axis, key), text)
          known = (ComponentPlace::AXES + ComponentPlace::TURNS).map(&:to_s)
          refuse(Wording[:a_component_has_no_place], axis, known) unless known.include?(axis)
          return place.with(axis.to_sym => text.strip.empty? ? '0' : text) if axis.start_with?('turn')

          key ||= 'offset'
          refuse(Wording[:a_place_has_no], key, [*SIDE, 'offset']) unless [*SIDE, 'offset'].include?(key)

          blank = AxisPlace.fields[key.to_sym]
          place.with(axis.to_sym => place.public_send(axis).with(key.to_sym => text.strip.empty? ? blank : text))
        end
        private_class_method :placed

        def self.patterned(component, key, text)
          return (text == 'none' ? nil : kind_changed(component.pattern, text)) if key == 'kind'

          pattern = component.pattern || kind_changed(nil, Pattern.fields[:kind])
          return pattern.with(key.to_sym => text.strip.empty? ? nil : text) if %w[along skip_when].include?(key)

          pattern.with(dimensions: text.strip.empty? ? pattern.dimensions.except(key) : pattern.dimensions.merge(key => text))
        end
        private_class_method :patterned

        # Entries that the new kind has too are kept.
        def self.kind_changed(pattern, kind)
          measures = Component.measures(PATTERN_KINDS.fetch(kind))
          kept = pattern ? pattern.dimensions.slice(*measures.map(&:name)) : {}
          (pattern || Pattern.new(along: 'x')).with(kind: kind, dimensions: Measure.beginnings(measures).merge(kept))
        end
        private_class_method :kind_changed

        def self.refuse(what, word, known)
          raise Error.new(Wording[:what_word, what: what, word: word], remedy: Wording[:choose_choice, choice: known])
        end
        private_class_method :refuse

        def self.refuse_taken(family, name)
          return unless Edits.named(family).any? { |own| own.name.casecmp?(name) }

          raise Error.new(Wording[:the_name_name_is_taken, name: name], remedy: Wording[:choose_another_name])
        end
        private_class_method :refuse_taken
      end
    end
  end
end
