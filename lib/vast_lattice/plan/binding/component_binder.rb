# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads what is written of components: what they are given, how often and where they are.
    class ComponentBinder
      def initialize(family, reader)
        @family = family
        @reader = reader
        @symbols = reader.symbols
      end

      # A Bound::Component for each.
      def bind = @bind ||= @symbols.placed.all.map { |one| component(one) }

      # What a Target that is given comes from, in the component itself: Typed, or nil.
      def given(target)
        component = target.subject
        rest = target.path.rest
        at = Place.at('components', component.name)
        key = component.values.keys.find { |path| path.casecmp?(rest.to_s) }
        return @reader.entry(component.values[key], target, Place.at(*at.path, 'values', key)) if key

        table = component.rows.keys.find { |name| rest.segments.size == 2 && rest.of?(name) && rest.last.casecmp?('row') }
        table && picked(target, component.rows[table], Place.at(*at.path, 'rows', table))
      end

      private

      def component(one)
        component = one.component
        place = Place.at('components', component.name)
        refuse_unknown(one, place)
        Bound::Component.new(number: one.number, component: component, given: @symbols.given_to(one.number),
                             place: position(component, place), called: (called(component, place) unless component.called.empty?),
                             envelope: envelope(component, place),
                             **pattern(component, place))
      end

      # Names that are given something and are not there, or cannot be given anything.
      def refuse_unknown(one, place)
        return unless one.plan

        component = one.component
        given = component.values.keys.map { |path| [path, 'values', path] }
        given += component.rows.keys.map { |table| ["#{table}.row", 'rows', table] }
        given.each do |path, list, key|
          target = @symbols.given("#{component.name}.#{path}")
          next refuse_computed(target, Place.at(*place.path, list, key)) if target&.innermost&.computed?

          unknown(one, path, Place.at(*place.path, list, key)) unless target
        end
        refuse_side(component, place)
      end

      def refuse_computed(target, place)
        formula = target.innermost.subject.formula
        @reader.error(:computed, Wording[:target_is_computed_by_its_formula_formula, target: target.name, formula: formula], place,
                      Wording[:give_what_it_depends_on_or_let])
      end

      def unknown(one, path, place)
        known = one.plan.symbols.targets.reject(&:port?).map(&:name)
        @reader.missing(path, Wording[:the_family_family_has_no_path, family: one.component.family, path: path], place, known)
      end

      # A row by its name, by a formula, or the nearest that is enough or fits.
      def picked(target, text, place)
        pick = Family::RowPick.read(text)
        case pick.kind
        when :none then literal(:text, '', Formula::TEXT, Formula::Span.new(start: 0, length: 0))
        when :row then @reader.entry(pick.text, target, place)
        when :formula then @reader.entry("=#{pick.text}", target, place)
        else nearest(target, pick, place)
        end
      end

      # lookup_at_least(names of rows, the column, what is needed), as a Typed tree.
      def nearest(target, pick, place)
        table, plan = table_of(target)
        column = table.column(pick.column)
        unless column
          return @reader.missing(pick.column, Wording[:table_table_has_no_column_column, table: table.name, column: pick.column], place,
                                 table.columns.map(&:target), kind: 'column')
        end
        list, type, unit = column_list(plan, table, column, place)
        return unless list
        unless type.number?
          return @reader.error(:not_a_number, Wording[:target_is_no_number, target: column.target], place,
                               Wording[:compare_a_column_of_numbers])
        end

        scope = target.varied? ? @symbols.instance_scope : @symbols.scope
        needed = @reader.entry_of(pick.text, type, unit, place, scope: scope) or return
        look_up(pick, table, list, type, needed)
      end

      # The table whose row is picked, and the plan that it is of.
      def table_of(target)
        plan = @symbols.placed.all[target.port.component].plan
        target.port.inner[0..-2].each { |number| plan = plan.placed.all[number].plan }
        [target.innermost.subject, plan]
      end

      def column_list(plan, table, column, place)
        [*plan.symbols.lists.column(table, column), plan.symbols.column_type(column).last]
      rescue Formula::Error => e
        @reader.error(e.code, e.wording, place, e.advice)
      end

      def look_up(pick, table, values, type, needed)
        span = needed.span
        list = ->(items, own) { Formula::Typed.new(kind: :list, type: Formula::Type.list(own), span: span, parts: items) }
        rows = table.rows.zip(values).reject { |_, value| Undefined.is?(value) }
        names = list.call(rows.map { |row, _| literal(:text, row.name, Formula::TEXT, span) }, Formula::TEXT)
        keys = list.call(rows.map { |_, value| literal(:number, value, type, span) }, type)
        function = Formula::Functions::ALL.fetch(pick.kind == :smallest ? 'lookup_at_least' : 'lookup_at_most')
        Formula::Typed.new(kind: :call, type: Formula::TEXT, span: span, data: function, parts: [names, keys, needed])
      end

      def literal(kind, value, type, span) = Formula::Typed.new(kind: kind, type: type, span: span, data: value)

      def position(component, place)
        at = component.place
        scope = component.pattern ? @symbols.instance_scope : @symbols.scope
        offsets = at.axes.to_h { |axis, own| [axis, length(own.offset, Place.at(*place.path, 'at', axis), scope)] }
        offsets.merge(Family::ComponentPlace::TURNS.to_h do |turn|
          [turn, length(at.public_send(turn), Place.at(*place.path, 'at', turn), scope, 'deg')]
        end)
      end

      def length(text, place, scope, unit = 'mm')
        @reader.entry_of(text, Formula::Type.number(Units[unit].dimension), Units[unit], place, scope: scope)
      end

      # What it leans on is there, and has such a side.
      def refuse_side(component, place)
        component.place.axes.each do |axis, own|
          at = Place.at(*place.path, 'at', axis)
          known = [*@family.parts.map(&:name), *(@family.components.map(&:name) - [component.name])]
          if own.leans? && known.none? { |name| name.casecmp?(own.on) }
            @reader.missing(own.on, Wording[:there_is_no_part_or_component_on, on: own.on], at, known)
          end
          sides = [Family::AxisPlace::ORIGIN, *Family::AxisPlace::SIDES.fetch(axis)]
          odd = [own.own, own.side].find { |side| !sides.include?(side) }
          if odd
            @reader.error(:unknown_kind, Wording[:there_is_no_side_odd_along_axis, odd: odd, axis: axis], at,
                          Wording[:choose_choice, choice: sides])
          end
        end
      end

      def envelope(component, place)
        own = component.envelope or return {}
        scope = component.pattern ? @symbols.instance_scope : @symbols.scope
        own.entries.to_h do |name, text|
          at = Place.at(*place.path, 'envelope', name)
          next [name, length(text, at, scope)] unless text.to_s.strip.empty?

          @reader.error(:missing_dimension, Wording[:the_one_has_no_name, one: own.title, name: name], at, Wording[:say_how_large])
          [name, nil]
        end
      end

      def called(component, place)
        LabelPattern.read('called', component.called, @reader, Place.at(*place.path, 'called'),
                          scope: component.pattern ? @symbols.instance_scope : @symbols.scope)
      end

      def pattern(component, place)
        pattern = component.pattern or return {}
        at = Place.at(*place.path, 'pattern')
        kind = Family::PATTERN_KINDS.fetch(pattern.kind)
        measures = Family::Component.measures(kind)
        stray = pattern.dimensions.keys - measures.map(&:name)
        stray.each do |name|
          @reader.missing(name, Wording[:name_is_no_dimension_here, name: name], Place.at(*at.path, name), measures.map(&:name),
                          kind: 'dimension')
        end
        { measures: measures.to_h { |own| [own, measure(own, pattern.dimensions[own.name], Place.at(*at.path, own.name))] },
          skip: skip(pattern.skip_when, Place.at(*at.path, 'skip_when')) }
      rescue Registry::Unknown => e
        @reader.error(:unknown_kind, e.wording, at, e.advice) || {}
      end

      def measure(measure, text, place)
        text = measure.default if text.nil? || text.to_s.strip.empty?
        unless text
          return if measure.optional

          return @reader.error(:missing_dimension, Wording[:the_measure_is_missing, measure: measure.label], place,
                               Wording[:type_one_such_as_example, example: measure.example])
        end
        @reader.entry_of(text, measure.type, measure.number? ? Units[measure.unit] : Units::PLAIN, place)
      end

      def skip(text, place)
        return if text.nil? || text.strip.empty?

        @reader.entry_of(text, Formula::BOOLEAN, Units::PLAIN, place, scope: @symbols.instance_scope)
      end
    end
  end
end
